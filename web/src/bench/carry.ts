import type { Bench, Operation, SheetNode } from "../api/client";

/** What is dragged: a node of the page, or a piece of the content sheet. */
export type Item = { name: string } & ({ node: string } | { piece: string });

/** Where it would go: before or after a node, or into it. */
export interface Target {
  node: string;
  where: "before" | "after" | "inside";
  /** Before and after are to the left and right, as columns stand in a lane. */
  across: boolean;
}

/** What can be dragged: a node by its name in the sheet or by its column in a lane, or a
 *  piece of the content sheet. */
const held = '[role="rowheader"][data-spot], [data-lane] [data-column], [data-piece]';

/** The element that would be dragged from there; null where that is none. */
export function heldAt(target: EventTarget | null): HTMLElement | SVGElement | null {
  return target instanceof Element && !target.matches("input") ? target.closest<HTMLElement>(held) : null;
}

/** What an element is dragged as. */
export function itemOf(bench: Bench, { dataset }: HTMLElement | SVGElement): Item | null {
  if (dataset.piece) return { piece: dataset.piece, name: dataset.name ?? "" };
  const id = dataset.column ?? dataset.spot?.slice(0, -1);
  const node = bench.nodes.find((n) => n.id === id);
  return node ? { node: node.id, name: node.name } : null;
}

/** The target under the pointer for an item; null over nothing, or over itself. */
export function targetAt(bench: Bench, item: Item, x: number, y: number): Target | null {
  const over = document.elementFromPoint(x, y)?.closest<HTMLElement>("[data-row], [data-column]");
  const id = over?.dataset.row ?? over?.dataset.column;
  const node = bench.nodes.find((n) => n.id === id);
  if (!over || !node || ("node" in item && item.node === node.id)) return null;
  const box = over.getBoundingClientRect();
  const across = over.dataset.column !== undefined;
  const carried = "node" in item ? bench.nodes.find((n) => n.id === item.node) : undefined;
  if (!carried || !beside(carried.kind, node.kind)) return { node: node.id, where: "inside", across };
  const share = across ? (x - box.left) / box.width : (y - box.top) / box.height;
  // A section may go into another: its middle is inside.
  if (node.kind === "section" && Math.abs(share - 0.5) < 0.25) return { node: node.id, where: "inside", across };
  return { node: node.id, where: share < 0.5 ? "before" : "after", across };
}

/** Whether two kinds stand beside one another. */
function beside(a: SheetNode["kind"], b: SheetNode["kind"]) {
  const frames = ["section", "container"];
  return a === b || (frames.includes(a) && frames.includes(b));
}

/** The operation that puts an item there. */
export function putting(bench: Bench, item: Item, target: Target): Operation | null {
  const node = bench.nodes.find((n) => n.id === target.node);
  if (!node) return null;
  if ("piece" in item) return { place: { piece: item.piece, column: node.id } };
  const carried = bench.nodes.find((n) => n.id === item.node);
  if (!carried) return null;
  const parent = target.where === "inside" ? node.id : node.parent;
  const before = bench.nodes.filter((n) => n.parent === parent && n.id !== carried.id);
  let index = before.length;
  if (target.where !== "inside") {
    index = before.findIndex((n) => n.id === node.id) + (target.where === "after" ? 1 : 0);
  }
  if (parent === carried.parent && index === carried.index) return null;
  return { move: { node: carried.id, parent, index } };
}
