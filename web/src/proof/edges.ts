import type { Breakpoint, Change } from "../api/client";

/** A width at which the page changes, and the widths to look at there: just below, at and just above it. */
export interface Edge {
  at: number;
  /** What happens there. */
  name: string;
  widths: number[];
}

/** The widths at which a page changes: where breakpoints begin, and where lines change. */
export function edgesOf(breakpoints: readonly Breakpoint[], changes: readonly Change[]): Edge[] {
  const all = new Map<number, string>();
  for (const { width } of changes) all.set(width, "lines change");
  for (const b of breakpoints.slice(1)) all.set(Math.ceil(b.low), `${b.name} begins`);
  const most = breakpoints.at(-1)!.high;
  return [...all]
    .sort(([a], [b]) => a - b)
    .map(([at, name]) => ({ at, name, widths: [at - 1, at, at + 1].filter((w) => w >= 1 && w <= most) }));
}

/** The next width to look at from one on, narrower or wider; nothing past the last. */
export function nextEdge(edges: readonly Edge[], from: number, wider: boolean): number | undefined {
  const all = [...new Set(edges.flatMap((e) => e.widths))].sort((a, b) => a - b);
  return wider ? all.find((w) => w > from) : all.findLast((w) => w < from);
}
