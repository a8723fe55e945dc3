/** Lines from 1 on, both ends included. */
export interface Lines {
  first: number;
  last: number;
}

/** The lines of a node, its children's between them included. */
export function linesOf(nodes: readonly string[] | undefined, node: string | undefined): Lines | undefined {
  if (!nodes || node === undefined) return undefined;
  const first = nodes.indexOf(node);
  return first < 0 ? undefined : { first: first + 1, last: nodes.lastIndexOf(node) + 1 };
}
