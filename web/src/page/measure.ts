import type { SheetNode } from "../api/client";
import type { components } from "../api/schema";

export type Measures = components["schemas"]["Measures"];
type Column = components["schemas"]["ColumnMeasure"];
type Box = components["schemas"]["BoxMeasure"];
type Frame = components["schemas"]["FrameMeasure"];
type Run = components["schemas"]["RunMeasure"];

/** What of the page's nodes is asked for: which are columns and rows, and which columns are as wide as their content. */
export interface Asked {
  columns: ReadonlySet<string>;
  rows: ReadonlySet<string>;
  natural: ReadonlySet<string>;
  /** Sections and containers, where the page has styles of its own that may reach them. */
  frames: ReadonlySet<string> | null;
}

/** The ids of nodes of some kinds. */
export const idsOf = (nodes: readonly SheetNode[], ...kinds: SheetNode["kind"][]) =>
  new Set(nodes.filter((n) => kinds.includes(n.kind)).map((n) => n.id));

/** What the comments begin with between which a block of HTML stands. */
const begins = "kr:";
const ends = "/kr";

/** Measures the content of each column of a page in a frame, in which no script runs: where its blocks stand from the
 *  start of their run, how high runs are, and how wide the content of natural columns is by itself. Columns are as high
 *  as what is in them meanwhile. */
export function measureContent(inside: Document, asked: Asked): Omit<Measures, "width"> {
  const boxes = boxesOf(inside);
  const loose = inside.createElement("style");
  loose.textContent = "[data-node],[data-leaf]{align-self:start!important}";
  (inside.head ?? inside.documentElement).append(loose);
  try {
    const elements = [...inside.querySelectorAll<HTMLElement>("[data-node]")].filter((e) =>
      asked.columns.has(e.dataset.node!),
    );
    const all: Column[] = [];
    for (const element of elements) {
      if (element.getClientRects().length > 0) all.push(columnOf(element, asked));
    }
    const natural = elements.filter((e) => asked.natural.has(e.dataset.node!) && e.getClientRects().length > 0);
    intrinsic(natural, (e, how) => {
      const column = all.find((c) => c.id === e.dataset.node);
      (column!.intrinsic ??= [])[how] = content(holderOf(e)).width;
    });
    const frames = asked.frames ? framesOf(inside, asked, asked.frames) : [];
    return { columns: all, frames, boxes, ...leavesOf(inside) };
  } finally {
    loose.remove();
  }
}

/** How long pictures that come with a width are waited for, in ms. */
const patience = 1500;

/** Waits until a page in a frame has the pictures that it shows at its width. */
export async function arrived(inside: Document) {
  const end = performance.now() + patience;
  await new Promise((done) => setTimeout(done));
  while ([...inside.images].some((i) => !i.complete && i.loading !== "lazy") && performance.now() < end) {
    await new Promise((done) => setTimeout(done, 20));
  }
}

/** Where the nodes of a page are. */
function boxesOf(inside: Document): Box[] {
  const { scrollX, scrollY } = inside.defaultView!;
  return [...elementsOf(inside)].map(([id, n]) => {
    if (!isShown(n)) return { id, at: [0, 0, -1, 0] };
    const r = rectOf(n);
    return { id, at: [r.x + scrollX, r.y + scrollY, r.width, r.height] };
  });
}

/** What the page's own styles give to the elements of the grid. */
function framesOf(inside: Document, { columns, rows }: Asked, others: ReadonlySet<string>): Frame[] {
  const all: Frame[] = [];
  for (const e of inside.querySelectorAll<HTMLElement>("[data-node]")) {
    const id = e.dataset.node!;
    if (!(columns.has(id) || rows.has(id) || others.has(id)) || e.getClientRects().length === 0) continue;
    const [rect, box] = [e.getBoundingClientRect(), content(e)];
    const marked = (n: Element | null): n is HTMLElement => !!n && (n as HTMLElement).dataset?.node !== undefined;
    const before = e.previousElementSibling;
    const top = marked(before)
      ? before.getBoundingClientRect().bottom
      : e.parentElement === inside.body
        ? 0
        : content(e.parentElement!).y;
    const last = e.lastElementChild;
    const held = marked(last) && (rows.has(last.dataset.node!) || others.has(last.dataset.node!));
    all.push({
      id,
      pad: [box.y - rect.y, rect.right - box.x - box.width, rect.bottom - box.bottom, box.x - rect.x],
      gap: columns.has(id) ? 0 : rect.top - top,
      tail: held ? box.bottom - last.getBoundingClientRect().bottom : 0,
      at: [rect.x, rect.width],
    });
  }
  return all;
}

/** Gives elements all the room that they would take, and then none, and takes what is measured of each of them then. */
function intrinsic(elements: HTMLElement[], take: (element: HTMLElement, how: 0 | 1) => void) {
  const had = elements.map((e) => e.getAttribute("style"));
  for (const how of [0, 1] as const) {
    for (const e of elements) {
      for (const [name, value] of [
        ["width", how === 0 ? "max-content" : "min-content"],
        ["flex", "none"],
        ["max-width", "none"],
        ["min-width", "0"],
      ] as const) {
        e.style.setProperty(name, value, "important");
      }
    }
    for (const e of elements) take(e, how);
  }
  elements.forEach((e, i) => {
    if (had[i] === null) e.removeAttribute("style");
    else e.setAttribute("style", had[i]!);
  });
}

