import { memo } from "react";
import type { Breakpoint, Change, SheetNode } from "../api/client";
import { WidthSlider } from "../parts/WidthSlider";

interface Props {
  breakpoint: Breakpoint;
  /** The width its lane is drawn at, in px. */
  value: number;
  /** Widths at which lines change. */
  changes: Change[];
  nodes: Map<string, SheetNode>;
  inFocus: boolean;
  onChange: (breakpoint: string, px: number) => void;
}

/** The widths a breakpoint serves, as a bar: its lane is drawn at the thumb, and
 *  lines change at the ticks. */
export const WidthBar = memo(function WidthBar({ breakpoint, value, changes, nodes, inFocus, onChange }: Props) {
  const { name, low, high } = breakpoint;
  const names = (c: Change) => c.rows.map((id) => nodes.get(id)?.name ?? id).join(", ");
  return (
    <WidthSlider
      label={`Width of the ${name} lane`}
      low={low}
      high={high}
      value={value}
      onChange={(px) => onChange(name, px)}
      ticks={changes.map((c) => ({ at: c.width, title: `Lines change at ${c.width} px: ${names(c)}` }))}
      note={changes.length > 0 ? `; lines change at ${changes.map((c) => `${c.width} px`).join(", ")}` : ""}
      quiet={!inFocus}
    />
  );
}, alike);

/** A bar is drawn again only when what it shows changes. */
function alike(a: Props, b: Props): boolean {
  return (
    a.breakpoint.name === b.breakpoint.name &&
    a.breakpoint.low === b.breakpoint.low &&
    a.breakpoint.high === b.breakpoint.high &&
    a.value === b.value &&
    a.changes === b.changes &&
    a.inFocus === b.inFocus
  );
}
