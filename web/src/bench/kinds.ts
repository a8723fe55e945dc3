import type { Bench } from "../api/client";

/** The kinds of container that the kit of the page can hold. */
export function containerKinds(bench: Bench): string[] {
  const below = bench.breakpoints.slice(1).map((b) => `fluid below ${b.name}`);
  return ["fixed", "fluid", ...below, ...(bench.kit.capped ? ["capped"] : [])];
}
