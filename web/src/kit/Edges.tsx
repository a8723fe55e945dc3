import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { KitView, Step } from "../api/client";

interface Props {
  view: KitView;
  /** What is typed, which may be ahead of what is drawn. */
  steps: Step[];
  onStep: (step: Step) => void;
}

/** What an em of a media query is, in px. */
const em = 16;

/** The breakpoints' lower edges on a line of viewport widths, moved by dragging or with the arrow
 *  keys. */
export function Edges({ view, steps, onStep }: Props) {
  const line = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<{ name: string; top: number } | null>(null);
  const edges = view.kit.breakpoints.map((b, i) => {
    const typed = steps.findLast((s) => s.field === "from" && s.breakpoint === b.name)?.text?.trim();
    const text = typed && /^\d+(\.\d+)?(px|r?em)?$/.test(typed) ? typed : b.from;
    const inEm = text.endsWith("em");
    return { name: b.name, px: parseFloat(text) * (inEm ? em : 1), inEm, text, first: i === 0 };
  });
  const top = held?.top ?? Math.max(800, (edges.at(-1)?.px ?? 0) * 1.2);
  const share = (px: number) => `${Math.min(100, (100 * px) / top)}%`;

  function move(edge: (typeof edges)[number], px: number) {
    const to = Math.max(1, px);
    const text = edge.inEm ? `${Math.round((to / em) * 4) / 4}em` : `${Math.round(to)}`;
    if (text !== edge.text.replace(/px$/, "")) onStep({ field: "from", breakpoint: edge.name, text });
  }

  function drag(edge: (typeof edges)[number], event: PointerEvent<HTMLElement>) {
    if (held?.name !== edge.name || !line.current) return;
    const box = line.current.getBoundingClientRect();
    move(edge, ((event.clientX - box.left) / box.width) * top);
  }

  function key(edge: (typeof edges)[number], event: KeyboardEvent) {
    const way = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
    if (!way) return;
    event.preventDefault();
    move(edge, edge.px + way * (edge.inEm ? em / 4 : 1) * (event.shiftKey ? 10 : 1));
  }

  return (
    <div className="mb-3 flex items-center gap-2">
      <span className="w-[150px] shrink-0 text-[12px] text-ink-2">Lower edges</span>
      <div ref={line} className="relative h-9 flex-1">
        <span aria-hidden="true" className="absolute inset-x-0 top-[13px] border-t border-control" />
        {edges.map((edge) =>
          edge.first ? (
            <span key={edge.name} aria-hidden="true" className="absolute top-[20px] text-[12px] text-ink-2">
              {edge.name}
            </span>
          ) : (
            <span
              key={edge.name}
              role="slider"
              tabIndex={0}
              aria-label={`Lower edge of ${edge.name}`}
              aria-valuemin={1}
              aria-valuemax={Math.round(top)}
              aria-valuenow={edge.px}
              aria-valuetext={edge.text}
              onKeyDown={(e) => key(edge, e)}
              onPointerDown={(e) => {
                e.currentTarget.setPointerCapture(e.pointerId);
                setHeld({ name: edge.name, top });
              }}
              onPointerMove={(e) => drag(edge, e)}
              onPointerUp={() => setHeld(null)}
              onLostPointerCapture={() => setHeld(null)}
              style={{ left: share(edge.px) }}
              className="absolute top-0 flex -translate-x-1/2 cursor-ew-resize touch-none flex-col items-center rounded-sm px-1"
            >
              <span className="h-[26px] w-[5px] rounded-[2px] bg-woad-deep" />
              <span className="absolute top-[20px] left-[calc(50%+5px)] bg-cloth text-[12px] whitespace-nowrap">
                {edge.name} <span className="font-mono text-ink-2">{edge.text.replace(/px$/, "")}</span>
              </span>
            </span>
          ),
        )}
      </div>
    </div>
  );
}
