import { Slider } from "radix-ui";
import { memo } from "react";
import type { Breakpoint, Change, SheetNode } from "../api/client";

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
  const share = (px: number) => `${(100 * (px - low)) / Math.max(1, high - low)}%`;
  const names = (c: Change) => c.rows.map((id) => nodes.get(id)?.name ?? id).join(", ");
  return (
    <Slider.Root
      min={low}
      max={high}
      step={1}
      value={[value]}
      onValueChange={([px]) => px !== undefined && onChange(name, px)}
      className="relative flex h-[14px] w-full touch-none items-center"
    >
      <Slider.Track className="relative h-[3px] grow rounded-full bg-line">
        {changes.map((c) => (
          <i
            key={c.width}
            data-change={c.width}
            title={`Lines change at ${c.width} px: ${names(c)}`}
            className="absolute -top-1 h-[11px] w-[2px] bg-ink-2"
            style={{ left: share(c.width) }}
          />
        ))}
      </Slider.Track>
      <Slider.Thumb
        aria-label={`Width of the ${name} lane`}
        aria-valuetext={`${value} px${changes.length > 0 ? `; lines change at ${changes.map((c) => `${c.width} px`).join(", ")}` : ""}`}
        className={`block h-[13px] w-[7px] cursor-ew-resize rounded-[2px] ${inFocus ? "bg-madder" : "bg-control"}`}
      />
    </Slider.Root>
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
