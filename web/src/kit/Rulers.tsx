import { Plus, Trash2 } from "lucide-react";
import type { KitView, Step } from "../api/client";
import { Button } from "../parts/Button";

interface Props {
  view: KitView;
  template: string;
  onStep: (step: Step) => void;
}

/** How high a ruler is drawn, in px. */
const high = 130;

/** The grid at every breakpoint, drawn at one scale, with its container dimensioned. */
export function Rulers({ view, template, onStep }: Props) {
  const widest = Math.max(...view.rulers.map((r) => r.viewport));
  return (
    <div className="grid gap-x-2" style={{ gridTemplateColumns: template }}>
      <div className="self-start pr-3">
        <h1 className="text-[16px] font-semibold">{view.kit.name}</h1>
        <p className="text-[12px] text-ink-2">
          {view.users.length ? `Used by ${view.users.map((p) => p.name).join(", ")}` : "Not used by a page yet"}
        </p>
      </div>
      {view.rulers.map((r, i) => {
        const range = view.facts[i]!.range;
        return (
          <section key={r.breakpoint} aria-label={r.breakpoint} className="min-w-0">
            <div className="flex items-baseline gap-1">
              <h2 className="truncate text-[13px] font-semibold">{r.breakpoint}</h2>
              <span className="min-w-0 flex-1 truncate font-mono text-[11px] text-ink-2">
                {range.to ? `${range.from}–${range.to}` : `${range.from} and up`}
              </span>
              <Button
                size="dot"
                look="bare"
                aria-label={`Add a breakpoint after ${r.breakpoint}`}
                title="Add a breakpoint after it"
                disabled={view.rulers.length >= 8}
                onClick={() => onStep({ field: "add", breakpoint: r.breakpoint })}
              >
                <Plus size={12} aria-hidden="true" />
              </Button>
              <Button
                size="dot"
                look="bare"
                aria-label={`Remove ${r.breakpoint}`}
                title="Remove it"
                disabled={view.rulers.length === 1}
                onClick={() => onStep({ field: "remove", breakpoint: r.breakpoint })}
              >
                <Trash2 size={12} aria-hidden="true" />
              </Button>
            </div>
            <svg
              role="img"
              aria-label={`${r.units.length} columns in a container of ${r.width} px, at ${r.viewport} px`}
              viewBox={`0 0 ${widest} ${high}`}
              preserveAspectRatio="none"
              className="mt-1 block h-[130px] w-full"
            >
              <g transform={`translate(${(widest - r.viewport) / 2} 0)`}>
                <rect
                  width={r.viewport}
                  height={high}
                  className="fill-raised stroke-line"
                  vectorEffect="non-scaling-stroke"
                />
                {r.units.map((u) => (
                  <rect key={u.x} x={u.x} width={u.width} height={high} className="fill-woad-soft" />
                ))}
                <rect
                  x={r.x}
                  width={r.width}
                  height={high}
                  fill="none"
                  strokeDasharray="3 3"
                  vectorEffect="non-scaling-stroke"
                  className="stroke-woad-line"
                />
              </g>
            </svg>
            <p className="mt-1 mb-2 text-center font-mono text-[11px] text-ink-2">
              container {r.width} at {r.viewport}
            </p>
          </section>
        );
      })}
    </div>
  );
}
