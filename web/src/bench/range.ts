import { useRef } from "react";
import { between, cellOf, keyOf, type Cells } from "./cells";
import { useView, type Spot, viewStore } from "./view";

/** Selecting several cells of the sheet: up to one from where the selection began, or one more or less. */
export function useRange(cells: Cells) {
  const spot = useView((v) => v.spot);
  const gathered = useView((v) => v.cells);
  const { gather } = viewStore.getState();
  const anchor = useRef<Spot | null>(null);

  /** Selects from the cell the selection began at to another. */
  function extend(to: Spot) {
    const from = (gathered.length > 0 ? anchor.current : spot) ?? to;
    anchor.current = from;
    gather(to, between(cells, from, to));
  }

  /** Adds a cell to the selection, or takes it out. */
  function toggle(to: Spot) {
    const key = keyOf(to);
    const now = gathered.length > 0 ? gathered : spot ? [keyOf(spot)] : [];
    const next = now.includes(key) ? now.filter((c) => c !== key) : [...now, key];
    anchor.current = to;
    gather(to, next);
  }

  /** The cells that take what is typed. */
  function chosen(at: Spot) {
    return (gathered.length > 0 ? gathered : [keyOf(at)]).map(cellOf).filter((c) => c.breakpoint !== "");
  }

  return { extend, toggle, chosen };
}
