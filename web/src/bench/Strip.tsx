import { useRef, useState, type CSSProperties, type PointerEvent } from "react";
import type { Box } from "../api/client";

/** What a drag asks for: so many units wider, so many further in. */
export interface Pull {
  width: number;
  skip: number;
}

interface Props {
  box: Box;
  /** Its row's box in the same lane. */
  row: Box;
  /** The row's columns where they are uneven, as ratios. */
  ratios: number[] | null;
  /** What stands in the strip, in cell notation without skip and trail. */
  text: string;
  /** Set at this breakpoint; else carried, and drawn soft. */
  here: boolean;
  selected: boolean;
  onPull: (pull: Pull) => void;
  onDrop: (pull: Pull) => void;
}

type Grip = "start" | "end" | "whole";

/** A column where it stands in its row, on a ruler of the row's units. Its ends
 *  can be dragged: the right one widens it, the left one trades width for skip,
 *  its middle moves it. */
export function Strip({ box, row, ratios, text, here, selected, onPull, onDrop }: Props) {
  const ruler = useRef<HTMLDivElement>(null);
  const drag = useRef<{ grip: Grip; x: number } | null>(null);
  const [pull, setPull] = useState<Pull | null>(null);
  const share = (px: number) => (100 * px) / Math.max(1, row.width);
  const unit = 100 / box.columns;
  const fixed = box.span === "per line";
  const left = share(box.x - row.x) + (pull?.skip ?? 0) * unit;
  const width = share(box.width) + (pull?.width ?? 0) * unit;

  function take(event: PointerEvent, grip: Grip) {
    if (event.button !== 0 || fixed) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { grip, x: event.clientX };
  }

  function move(event: PointerEvent) {
    if (!drag.current || !ruler.current) return;
    const { grip, x } = drag.current;
    const moved = Math.round((event.clientX - x) / (ruler.current.clientWidth / box.columns));
    const next = limit(grip, moved, box);
    if (next.width === (pull?.width ?? 0) && next.skip === (pull?.skip ?? 0)) return;
    setPull(next);
    onPull(next);
  }

  function drop() {
    if (!drag.current) return;
    drag.current = null;
    if (pull) onDrop(pull);
    setPull(null);
  }

  const skip = box.skip + (pull?.skip ?? 0);
  const dye = selected
    ? "bg-madder-strong text-on-dye"
    : here
      ? "bg-woad text-on-dye"
      : "bg-woad-soft text-woad-deep border border-woad-line";
  const thread = "absolute top-[9px] border-t-[1.5px] border-dashed border-weld-line";
  return (
    <div
      ref={ruler}
      className={`relative h-[19px] min-w-0 flex-1 ${ratios ? "" : "bg-[repeating-linear-gradient(90deg,transparent_0_calc(var(--unit)-1px),var(--line)_calc(var(--unit)-1px)_var(--unit))]"}`}
      style={{ "--unit": `${unit}%` } as CSSProperties}
      onPointerMove={move}
      onPointerUp={drop}
      onPointerCancel={drop}
    >
      {ratios &&
        ends(ratios).map((end) => (
          <i key={end} className="absolute inset-y-0 w-px bg-line" style={{ left: `${end}%` }} />
        ))}
      {skip > 0 && (
        <i
          className={thread}
          style={{ left: `${left - share(box.before) - (pull?.skip ?? 0) * unit}%`, right: `${100 - left}%` }}
        />
      )}
      {box.trail > 0 && <i className={thread} style={{ left: `${left + width}%`, width: `${share(box.after)}%` }} />}
      <div
        data-strip={box.id}
        onPointerDown={(e) => take(e, "whole")}
        className={`absolute inset-y-px flex touch-none items-center overflow-hidden pl-2 font-mono text-[12px] ${fixed ? "" : "cursor-grab"} ${box.span === "natural" ? "rounded-full" : "rounded-[3px]"} ${box.span === "share" ? "border-x-[3px] border-double border-current" : ""} ${dye}`}
        style={{ left: `${left}%`, width: `${Math.max(width, 1)}%` }}
      >
        {pull?.width ? Math.round(box.units) + pull.width : text}
        {!fixed && <Handle edge="start" onTake={take} />}
        {!fixed && <Handle edge="end" onTake={take} />}
      </div>
    </div>
  );
}

/** Where uneven columns end, in percent of the row. */
function ends(ratios: number[]): number[] {
  const whole = ratios.reduce((a, b) => a + b, 0);
  let sum = 0;
  return ratios.slice(0, -1).map((r) => (100 * (sum += r)) / whole);
}

function Handle({ edge, onTake }: { edge: "start" | "end"; onTake: (event: PointerEvent, grip: Grip) => void }) {
  return (
    <span
      data-grip={edge}
      onPointerDown={(e) => {
        e.stopPropagation();
        onTake(e, edge);
      }}
      className={`absolute inset-y-0 flex w-2 cursor-ew-resize touch-none items-center justify-center ${edge === "start" ? "left-0" : "right-0"}`}
    >
      <i className="h-[11px] w-[3px] rounded-sm bg-current opacity-60" />
    </span>
  );
}

/** How far a grip may be pulled before the server would refuse it. */
function limit(grip: Grip, moved: number, box: Box): Pull {
  const units = Math.round(box.units);
  const between = (low: number, high: number) => Math.min(Math.max(moved, low), high);
  switch (grip) {
    case "end":
      return { width: between(1 - units, box.columns - units), skip: 0 };
    case "start": {
      const by = between(-box.skip, units - 1);
      return { width: -by, skip: by };
    }
    case "whole":
      return { width: 0, skip: between(-box.skip, Math.max(0, box.columns - units - box.skip)) };
  }
}
