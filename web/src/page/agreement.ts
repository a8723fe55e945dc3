import { elementsOf, isShown, rectOf } from "./measure";

/** How far apart, in px, a box may be from its plan and still agree with it. */
export const allowed = 0.5;

const sides = ["x", "y", "width", "height"] as const;
export type Side = (typeof sides)[number];
type Sides = Record<Side, number>;

/** Where the plan has the border box of a node, in px of the page; and whether it is shown, and sure. */
export interface Expected extends Sides {
  id: string;
  shown: boolean;
  guessed: boolean;
}

/** A node that a browser has otherwise than the plan. */
export interface Difference {
  node: string;
  /** What differs most. */
  what: Side | "shown" | "hidden";
  planned: number;
  found: number;
  /** How much, in px; endless where it is shown and should not be, or the other way round. */
  by: number;
  /** How much each side differs: found less planned. */
  each: Sides;
  /** In how many lines its words stand; 0 where it is not words alone. */
  lines: number;
}

/** How a page agrees with a browser, at one width. */
export interface Agreement {
  boxes: number;
  /** Those that the plan is not sure of yet: they are not compared. */
  guessed: number;
  /** The largest difference among those that agree. */
  largest: Difference | null;
  /** Those that do not agree, in the order of the page. */
  off: Difference[];
}

const none: Sides = { x: 0, y: 0, width: 0, height: 0 };

/** Compares the page in a frame with where the plan has its boxes. */
export function compare(inside: Document, places: Iterable<Expected>): Agreement {
  const elements = elementsOf(inside);
  const { scrollX, scrollY } = inside.defaultView!;
  const all: Agreement = { boxes: 0, guessed: 0, largest: null, off: [] };
  for (const place of places) {
    const element = elements.get(place.id);
    const shown = !!element && isShown(element);
    if (!shown && !place.shown) continue;
    all.boxes++;
    if (place.guessed) {
      all.guessed++;
      continue;
    }
    if (shown !== place.shown) {
      const what = shown ? "shown" : "hidden";
      all.off.push({ node: place.id, what, planned: 0, found: 0, by: Infinity, each: none, lines: 0 });
      continue;
    }
    const rect = rectOf(element!);
    const real = { x: rect.x + scrollX, y: rect.y + scrollY, width: rect.width, height: rect.height };
    const each = { ...none };
    let what: Side = "x";
    for (const side of sides) {
      each[side] = real[side] - place[side];
      if (Math.abs(each[side]) > Math.abs(each[what])) what = side;
    }
    const by = Math.abs(each[what]);
    const one = { node: place.id, what, planned: place[what], found: real[what], by, each, lines: 0 };
    if (by > allowed) all.off.push({ ...one, lines: linesOf(element!) });
    else if (!all.largest || by > all.largest.by) all.largest = one;
  }
  return all;
}

/** In how many lines the words of an element stand; 0 where there is more in it than words. */
function linesOf(n: Node): number {
  if (n.nodeType !== Node.ELEMENT_NODE || (n as HTMLElement).childElementCount > 0) return 0;
  const range = n.ownerDocument!.createRange();
  range.selectNodeContents(n);
  return new Set([...range.getClientRects()].filter((r) => r.width > 0).map((r) => Math.round(r.bottom))).size;
}

/** What other boxes differ by: itself, and the boxes that differ because of it. */
export interface Cause {
  of: Difference;
  /** How many boxes differ because of it. */
  moved: number;
  /** How far they are lower, at most, in px; less than 0 where they are higher. */
  lower: number;
}

/** Groups what differs by its causes: what is another size by itself comes first, with all that it moves. */
export function causesOf(off: readonly Difference[], parentOf: (node: string) => string | undefined): Cause[] {
  const at = new Map(off.map((d) => [d.node, d]));
  const resized = (d: Difference) => d.by === Infinity || far(d.each.height) || far(d.each.width);
  const holds = new Set<string>(); // nodes in which something has another size
  for (const d of off) {
    if (!resized(d)) continue;
    for (let up = parentOf(d.node); up && !holds.has(up); up = parentOf(up)) holds.add(up);
  }
  const beside = new Map<string | undefined, Difference[]>();
  for (const d of off) {
    const parent = parentOf(d.node);
    beside.set(parent, [...(beside.get(parent) ?? []), d]);
  }
  const begins = (d: Difference): boolean => {
    const parent = at.get(parentOf(d.node) ?? "");
    const others = beside.get(parentOf(d.node))!;
    const before = others.slice(0, others.indexOf(d));
    if (d.by === Infinity) return parent?.what !== d.what;
    if (far(d.each.width)) return !parent || !far(parent.each.width);
    if (far(d.each.height))
      return !holds.has(d.node) && !others.some((o) => holds.has(o.node)) && !before.some(resized);
    return far(d.each.x) && !(parent && (far(parent.each.x) || far(parent.each.width))) && before.length === 0;
  };
  let first = off.filter(begins);
  if (first.length === 0) first = off.slice(0, 1);
  const causes = first.map((of): Cause => ({ of, moved: 0, lower: 0 }));
  let cause = causes[0];
  for (const d of off) {
    const own = causes.find((c) => c.of === d);
    if (own) cause = own;
    else if (cause) {
      cause.moved++;
      if (Math.abs(d.each.y) > Math.abs(cause.lower)) cause.lower = d.each.y;
    }
  }
  return causes;
}

const far = (by: number) => Math.abs(by) > allowed;

const px = (v: number) => `${Number(v.toFixed(v < 1 ? 3 : 2))} px`;
const words = { x: "from the left", y: "from the top", width: "wide", height: "high" };

/** What differs, in words. */
export function saysDifference(d: Difference): string {
  if (d.what === "shown") return "shown here, and hidden by the plan";
  if (d.what === "hidden") return "hidden here, and shown by the plan";
  const lines = d.what === "height" && d.lines > 1 ? `, in ${d.lines} lines` : "";
  return `${px(d.found)} ${words[d.what]} here${lines}, ${px(d.planned)} by the plan: off by ${px(d.by)}`;
}

/** What a cause does to other boxes, in words; nothing where it does nothing. */
export function saysMoved({ moved, lower }: Cause): string {
  if (moved === 0) return "";
  const boxes = moved === 1 ? "1 other box differs" : `${moved} other boxes differ`;
  if (!far(lower)) return `${boxes} because of it`;
  return `${boxes} because of it, up to ${px(Math.abs(lower))} ${lower > 0 ? "lower" : "higher"}`;
}
