import { useMemo, useRef, useState } from "react";
import type { Bench } from "../api/client";
import type { Place } from "../api/bench";
import { useDo, useLine } from "../api/edits";
import { useFound, useTraced, type Design, type Frame, type Grid, type TracedFrame } from "../api/traced";
import {
  brought,
  changed,
  designOf,
  drafted,
  frameOf,
  freeId,
  reordered,
  rounded,
  withInner,
  type Rect,
} from "./frames";
import { pictureOf } from "./intake";

const none: readonly TracedFrame[] = [];

/** The design at a breakpoint and what is done to it. What edits on their way make of it is shown at once, and the next
 *  edit begins with it. */
export function useDesign(place: Place, bench: Bench, at: string | null) {
  const send = useDo(place);
  const waiting = useLine((l) => l.waiting);
  const traced = useTraced(place, bench.revision);
  const [draft, setDraft] = useState<Design | null>(null);
  const going = useRef(0);

  const designs = traced.data?.designs ?? [];
  const focus = at ?? designs.at(-1)?.breakpoint ?? bench.breakpoints.at(-1)!.name;
  const kept = designs.find((d) => d.breakpoint === focus);
  const design = useMemo(() => (kept && draft?.id === kept.id ? drafted(kept, draft) : kept), [kept, draft]);
  const found = useFound(place, design, JSON.stringify([bench.kit, bench.breakpoints]));

  // What was drafted has come back from the server, in units.
  const [came, setCame] = useState(traced.data);
  if (came !== traced.data && !traced.isPlaceholderData) {
    setCame(traced.data);
    if (traced.data?.revision === bench.revision && waiting === 0) setDraft(null);
  }

  const frames = design?.frames ?? none;
  async function keep(next: readonly Frame[], summary: string, to: Partial<Design> = {}) {
    if (!design) return;
    const changed = { ...designOf(design, next), ...to };
    setDraft(changed);
    going.current++;
    const made = await send({ trace: { design: changed, summary } });
    if (--going.current === 0 && !made) setDraft(null);
  }

  /** The ids that frames have at all breakpoints, also those on their way. */
  const taken = () => new Set([...designs, ...(design ? [design] : [])].flatMap((d) => d.frames.map((f) => f.id)));

  return {
    designs,
    focus,
    design,
    found,

    /** Takes a picture's file as the design. The error says what is wrong with it. */
    async give(file: File) {
      const given = await pictureOf(file);
      const lane = bench.lanes.find((l) => l.breakpoint === focus)!;
      const b = bench.breakpoints.find((o) => o.name === focus)!;
      // A picture as wide as a viewport of the breakpoint is one of it, at one or more px for each CSS px.
      const fits = (scale: number) => given.width / scale >= b.low && (!b.high || given.width / scale <= b.high);
      const scale = [1, 2, 3, 1.5].find(fits) ?? Math.min(10, Math.max(0.1, given.width / lane.width));
      const width = Math.round(given.width / scale);
      const next: Design = design
        ? { ...designOf(design, frames.map(frameOf)), scale, width }
        : { id: freeDesign(new Set(designs.map((d) => d.id)), focus), picture: "", width, scale, frames: [] };
      await send({ trace: { design: next, file: given.file, data: given.data, summary: `Trace ${file.name}` } });
    },

    /** Where the picture lies, and how large. */
    place: (to: Partial<Design>) => keep(frames.map(frameOf), "Place the picture", to),

    /** Makes a grid that was found that of the page's kit. */
    takeGrid: ({ columns, column, gutter, left }: Grid) =>
      design && send({ useGrid: { design: design.id, columns, column, gutter, left } }),

    untrace: () => design && send({ untrace: { id: design.id } }),

    /** The frames of another breakpoint come along, in the same units. */
    bring(id: string) {
      const from = designs.find((d) => d.id === id);
      if (from && design) {
        void keep(brought(from, design.columns as [number, number][]), `Bring the frames of ${from.breakpoint}`);
      }
    },

    /** Draws a new frame, and gives its id. */
    draw(rect: Rect) {
      const id = freeId(taken());
      void keep([...frames.map(frameOf), { id, ...rect }], "Draw a frame");
      return id;
    },

    /** Adds frames that were found, and gives the id of the first. */
    add(more: readonly TracedFrame[]) {
      const ids = taken();
      const next = more.map((f) => {
        const id = freeId(ids);
        ids.add(id);
        return { ...frameOf(f), id };
      });
      void keep([...frames.map(frameOf), ...next], next.length === 1 ? "Take a frame" : `Take ${next.length} frames`);
      return next[0]?.id ?? null;
    },

    /** Moves a frame with all that stand in it, or sizes it. */
    put(id: string, rect: Rect) {
      const was = frames.find((f) => f.id === id);
      if (!was) return;
      const [dx, dy] = [rect.x - was.x, rect.y - was.y];
      const moves = rect.width === was.width && rect.height === was.height;
      if (moves && !dx && !dy) return;
      const all = moves ? withInner(frames, id) : new Set([id]);
      const next = frames.map((f) => {
        if (f.id === id) return { ...frameOf(f), ...rounded(rect) };
        return all.has(f.id) ? { ...frameOf(f), x: f.x + dx, y: f.y + dy } : frameOf(f);
      });
      void keep(next, moves ? "Move a frame" : "Size a frame");
    },

    /** Reads a frame earlier or later than those on its line. */
    reorder(id: string, by: number) {
      const next = reordered(frames, id, by);
      if (next) void keep(next, "Change the reading order");
    },

    change: (id: string, to: Partial<Frame>) => keep(changed(frames, id, to), "Change a frame"),

    remove: (id: string) => keep(frames.filter((f) => f.id !== id).map(frameOf), "Delete a frame"),

    /** Matches frames to elements of the page, by their ids. */
    match(pairs: ReadonlyMap<string, string>) {
      const next = frames.map((f) => ({ ...frameOf(f), ...(pairs.has(f.id) && { node: pairs.get(f.id)! }) }));
      void keep(next, pairs.size === 1 ? "Match a frame" : `Match ${pairs.size} frames`);
    },
  };
}

/** What is done to a design. */
export type Tracer = ReturnType<typeof useDesign>;

/** An id for a design that is called like its breakpoint. */
function freeDesign(taken: ReadonlySet<string>, name: string) {
  const plain = name.toLowerCase().replace(/[^a-z0-9]+/g, "-");
  const base = plain.replace(/^-+|-+$/g, "").slice(0, 40) || "design";
  let id = base;
  for (let n = 2; taken.has(id); n++) id = `${base}-${n}`;
  return id;
}
