import type { Breakpoint } from "../api/client";

/** The width of the tree at the left, in px. */
export const treeWidth = 212;

/** How wide the column in focus is, in px, when the others have their least width on a
 *  screen of 1280 px. On a larger one all grow alike. */
const focusWidth = 412;

/** The Bench's columns: the tree, then a column for every breakpoint, of which
 *  the one in focus is the widest. Heads, lanes and sheet share them, so that a
 *  breakpoint is one column of the screen. */
export function columns(breakpoints: Breakpoint[], focus: string): string {
  return [
    `${treeWidth}px`,
    ...breakpoints.map((b, i) => {
      const least = Math.min(72 + 14 * i, 116);
      return b.name === focus ? `minmax(240px, ${focusWidth}fr)` : `minmax(${least}px, ${least}fr)`;
    }),
  ].join(" ");
}
