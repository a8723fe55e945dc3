import { useRef, useState, type CSSProperties, type PointerEvent } from "react";
import type { Box } from "../api/client";

/** What a drag asks for: so many units wider, so many further in. */
export interface Pull {
  width: number;
  skip: number;
}

interface Props {
  box: Box;
  /** Set at this breakpoint; else carried, and drawn soft. */
  here: boolean;
  selected: boolean;
  onPull: (pull: Pull) => void;
  onDrop: (pull: Pull) => void;
}

type Grip = "start" | "end" | "whole";

/** A column on a ruler of its row's units. Its ends can be dragged: the right
 *  one widens it, the left one trades width for skip, its middle moves it. */
export function Strip({ box, here, selected, onPull, onDrop }: Props) {
  const ruler = useRef<HTMLDivElement>(null);
  const drag = useRef<{ grip: Grip; x: number } | null>(null);
  const [pull, setPull] = useState<Pull | null>(null);
  const unit = 100 / box.columns;
  const skip = box.skip + (pull?.skip ?? 0);
  const units = box.units + (pull?.width ?? 0);
  const first = box.unit - box.skip - 1;

  function take(event: PointerEvent, grip: Grip) {
    if (event.button !== 0) return;
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

  const dye = selected
    ? "bg-madder-strong text-on-dye"
    : here
      ? "bg-woad text-on-dye"
      : "bg-woad-soft text-woad-deep border border-woad-line";
  return (
    <div
      ref={ruler}
      className="relative h-[19px] min-w-0 flex-1 bg-[repeating-linear-gradient(90deg,transparent_0_calc(var(--unit)-1px),var(--line)_calc(var(--unit)-1px)_var(--unit))]"
      style={{ "--unit": `${unit}%` } as CSSProperties}
      onPointerMove={move}
      onPointerUp={drop}
      onPointerCancel={drop}
    >
      {skip > 0 && (
        <i
          className="absolute top-[9px] border-t-[1.5px] border-dashed border-weld-line"
          style={{ left: `${first * unit}%`, width: `${skip * unit}%` }}
        />
      )}
      <div
        data-strip={box.id}
        onPointerDown={(e) => take(e, "whole")}
        className={`absolute inset-y-px flex cursor-grab touch-none items-center overflow-hidden rounded-[3px] pl-2 font-mono text-[11px] ${dye}`}
        style={{ left: `${(first + skip) * unit}%`, width: `calc(${units * unit}% - 2px)` }}
      >
        {units}
        <Handle edge="start" onTake={take} />
        <Handle edge="end" onTake={take} />
      </div>
    </div>
  );
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
  const between = (low: number, high: number) => Math.min(Math.max(moved, low), high);
  switch (grip) {
    case "end":
      return { width: between(1 - box.units, box.columns - box.units), skip: 0 };
    case "start": {
      const by = between(-box.skip, box.units - 1);
      return { width: -by, skip: by };
    }
    case "whole":
      return { width: 0, skip: between(-box.skip, Math.max(0, box.columns - box.units - box.skip)) };
  }
}
