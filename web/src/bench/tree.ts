import type { Bench, SheetNode } from "../api/client";

/** A page's nodes by id, as lanes need them: what each is called and where it
 *  stands. */
export type Tree = ReadonlyMap<string, SheetNode>;

/** The nodes that have a line of the sheet: of blocks in columns those whose column is unfolded. */
export function linesOf(bench: Bench, unfolded: ReadonlySet<string>): SheetNode[] {
  const columns = new Set(bench.nodes.filter((n) => n.kind === "column" && !unfolded.has(n.id)).map((n) => n.id));
  return bench.nodes.filter((n) => n.kind !== "block" || !columns.has(n.parent));
}

let last: { nodes: SheetNode[]; tree: Tree } = { nodes: [], tree: new Map() };

/** The tree of a page's nodes: the same one as before, as long as only cells and
 *  content are other, so that lanes with nothing new are not drawn again. */
export function treeOf(nodes: SheetNode[]): Tree {
  const same =
    nodes.length === last.nodes.length &&
    nodes.every((n, i) => {
      const was = last.nodes[i]!;
      return n === was || (n.id === was.id && n.name === was.name && n.parent === was.parent && n.index === was.index);
    });
  last = { nodes, tree: same ? last.tree : new Map(nodes.map((n) => [n.id, n])) };
  return last.tree;
}
