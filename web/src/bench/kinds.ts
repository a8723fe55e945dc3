import type { Bench, SheetNode } from "../api/client";

/** What a node may be; nothing of blocks and of elements that are no part of the grid. */
export function elementsOf(bench: Bench, node: SheetNode): string[] {
  return node.kind === "block" || node.kind === "element" ? [] : bench.elements[node.kind];
}

/** The kinds of container that the kit of the page can hold. */
export function containerKinds(bench: Bench): string[] {
  const below = bench.breakpoints.slice(1).map((b) => `fluid below ${b.name}`);
  return ["fixed", "fluid", ...below, ...(bench.kit.capped ? ["capped"] : [])];
}
