import type { Planned, SheetNode } from "../api/client";
import { causesOf, compare, type Cause, type Difference } from "../page/agreement";
import { arrived, idsOf, measureContent, type Measures } from "../page/measure";

/** What makes boxes differ from their plan, where it is worst. */
export interface Found extends Cause {
  name: string;
  breakpoint: string;
  /** Of the viewport, in px. */
  width: number;
  /** The other widths at which it does so too. */
  also: number[];
}

/** What came of holding a page's boxes against its plan. */
export interface Measured {
  boxes: number;
  /** Of those, the ones that the plan only estimates: they are not checked. */
  guessed: number;
  widths: number;
  /** The largest difference of those that agree. */
  largest: (Difference & { name: string; width: number }) | null;
  /** How many nodes do not agree at some width. */
  wrong: number;
  /** What makes them so, the worst first. */
  causes: Found[];
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
    if (frame.contentDocument) await arrived(frame.contentDocument);
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
  const result: Measured = { boxes: 0, guessed: 0, widths: 0, largest: null, wrong: 0, causes: [] };
  const inside = frame.contentDocument;
  if (!inside?.body) throw new Error("This browser does not let the page be measured.");
  const nodes = new Map(planned.nodes.map((n) => [n.id, n]));
  const nameOf = (id: string) => nodes.get(id)?.name ?? id;
  const wrong = new Set<string>();
  for (const plan of planned.plans) {
    frame.style.width = `${plan.width}px`;
    await arrived(inside); // the window stays of use meanwhile
    if (stopped()) return result;
    const boxes = new Map(plan.boxes.map((b) => [b.node, b]));
    const places = planned.nodes.map(({ id }, i) => {
      const box = boxes.get(i);
      if (!box) return { id, shown: false, guessed: false, x: 0, y: 0, width: 0, height: 0 };
      return { ...box, id, shown: true, guessed: box.guessed ?? false };
    });
    const { largest, off, ...counts } = compare(inside, places);
    result.boxes += counts.boxes;
    result.guessed += counts.guessed;
    if (largest && largest.by > (result.largest?.by ?? -1)) {
      result.largest = { ...largest, name: nameOf(largest.node), width: plan.width };
    }
    for (const d of off) wrong.add(d.node);
    for (const cause of causesOf(off, (id) => nodes.get(id)?.parent)) {
      keep(result.causes, {
        ...cause,
        name: nameOf(cause.of.node),
        breakpoint: plan.breakpoint,
        width: plan.width,
        also: [],
      });
    }
    result.widths++;
    progress(result.widths);
  }
  result.wrong = wrong.size;
  result.causes.sort((a, b) => b.of.by - a.of.by);
  return result;
}

/** Keeps a cause with what is known of the same node, where it is worst. */
function keep(causes: Found[], one: Found) {
  const known = causes.findIndex((c) => c.of.node === one.of.node);
  if (known < 0) {
    causes.push(one);
    return;
  }
  const had = causes[known]!;
  const [worse, other] = one.of.by > had.of.by ? [one, had] : [had, one];
  causes[known] = { ...worse, also: [...had.also, other.width] };
}
