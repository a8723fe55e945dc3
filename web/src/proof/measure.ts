import type { Planned, SheetNode } from "../api/client";
import { allowed } from "../page/agreement";
import { elementsOf, idsOf, isShown, measureContent, rectOf, type Measures } from "../page/measure";

const sides = ["x", "y", "width", "height"] as const;

/** Where a browser has a box otherwise than the plan, at one width. */
export interface Difference {
  name: string;
  breakpoint: string;
  /** Of the viewport, in px. */
  width: number;
  /** Which side of the box differs most, or that it is shown or hidden. */
  what: (typeof sides)[number] | "shown" | "hidden";
  planned: number;
  found: number;
  /** How much, in px; endless where a box is shown and should not be, or is not. */
  by: number;
}

/** What came of holding a page's boxes against its plan. */
export interface Measured {
  boxes: number;
  /** Of those, the ones that the plan only estimates: they are not checked. */
  guessed: number;
  widths: number;
  /** The largest difference of those that agree. */
  largest: Difference | null;
  /** Those that do not agree, the largest of each node. */
  wrong: Difference[];
}

/** Measures the content of the page in a frame, at one width after another. */
export async function measureAll(
  frame: HTMLIFrameElement,
  widths: number[],
  nodes: readonly SheetNode[],
  styled: boolean,
  stopped: () => boolean,
): Promise<Measures[]> {
  const asked = {
    columns: idsOf(nodes, "column"),
    rows: idsOf(nodes, "row"),
    natural: naturalOf(nodes),
    frames: styled ? idsOf(nodes, "section", "container") : null,
  };
  const all: Measures[] = [];
  for (const width of widths) {
    frame.style.width = `${width}px`;
    await new Promise((done) => setTimeout(done));
    if (stopped() || !frame.contentDocument?.body) return all;
    all.push({ width, ...measureContent(frame.contentDocument, asked) });
  }
  return all;
}

/** The columns that are as wide as their content somewhere. */
const naturalOf = (nodes: readonly SheetNode[]) =>
  new Set(nodes.filter((n) => n.kind === "column" && n.cells.some((c) => c.text.includes("~"))).map((n) => n.id));

/** Holds the boxes that the page in a frame has against its plan, at one width after another. No script runs
 *  in the frame: this window looks into it. */
export async function measure(
  frame: HTMLIFrameElement,
  planned: Planned,
  progress: (done: number) => void,
  stopped: () => boolean,
): Promise<Measured> {
  const result: Measured = { boxes: 0, guessed: 0, widths: 0, largest: null, wrong: [] };
  const inside = frame.contentDocument;
  if (!inside?.body) throw new Error("This browser does not let the page be measured.");
  const elements = elementsOf(inside);
  for (const plan of planned.plans) {
    frame.style.width = `${plan.width}px`;
    await new Promise((done) => setTimeout(done)); // the window stays of use meanwhile
    if (stopped()) return result;
    const boxes = new Map(plan.boxes.map((b) => [b.node, b]));
    const { scrollX, scrollY } = inside.defaultView!;
    planned.nodes.forEach((node, i) => {
      const box = boxes.get(i);
      const element = elements.get(node.id);
      const shown = !!element && isShown(element);
      const at = { name: node.name, breakpoint: plan.breakpoint, width: plan.width };
      if (shown !== !!box) {
        const what = shown ? "shown" : "hidden";
        keep(result, { ...at, what, planned: 0, found: 0, by: Infinity });
      }
      if (!shown || !box) return;
      result.boxes++;
      if (box.guessed) {
        result.guessed++;
        return;
      }
      const rect = rectOf(element);
      const real = { x: rect.x + scrollX, y: rect.y + scrollY, width: rect.width, height: rect.height };
      let most: Difference | null = null;
      for (const what of sides) {
        const by = Math.abs(real[what] - box[what]);
        if (!most || by > most.by) most = { ...at, what, planned: box[what], found: real[what], by };
      }
      keep(result, most!);
    });
    result.widths++;
    progress(result.widths);
  }
  result.wrong.sort((a, b) => b.by - a.by);
  return result;
}

function keep(result: Measured, one: Difference) {
  if (one.by <= allowed) {
    if (!result.largest || one.by > result.largest.by) result.largest = one;
    return;
  }
  const known = result.wrong.findIndex((w) => w.name === one.name);
  if (known < 0) result.wrong.push(one);
  else if (one.by > result.wrong[known]!.by) result.wrong[known] = one;
}
