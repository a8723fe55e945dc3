import type { Lane } from "../api/client";

/** A part of a finished design, and by how much the page has it elsewhere. */
export type Aside = NonNullable<Lane["design"]>["parts"][number];

/** How the page has a part other than the design, in words. */
export function asideWords(p: Aside): string {
  const all: (readonly [number, string, string])[] = [
    [p.across, "right", "left"],
    [p.wider, "wider", "narrower"],
    [p.down, "lower", "higher"],
    [p.taller, "taller", "shorter"],
  ];
  return all
    .filter(([by]) => Math.abs(by) > 2)
    .map(([by, more, less]) => `${Math.round(Math.abs(by))} ${by > 0 ? more : less}`)
    .join(", ");
}
