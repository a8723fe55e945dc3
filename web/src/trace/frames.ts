import type { Design, Frame, TracedDesign, TracedFrame } from "../api/traced";

/** A rectangle, in px of the viewport. */
export interface Rect {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** What a frame may hold, and the word for it. */
export const types = [
  ["", "text"],
  ["heading", "heading"],
  ["list", "list"],
  ["picture", "picture"],
  ["button", "button"],
  ["card", "card"],
  ["form", "form"],
] as const;

/** A design as an edit has it, with those frames: which stand in which, their places tell. */
export function designOf(d: TracedDesign, frames: readonly Frame[]): Design {
  return {
    id: d.id,
    picture: d.picture,
    width: d.width,
    scale: d.scale,
    ...(d.x && { x: d.x }),
    ...(d.y && { y: d.y }),
    frames: [...frames],
  };
}

/** A frame as an edit has it. */
export function frameOf(f: TracedFrame | Frame): Frame {
  const { id, name, type, x, y, width, height, loose, units, order, node } = f;
  return {
    id,
    x,
    y,
    width,
    height,
    ...(name && { name }),
    ...(type && { type }),
    ...(loose && { loose }),
    ...(units && { units }),
    ...(order && { order }),
    ...(node && { node }),
  };
}

/** Those frames with one of them changed. */
export const changed = (frames: readonly TracedFrame[], id: string, to: Partial<Frame>): Frame[] =>
  frames.map((f) => (f.id === id ? { ...frameOf(f), ...to } : frameOf(f)));

/** An id that none of the frames has. */
export function freeId(taken: Iterable<string>) {
  const all = new Set(taken);
  let n = all.size + 1;
  while (all.has(`part-${n}`)) n++;
  return `part-${n}`;
}

/** A frame and all that stand in it. */
export function withInner(frames: readonly TracedFrame[], id: string): Set<string> {
  const all = new Set([id]);
  for (const f of frames) if (f.in && all.has(f.in)) all.add(f.id);
  return all;
}

/** The columns that a rectangle is counted in: those of the smallest frame around its middle, or the page's. */
export function columnsAt(d: TracedDesign, r: Rect, except?: string): [number, number][] {
  const [x, y] = [r.x + r.width / 2, r.y + r.height / 2];
  let best: TracedFrame | undefined;
  for (const f of d.frames) {
    if (f.id === except || f.width * f.height <= r.width * r.height) continue;
    if (x < f.x || x > f.x + f.width || y < f.y || y > f.y + f.height) continue;
    if (!best || f.width * f.height < best.width * best.height) best = f;
  }
  return (best?.inside ?? d.columns) as [number, number][];
}

/** The units that a rectangle is nearest to, and how far its edges are off them. */
export function spanOf(r: Rect, columns: readonly [number, number][]) {
  const near = (at: (c: [number, number]) => number) =>
    columns.reduce((best, c, i) => (Math.abs(at(c)) < Math.abs(at(columns[best]!)) ? i : best), 0);
  const first = near(([from]) => r.x - from);
  const last = Math.max(
    first,
    near(([, to]) => r.x + r.width - to),
  );
  return {
    first,
    last,
    take: last - first + 1,
    start: r.x - columns[first]![0],
    end: r.x + r.width - columns[last]![1],
  };
}

/** A rectangle from unit to unit. */
export function atUnits(r: Rect, columns: readonly [number, number][], first: number, last: number): Rect {
  const [from, to] = [Math.max(0, first), Math.min(columns.length - 1, Math.max(first, last))];
  const x = columns[from]![0];
  return { ...r, x, width: Math.max(1, columns[to]![1] - x) };
}

/** The lines that edges snap to. */
export interface Lines {
  lefts: number[];
  rights: number[];
  downs: number[];
}

/** Those of a design: its columns, the other frames, and what was found in the picture. */
export function linesOf(
  d: TracedDesign,
  columns: readonly [number, number][],
  found: readonly Rect[],
  except: Set<string>,
): Lines {
  const others = [...d.frames.filter((f) => !except.has(f.id)), ...found];
  return {
    lefts: [...columns.map(([from]) => from), ...found.map((f) => f.x)],
    rights: [...columns.map(([, to]) => to), ...found.map((f) => f.x + f.width)],
    downs: others.flatMap((f) => [f.y, f.y + f.height]),
  };
}

/** The nearest line within reach, or the place itself in whole px. */
export function snap(at: number, lines: readonly number[], reach: number) {
  let best = Math.round(at);
  let off = reach;
  for (const line of lines) {
    if (Math.abs(line - at) < off) [best, off] = [line, Math.abs(line - at)];
  }
  return best;
}

const two = (n: number) => Math.round(n * 100) / 100;

/** Whether a place is in a rectangle. */
export const isIn = (p: { x: number; y: number }, r: Rect) =>
  p.x >= r.x && p.x <= r.x + r.width && p.y >= r.y && p.y <= r.y + r.height;

/** A length as it is shown, to a tenth. */
export const px = (n: number) => String(Math.round(n * 10) / 10);

/** A rectangle to a hundredth of a px. */
export const rounded = (r: Rect): Rect => ({
  x: two(r.x),
  y: two(r.y),
  width: Math.max(1, two(r.width)),
  height: Math.max(1, two(r.height)),
});

/** How a frame is written in a cell: the units that are empty before it, and those that it takes. */
export const notation = (f: { skip: number; take: number }) => (f.skip > 0 ? `${f.skip}_${f.take}` : `${f.take}`);

/** By how much a frame is off its units, the farther of its edges; of loose ones the left. */
export const offOf = (f: { start: number; end: number; loose?: boolean }) =>
  f.loose || Math.abs(f.start) >= Math.abs(f.end) ? f.start : f.end;

/** The frames of another design in the same units of these columns; those in others are in the same part of them. */
export function brought(from: TracedDesign, columns: readonly [number, number][]): Frame[] {
  const at = new Map<string, { was: Rect; is: Rect }>();
  return from.frames.map((f) => {
    const holder = f.in ? at.get(f.in) : undefined;
    let is: Rect;
    if (holder) {
      const by = holder.is.width / holder.was.width;
      is = { ...f, x: holder.is.x + (f.x - holder.was.x) * by, width: f.width * by };
    } else {
      const to = (unit: number) => Math.round((unit * columns.length) / from.columns.length);
      const first = Math.min(columns.length - 1, to(f.unit - 1));
      is = atUnits(f, columns, first, Math.max(first, to(f.unit - 1 + f.take) - 1));
    }
    at.set(f.id, { was: f, is });
    return { ...frameOf(f), ...rounded(is) };
  });
}

/** A design as an edit on its way makes it: units are counted anew for what moved, until the server tells. */
export function drafted(d: TracedDesign, to: Design): TracedDesign {
  const known = new Map(d.frames.map((f) => [f.id, f]));
  const frames = (to.frames ?? []).map((f): TracedFrame => {
    const was = known.get(f.id);
    if (was && was.x === f.x && was.width === f.width) return { ...was, ...f, frames: was.frames };
    const columns = columnsAt(d, f, f.id);
    const s = spanOf(f, columns);
    return {
      depth: 0,
      skip: 0,
      line: 0,
      inside: [],
      ...was,
      ...f,
      frames: was?.frames,
      unit: s.first + 1,
      take: s.take,
      of: columns.length,
      start: s.start,
      end: s.end,
      from: columns[s.first]![0],
      to: columns[s.last]![1],
    };
  });
  return { ...d, ...to, frames };
}

/** The frames with one of them read earlier or later among those on its line; nothing where it is the first or last. */
export function reordered(frames: readonly TracedFrame[], id: string, by: number): Frame[] | null {
  const f = frames.find((o) => o.id === id);
  if (!f) return null;
  const line = frames
    .filter((o) => o.in === f.in && o.line === f.line)
    .sort((a, b) => (a.order ?? 0) - (b.order ?? 0) || a.x - b.x);
  const at = line.indexOf(f);
  if (at + by < 0 || at + by >= line.length) return null;
  line.splice(at, 1);
  line.splice(at + by, 0, f);
  const order = new Map(line.map((o, n) => [o.id, n + 1]));
  return frames.map((o) => ({ ...frameOf(o), ...(order.has(o.id) && { order: order.get(o.id)! }) }));
}

/** Where a new frame is drawn by the keyboard: after the chosen one on its line, or below the last. */
export function fresh(d: TracedDesign, chosen: TracedFrame | undefined): Rect {
  if (chosen) {
    const columns = columnsAt(d, chosen, chosen.id);
    const s = spanOf(chosen, columns);
    if (s.last + 1 < columns.length)
      return atUnits(chosen, columns, s.last + 1, Math.min(columns.length - 1, s.last + s.take));
  }
  const y = Math.max(20, ...d.frames.filter((f) => f.depth === 0).map((f) => f.y + f.height + 24));
  const columns = d.columns as [number, number][];
  return atUnits({ x: 0, y, width: 0, height: 120 }, columns, 0, Math.ceil(columns.length / 2) - 1);
}
