import { Plus, Trash2 } from "lucide-react";
import { useRef, useState } from "react";
import type { KitView, Ruler, Step } from "../api/client";
import { Button } from "../parts/Button";

/** What is drawn of a kit. */
type Drawn = Pick<KitView, "kit" | "rulers" | "facts"> & Partial<Pick<KitView, "users" | "cells">>;

interface Props {
  view: Drawn;
  template: string;
  /** Rulers without it are only looked at. */
  onStep?: (step: Step) => void;
}

/** How high a ruler is drawn, in px. */
const high = 130;

/** The grid at every breakpoint, drawn at one scale, with its container dimensioned. */
export function Rulers({ view, template, onStep }: Props) {
  const widest = Math.max(...view.rulers.map((r) => r.viewport));
  return (
    <div className="grid gap-x-2" style={{ gridTemplateColumns: template }}>
      <div className="self-start pr-3">
        {onStep ? (
          <h1 className="text-[16px] font-semibold break-words">{view.kit.name}</h1>
        ) : (
          <h3 className="text-[14px] font-semibold break-words">{view.kit.name}</h3>
        )}
        {view.users && (
          <p className="text-[12px] text-ink-2">
            {view.users.length ? `Used by ${view.users.map((p) => p.name).join(", ")}` : "Not used by a page yet"}
          </p>
        )}
      </div>
      {view.rulers.map((r, i) => {
        const range = view.facts[i]!.range;
        return (
          <section
            key={r.breakpoint}
            aria-label={onStep ? r.breakpoint : `${view.kit.name}, ${r.breakpoint}`}
            className="min-w-0"
          >
            <div className="flex items-center gap-1">
              <h2 className="truncate text-[13px] font-semibold">{r.breakpoint}</h2>
              <span className="min-w-0 flex-1 truncate font-mono text-[12px] text-ink-2">
                {range.to ? `${range.from}–${range.to}` : `${range.from} and up`}
              </span>
              {onStep && (
                <>
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
                </>
              )}
            </div>
            <Grid view={view} ruler={r} at={i} widest={widest} onStep={onStep} />
            <Dimension ruler={r} widest={widest} />
            <p className="mb-2 text-center font-mono text-[12px] leading-snug text-ink-2">
              <span className="text-ink">{r.width}</span> at {r.viewport}
              <br />
              {columnOf(view, i)}
            </p>
          </section>
        );
      })}
    </div>
  );
}

/** Its column and gutter in words; of uneven columns, the narrowest. */
function columnOf(view: Drawn, i: number): string {
  const { units } = view.rulers[i]!;
  const figure = (n: number) => String(Math.round(n * 100) / 100);
  const [first, second] = units;
  const gutter = second ? second.x - first!.x - first!.width : 0;
  return `column ${figure(Math.min(...units.map((u) => u.width)))}, gutter ${figure(gutter)}`;
}

/** How wide the container is, as a line with its ends. */
function Dimension({ ruler, widest }: { ruler: Ruler; widest: number }) {
  const left = (widest - ruler.viewport) / 2 + ruler.x;
  return (
    <svg viewBox={`0 0 ${widest} 8`} preserveAspectRatio="none" aria-hidden="true" className="mt-1 block h-2 w-full">
      <path
        d={`M${left} 0v8M${left} 4h${ruler.width}M${left + ruler.width} 0v8`}
        fill="none"
        vectorEffect="non-scaling-stroke"
        className="stroke-ink-2"
      />
    </svg>
  );
}

interface GridProps {
  view: Drawn;
  ruler: Ruler;
  at: number;
  widest: number;
  onStep?: (step: Step) => void;
}

/** The grid at one breakpoint: uneven columns are divided by dragging. */
function Grid({ view, ruler: r, at, widest, onStep }: GridProps) {
  const drawing = useRef<SVGSVGElement>(null);
  const [held, setHeld] = useState<{ unit: number; x: number; ratios: number[] } | null>(null);
  let owner = at; // the breakpoint that says how many columns there are
  while (owner > 0 && !view.cells?.[owner]!.columns) owner--;
  const ratios = (view.cells?.[owner]!.columns || view.kit.columns).split(" ").map(Number);
  const uneven = ratios.length > 1 && onStep !== undefined;

  /** Gives so many parts of one column to the one before the division. */
  function divide(unit: number, from: number[], parts: number) {
    const most = from[unit + 1]! - 1;
    const by = Math.min(most, Math.max(1 - from[unit]!, parts));
    const next = from.map((n, i) => (i === unit ? n + by : i === unit + 1 ? n - by : n));
    if (next.join(" ") !== ratios.join(" ")) {
      onStep?.({ field: "columns", breakpoint: view.kit.breakpoints[owner]!.name, text: next.join(" ") });
    }
  }

  const all = ratios.reduce((a, b) => a + b, 0);
  const part = r.units.reduce((sum, u) => sum + u.width, 0) / all;
  const scale = () => widest / (drawing.current?.getBoundingClientRect().width || 1);
  const padded = r.before + r.after > 0;
  return (
    <svg
      ref={drawing}
      role={uneven ? "group" : "img"}
      aria-label={`${r.units.length} columns in a container of ${r.width} px, at ${r.viewport} px`}
      viewBox={`0 0 ${widest} ${high}`}
      preserveAspectRatio="none"
      className="mt-1 block h-[130px] w-full"
    >
      <g transform={`translate(${(widest - r.viewport) / 2} 0)`}>
        <rect width={r.viewport} height={high} className="fill-raised stroke-line" vectorEffect="non-scaling-stroke" />
        {padded &&
          r.units.map((u) => (
            <rect
              key={u.x}
              x={u.x - r.before}
              width={u.width + r.before + r.after}
              height={high}
              className="fill-raised stroke-control"
              vectorEffect="non-scaling-stroke"
            />
          ))}
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
        {uneven &&
          r.units.slice(0, -1).map((u, unit) => {
            const middle = (u.x + u.width + r.units[unit + 1]!.x) / 2;
            return (
              <g
                key={unit}
                role="slider"
                tabIndex={0}
                aria-label={`Division after column ${unit + 1} at ${r.breakpoint}`}
                aria-valuemin={1}
                aria-valuemax={ratios[unit]! + ratios[unit + 1]! - 1}
                aria-valuenow={ratios[unit]!}
                aria-valuetext={ratios.join(" ")}
                className="cursor-ew-resize touch-none"
                onKeyDown={(e) => {
                  const way = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
                  if (!way) return;
                  e.preventDefault();
                  divide(unit, ratios, way);
                }}
                onPointerDown={(e) => {
                  e.currentTarget.setPointerCapture(e.pointerId);
                  setHeld({ unit, x: e.clientX, ratios });
                }}
                onPointerMove={(e) =>
                  held?.unit === unit && divide(unit, held.ratios, Math.round(((e.clientX - held.x) * scale()) / part))
                }
                onPointerUp={() => setHeld(null)}
              >
                <rect x={middle - widest / 40} width={widest / 20} height={high} fill="transparent" />
                <path
                  d={`M${middle} 0v${high}`}
                  vectorEffect="non-scaling-stroke"
                  strokeWidth={2}
                  className="stroke-woad-deep"
                />
              </g>
            );
          })}
      </g>
    </svg>
  );
}