/** The words of a page from HTML, by their numbers: of an element that holds them alone, or is measured as a whole, how
 *  wide and high its content box is, and how wide they are by themselves and at least, and where the nodes in it stand; of
 *  others, the same of each lines that stand together in it. */
function leavesOf(inside: Document): { leaves: number[][]; spots: number[][] } {
  const window = inside.defaultView!;
  const whole = new Map<HTMLElement, number[]>();
  const parts: number[][] = [];
  const spots: number[][] = [];
  const needs = new Map<HTMLElement, number>();
  for (const e of inside.querySelectorAll<HTMLElement>("[data-leaf]")) {
    const { display, lineHeight } = window.getComputedStyle(e);
    if (e.localName === "img") {
      const { complete, naturalWidth, naturalHeight } = e as HTMLImageElement;
      if (complete && naturalWidth > 0) parts.push([Number(e.dataset.leaf), -2, naturalWidth, naturalHeight]);
      continue;
    }
    if (e.getClientRects().length === 0 || display === "inline" || display.startsWith("table")) continue;
    const box = content(e);
    const [number, high] = [Number(e.dataset.leaf), Math.max(0, box.bottom - box.y)];
    const spread = () => {
      const nodes = [...e.querySelectorAll<HTMLElement>("[data-node]")];
      const at = nodes.flatMap((n) => {
        if (!isShown(n)) return [0, 0, -1, 0];
        const r = rectOf(n);
        return [r.x - box.x, r.y - box.y, r.width, r.height];
      });
      if (nodes.length > 0) spots.push([number, box.width, ...at]);
    };
    if (e.dataset.whole !== undefined && contains(e)) {
      whole.set(e, [number, -1, box.width, high]);
      spread();
      needs.set(e, needOf(e, box));
      continue;
    }
    const all = linesOf(e);
    if (all.length === 0) continue;
    if (all.length === 1 && all[0]!.alone) {
      whole.set(e, [number, all[0]!.words ? -1 : 0, box.width, high]);
      spread();
      continue;
    }
    const each = parseFloat(lineHeight);
    all.forEach((lines, i) => {
      if (lines.words && each > 0) parts.push([number, i, box.width, lines.count * each]);
    });
  }
  intrinsic([...whole.keys()], (e) => whole.get(e)!.push(content(e).width));
  for (const e of whole.keys()) {
    const measured = whole.get(e)!;
    if (needs.get(e)) measured.push(needs.get(e)!);
    if (measured[1] === 0) parts.push([measured[0]!, -1, ...measured.slice(2)]);
  }
  return { leaves: [...whole.values(), ...parts], spots };
}

/** How wide what stands in an element is, where it does not fit its content box; else 0. */
function needOf(element: HTMLElement, box: { x: number; width: number }): number {
  const { paddingLeft } = element.ownerDocument.defaultView!.getComputedStyle(element);
  let wide = element.scrollWidth > element.clientWidth ? element.scrollWidth - parseFloat(paddingLeft) : 0;
  for (const n of element.querySelectorAll<HTMLElement>("[data-node]")) {
    if (isShown(n)) wide = Math.max(wide, rectOf(n).right - box.x);
  }
  return wide > box.width + 1 ? wide : 0;
}

/** Whether margins and floats of what stands in an element stay in it. */
function contains(element: HTMLElement): boolean {
  const window = element.ownerDocument.defaultView!;
  const { display, float, overflow } = window.getComputedStyle(element);
  const around = element.parentElement && window.getComputedStyle(element.parentElement).display;
  return (
    display === "flow-root" ||
    display === "inline-block" ||
    ((display === "block" || display === "list-item") &&
      (float !== "none" || overflow !== "visible" || /flex|grid/.test(around ?? "")))
  );
}

interface Lines {
  /** There is nothing else in the element. */
  alone: boolean;
  /** They are words alone, in lines that are as high as the element says. */
  words: boolean;
  count: number;
}

/** What stands in lines in an element, together between its blocks. */
function linesOf(element: HTMLElement): Lines[] {
  const window = element.ownerDocument.defaultView!;
  const { lineHeight } = window.getComputedStyle(element);
  const all: Node[][] = [];
  let [open, blocks] = [false, false];
  for (const n of element.childNodes) {
    if (n.nodeType === Node.TEXT_NODE) {
      if (n.textContent!.trim() === "") continue;
    } else if (n.nodeType === Node.ELEMENT_NODE) {
      const s = window.getComputedStyle(n as HTMLElement);
      if (s.display === "none" || s.position === "absolute" || s.position === "fixed") continue;
      if (!s.display.startsWith("inline") || s.float !== "none") {
        [open, blocks] = [false, true];
        continue;
      }
    } else continue;
    if (!open) all.push([]);
    open = true;
    all.at(-1)!.push(n);
  }
  return all.map((nodes) => {
    const range = element.ownerDocument.createRange();
    range.setStartBefore(nodes[0]!);
    range.setEndAfter(nodes.at(-1)!);
    const words = nodes.every((n) => {
      if (n.nodeType === Node.TEXT_NODE) return true;
      return [n as HTMLElement, ...(n as HTMLElement).querySelectorAll("*")].every((e) => {
        const s = window.getComputedStyle(e);
        return (
          s.display === "inline" && s.lineHeight === lineHeight && !e.matches("img, svg, video, canvas, iframe, input")
        );
      });
    });
    const tops = new Set([...range.getClientRects()].filter((r) => r.width > 0).map((r) => Math.round(r.bottom)));
    return { alone: all.length === 1 && !blocks, words, count: tops.size };
  });
}

