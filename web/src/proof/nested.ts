import type { Drawing } from "../api/client";

type Grid = Drawing["grids"][number];

/** The grids that lie inside one of a page's, and take its place there. */
export function nestedIn(grids: readonly Grid[], at: number): Grid[] {
  const { y, height } = grids[at]!.box;
  return grids.slice(at + 1).filter(({ box }) => box.y >= y && box.y + box.height <= y + height + 0.01);
}
