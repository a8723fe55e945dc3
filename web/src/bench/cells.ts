import type { Bench, SheetNode } from "../api/client";
import type { Spot } from "./view";

/** A cell as the view keeps it: "node/breakpoint", of a node itself "node/". */
export const keyOf = (at: Spot) => `${at.node}/${at.breakpoint ?? ""}`;

/** The cell of a key. */
export function cellOf(key: string): { node: string; breakpoint: string } {
  const cut = key.lastIndexOf("/");
  return { node: key.slice(0, cut), breakpoint: key.slice(cut + 1) };
}

/** The nodes of cells, each once. */
export const nodesOf = (keys: readonly string[]) => [...new Set(keys.map((key) => cellOf(key).node))];

/** The sheet's cells: a line for every node, and in it a place for the node itself and
 *  one for each breakpoint. */
export interface Cells {
  lines: SheetNode[];
  breakpoints: string[];
}

/** The cell so many places and lines on, if need be of what is typed into alone: of blocks from one of them, else of
 *  columns; null where the sheet ends. */
export function walk({ lines, breakpoints }: Cells, from: Spot, dx: number, dy: number, typedOnly = false) {
  const places = [null, ...breakpoints];
  const x = Math.min(Math.max(places.indexOf(from.breakpoint) + dx, 0), breakpoints.length);
  let y = lines.findIndex((n) => n.id === from.node) + dy;
  const kind = lines[y - dy]?.kind === "block" ? "block" : "column";
  while (typedOnly && lines[y] && lines[y]!.kind !== kind) y += Math.sign(dy);
  const line = lines[y];
  return line ? { node: line.id, breakpoint: places[x] ?? null } : null;
}

/** What has settings, and what is selected as a whole. */
const isSettable = (n: SheetNode | undefined) => n?.kind === "row" || n?.kind === "column" || n?.kind === "block";

/** The keys of the cells between two: of nodes of the first one's kind where those have settings; of names, all nodes. */
export function between({ lines, breakpoints }: Cells, a: Spot, b: Spot): string[] {
  const order = (x: number, y: number) => (x < y ? [x, y] : [y, x]) as [number, number];
  const line = (at: Spot) => lines.findIndex((n) => n.id === at.node);
  const [top, bottom] = order(line(a), line(b));
  const all = lines.slice(top, bottom + 1);
  if (a.breakpoint === null || b.breakpoint === null) return all.map((n) => `${n.id}/`);
  const [left, right] = order(breakpoints.indexOf(a.breakpoint), breakpoints.indexOf(b.breakpoint));
  const first = lines[line(a)];
  return all
    .filter((n) => (isSettable(first) ? n.kind === first!.kind : !isSettable(n)))
    .flatMap((n) => breakpoints.slice(Math.max(0, left), right + 1).map((name) => `${n.id}/${name}`));
}

/** Those of several nodes, or the one where none are, that stand in no other of them. */
export function outermost(bench: Bench, among: readonly string[], one: string): string[] {
  const all = new Set(among.length > 1 ? among : [one]);
  const parents = new Map(bench.nodes.map((n) => [n.id, n.parent]));
  const isInside = (id: string) => {
    for (let up = parents.get(id); up; up = parents.get(up)) if (all.has(up)) return true;
    return false;
  };
  return [...all].filter((id) => parents.has(id) && !isInside(id));
}