/** The element that a column's content stands in: itself, or the one inside it. */
function holderOf(column: HTMLElement): HTMLElement {
  const only = column.firstElementChild;
  const marked = [...column.childNodes].some((n) => nodeOf(n) !== undefined);
  return !marked && column.childElementCount === 1 ? (only as HTMLElement) : column;
}

/** The content box of an element, in px of its document. */
function content(element: HTMLElement) {
  const rect = element.getBoundingClientRect();
  const style = element.ownerDocument.defaultView!.getComputedStyle(element);
  const [top, right, bottom, left] = (["Top", "Right", "Bottom", "Left"] as const).map(
    (side) => parseFloat(style[`padding${side}`]) + parseFloat(style[`border${side}Width`]),
  ) as [number, number, number, number];
  return {
    x: rect.x + left,
    y: rect.y + top,
    width: Math.max(0, rect.width - left - right),
    bottom: rect.bottom - bottom,
  };
}

/** The id of the node whose element, or first comment, this is. */
function nodeOf(n: Node): string | undefined {
  if (n.nodeType === Node.COMMENT_NODE) {
    const { data } = n as Comment;
    return data.startsWith(begins) ? data.slice(begins.length) : undefined;
  }
  const e = n as HTMLElement;
  if (e.nodeType !== Node.ELEMENT_NODE) return undefined;
  return e.dataset?.node ?? (e.localName === "picture" ? e.querySelector<HTMLElement>("img")?.dataset.node : undefined);
}

/** What the nodes of a page begin with in a frame: their elements, or the comment before an HTML block, by their ids. */
export function elementsOf(inside: Document): Map<string, Node> {
  const all = new Map<string, Node>();
  for (const e of inside.querySelectorAll<HTMLElement>("[data-node]")) all.set(e.dataset.node!, e);
  const comments = inside.createTreeWalker(inside.documentElement, NodeFilter.SHOW_COMMENT);
  for (let n = comments.nextNode(); n; n = comments.nextNode()) {
    const id = nodeOf(n);
    if (id !== undefined) all.set(id, n);
  }
  return all;
}

/** Whether anything of a node is shown; of what may be empty, whether it stands in something that is. */
export function isShown(n: Node): boolean {
  const e = n.nodeType === Node.COMMENT_NODE ? n.parentElement! : (n as HTMLElement);
  return e.getClientRects().length > 0;
}

/** The border box of the block that begins with a node; that of an HTML block is around all of it. */
export function rectOf(n: Node): DOMRect {
  if (n.nodeType === Node.ELEMENT_NODE) {
    const e = n as HTMLElement;
    return (e.localName === "picture" ? e.querySelector("img")! : e).getBoundingClientRect();
  }
  const range = n.ownerDocument!.createRange();
  range.setStartAfter(n);
  let last: Node = n;
  while (last.nextSibling && !(last.nodeType === Node.COMMENT_NODE && (last as Comment).data === ends)) {
    last = last.nextSibling;
  }
  range.setEndBefore(last);
  return range.getBoundingClientRect();
}

function columnOf(element: HTMLElement, { rows }: Asked): Column {
  const holder = holderOf(element);
  const box = content(holder);
  const runs: Run[] = [];
  let run: Run | null = null;
  let [number, top] = [0, box.y];
  for (const child of holder.childNodes) {
    const id = nodeOf(child);
    if (id === undefined) continue;
    if (rows.has(id)) {
      const rect = rectOf(child);
      if (run) run.height = rect.top - top;
      [run, top, number] = [null, rect.bottom, number + 1];
      continue;
    }
    run ??= runs[runs.push({ number, height: 0, spots: [] }) - 1]!;
    if (!isShown(child)) {
      run.spots.push([0, 0, 0, 0]);
      continue;
    }
    const rect = rectOf(child);
    run.spots.push([rect.x - box.x, rect.y - top, rect.width, rect.height]);
    const inner = child.nodeType === Node.ELEMENT_NODE ? (child as HTMLElement).scrollWidth : 0;
    const needs = rect.x - box.x + Math.max(rect.width, inner);
    if (needs > box.width + 1) run.needs = Math.max(run.needs ?? 0, needs);
  }
  if (run) run.height = box.bottom - top;
  return { id: element.dataset.node!, width: box.width, runs };
}
