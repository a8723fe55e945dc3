import type { Drawing } from "../api/client";

/** A space between or around boxes, in px of the page. */
export interface Region {
  kind: "gutter" | "edge" | "padding" | "margin";
  x: number;
  y: number;
  width: number;
  height: number;
  /** How wide or high the space is, in px. */
  size: number;
}

/** At most so many elements have their spaces drawn. */
const most = 1500;

/** The gutters and edges of the plan: all, or those beside one node and around it. */
export function plannedRegions({ grids, lane }: Drawing, node: string | null, all: boolean): Region[] {
  const regions: Region[] = [];
  const box = lane.boxes.find((b) => b.id === node && b.shown);
  for (const g of grids) {
    const { y, height } = g.box;
    const ends = [g.box.x - g.before, g.box.x, g.box.x + g.box.width] as const;
    const touched = box && overlaps(g.box, box);
    if (all || touched) {
      if (g.before > 0) regions.push({ kind: "edge", x: ends[0], y, width: g.before, height, size: g.before });
      if (g.after > 0) regions.push({ kind: "edge", x: ends[2], y, width: g.after, height, size: g.after });
    }
    g.units.slice(1).forEach((u, i) => {
      const from = g.units[i]!.x + g.units[i]!.width;
      const width = u.x - from;
      if (width <= 0) return;
      const beside = touched && (near(from, box.x + box.width) || near(u.x, box.x));
      if (all || beside) {
        const high = all ? { y, height } : { y: box!.y, height: box!.height };
        regions.push({ kind: "gutter", x: from, ...high, width, size: width });
      }
    });
  }
  return regions;
}

const near = (a: number, b: number) => Math.abs(a - b) < 1;

type Rect = Pick<Region, "x" | "y" | "width" | "height">;
const overlaps = (a: Rect, b: Rect) =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** The padding and margins that a browser gives to elements: to one of them, or to all of a page. */
export function styledRegions(inside: Document, only: Element | null): Region[] {
  const window = inside.defaultView!;
  const { scrollX, scrollY } = window;
  const regions: Region[] = [];
  const elements = only ? [only] : [...inside.body.querySelectorAll("*")].slice(0, most);
  for (const e of elements) {
    const style = window.getComputedStyle(e);
    if (e.getClientRects().length === 0 || style.display === "inline") continue;
    const r = e.getBoundingClientRect();
    const [left, top, right, bottom] = [r.left + scrollX, r.top + scrollY, r.right + scrollX, r.bottom + scrollY];
    const px = (name: string) => parseFloat(style.getPropertyValue(name)) || 0;
    const [bt, br, bb, bl] = sides.map((s) => px(`border-${s}-width`)) as Four;
    const [pt, pr, pb, pl] = sides.map((s) => px(`padding-${s}`)) as Four;
    const [mt, mr, mb, ml] = sides.map((s) => px(`margin-${s}`)) as Four;
    const add = (kind: Region["kind"], size: number, x: number, y: number, width: number, height: number) => {
      if (size > 0 && width > 0 && height > 0) regions.push({ kind, x, y, width, height, size });
    };
    add("padding", pt, left + bl, top + bt, r.width - bl - br, pt);
    add("padding", pb, left + bl, bottom - bb - pb, r.width - bl - br, pb);
    add("padding", pl, left + bl, top + bt + pt, pl, r.height - bt - bb - pt - pb);
    add("padding", pr, right - br - pr, top + bt + pt, pr, r.height - bt - bb - pt - pb);
    add("margin", mt, left, top - mt, r.width, mt);
    add("margin", mb, left, bottom, r.width, mb);
    add("margin", ml, left - ml, top, ml, r.height);
    add("margin", mr, right, top, mr, r.height);
  }
  return regions;
}

const sides = ["top", "right", "bottom", "left"];
type Four = [number, number, number, number];
