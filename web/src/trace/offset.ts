import type { components } from "../api/schema";

/** By how much the page has an element elsewhere than the frame of a design that it is matched to, in px. */
export type Offset = components["schemas"]["Offset"];

/** The same in words; empty where it is no more than 2 px. */
export function offsetWords(o: Omit<Offset, "off" | "uneven">): string {
  const all: (readonly [number, string, string])[] = [
    [o.across, "right", "left"],
    [o.wider, "wider", "narrower"],
    [o.down, "lower", "higher"],
    [o.taller, "taller", "shorter"],
  ];
  return all
    .filter(([by]) => Math.abs(by) > 2)
    .map(([by, more, less]) => `${Math.round(Math.abs(by))} ${by > 0 ? more : less}`)
    .join(", ");
}
