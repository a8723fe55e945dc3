import type { Breakpoint } from "../api/client";

/** The width of the tree at the left, in px. */
export const treeWidth = 212;

/** The Bench's columns: the tree, then a column for every breakpoint, of which
 *  the one in focus takes what the others leave. Heads, lanes and sheet share
 *  them, so that a breakpoint is one column of the screen. */
export function columns(breakpoints: Breakpoint[], focus: string): string {
  return [
    `${treeWidth}px`,
    ...breakpoints.map((b, i) => (b.name === focus ? "minmax(240px, 1fr)" : `${Math.min(72 + 14 * i, 116)}px`)),
  ].join(" ");
}
