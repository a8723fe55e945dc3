import { X } from "lucide-react";
import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { Bench, Drawing } from "../api/client";
import type { Agreement } from "../page/agreement";
import type { Measures } from "../page/measure";
import { PageFrame } from "../page/PageFrame";
import { Button } from "../parts/Button";
import { Ghosts, Grid, Outline, Regions, Tint } from "./Overlay";
import { plannedRegions, styledRegions, type Region } from "./regions";
import { useProof, proofStore } from "./view";
import { isPlanned, meet } from "./ways";

interface Props {
  bench: Bench;
  /** The address of the page's document. */
  address: string;
  document: readonly string[];
  drawing: Drawing | undefined;
  width: number;
  /** Of the window of the page, in px of the page. */
  height: number;
  scale: number;
  /** No edge is dragged: it is measured, and compared with its plan. */
  still: boolean;
  active: boolean;
  selected: string | null;
  onActivate: () => void;
  onClose?: () => void;
  onSelect: (node: string) => void;
  /** Gives it another width, while its edge is dragged and when it is let go. */
  onWidth: (px: number, dragging: boolean) => void;
  onScroll: (share: number) => void;
  onMeasure: (measures: Measures) => void;
  onCompare: (agreement: Agreement) => void;
}

/** How far a pane is scrolled is told to it by the others. */
export const scrollTo = "kr-scroll";

/** What the pointer is over: an element, and the node that it belongs to. */
interface Pointed {
  element: Element;
  node: string | null;
}

/** The real page at one width, with what is drawn over and under it. */
export function Pane({
  bench,
  address,
  document,
  drawing,
  width,
  height,
  scale,
  still,
  active,
  selected,
  onActivate,
  onClose,
  onSelect,
  onWidth,
  onScroll,
  onMeasure,
  onCompare,
}: Props) {
  const { grid, colour, strength, boxes, tint, ghosts, ways, held } = useProof();
  const [frame, setFrame] = useState<HTMLIFrameElement | null>(null);
  const [shown, setShown] = useState(0); // how often the page was shown anew
  const [pointed, setPointed] = useState<Pointed | null>(null);
  const over = useRef<HTMLDivElement>(null);
  const under = useRef<HTMLDivElement>(null);
  const inside = frame?.contentDocument ?? null;
  const nameOf = useCallback((id: string) => bench.nodes.find((n) => n.id === id)?.name ?? id, [bench.nodes]);

  const show = useCallback((f: HTMLIFrameElement) => {
    meet(f, proofStore.getState().ways);
    setFrame(f);
    setShown((n) => n + 1);
  }, []);
  useEffect(() => meet(frame, ways), [frame, ways]);

  const clicked = useRef(false); // what is selected next was clicked here, and is in sight
  const latest = useRef({ onScroll, onSelect, onActivate });
  useEffect(() => {
    latest.current = { onScroll, onSelect, onActivate };
  });
  useEffect(() => {
    const window = frame?.contentWindow;
    const page = frame?.contentDocument;
    if (!window || !page) return;
    const follow = () => {
      const { scrollX, scrollY } = window;
      for (const layer of [over.current, under.current]) {
        if (layer) layer.style.transform = `translate(${-scrollX}px, ${-scrollY}px)`;
      }
    };
    const scrolled = () => {
      follow();
      const room = page.documentElement.scrollHeight - window.innerHeight;
      if (frame.matches(":hover, :focus")) latest.current.onScroll(window.scrollY / Math.max(1, room));
    };
    const told = (e: Event) => {
      const room = page.documentElement.scrollHeight - window.innerHeight;
      window.scrollTo(window.scrollX, (e as CustomEvent<number>).detail * room);
    };
    const point = (e: Event) => {
      const element = e.target as Element;
      const node = element.closest?.<HTMLElement>("[data-node]")?.dataset.node ?? null;
      setPointed((p) => (p?.element === element ? p : { element, node }));
    };
    const leave = () => setPointed(null);
    const click = (e: Event) => {
      e.preventDefault(); // a link would lead out of the proof
      latest.current.onActivate();
      clicked.current = true;
      const node = (e.target as Element).closest?.<HTMLElement>("[data-node]")?.dataset.node;
      if (node) latest.current.onSelect(node);
    };
    follow();
    page.addEventListener("scroll", scrolled, { passive: true });
    page.addEventListener("pointerover", point);
    page.documentElement.addEventListener("pointerleave", leave);
    page.addEventListener("click", click);
    // Its keys are those of the screen.
    const press = (e: globalThis.KeyboardEvent) => {
      const { key, ctrlKey, metaKey, altKey, shiftKey } = e;
      const ours = new KeyboardEvent("keydown", { key, ctrlKey, metaKey, altKey, shiftKey, cancelable: true });
      if (!globalThis.dispatchEvent(ours)) e.preventDefault();
    };
    page.addEventListener("keydown", press);
    frame.addEventListener(scrollTo, told);
    return () => {
      page.removeEventListener("scroll", scrolled);
      page.removeEventListener("pointerover", point);
      page.documentElement.removeEventListener("pointerleave", leave);
      page.removeEventListener("click", click);
      page.removeEventListener("keydown", press);
      frame.removeEventListener(scrollTo, told);
    };
  }, [frame]);

  // What is selected elsewhere is brought into sight.
  const chosen = drawing?.lane.boxes.find((b) => b.id === selected && b.shown);
  const [y, high] = [chosen?.y ?? 0, chosen?.height ?? 0];
  useEffect(() => {
    const window = frame?.contentWindow;
    if (!window || !selected) return;
    if (clicked.current) {
      clicked.current = false;
      return;
    }
    const [from, to] = [window.scrollY, window.scrollY + window.innerHeight];
    if (y + Math.min(high, window.innerHeight) > to || y + high < from) window.scrollTo({ top: y - 24 });
  }, [frame, selected, y, high]);

  const regions = useMemo((): Region[] => {
    if (!inside?.body || !drawing || boxes === "none") return [];
    if (boxes === "all") return [...plannedRegions(drawing, null, true), ...styledRegions(inside, null)];
    const node = pointed ? pointed.node : selected;
    const element = pointed ? pointed.element : inside.querySelector(`[data-node="${CSS.escape(selected ?? "")}"]`);
    if (!element) return [];
    return [...plannedRegions(drawing, node, false), ...styledRegions(inside, element)];
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the page changes when it is shown anew
  }, [inside, drawing, boxes, pointed, selected, shown]);

  const planned = isPlanned(ways);
  const box = (id: string | null | undefined) => drawing?.lane.boxes.find((b) => b.id === id && b.shown);
  const hovered = box(pointed?.node);
  const layer = "absolute top-0 left-0 pointer-events-none";
  const size = { width, height: drawing?.lane.height ?? 0 };

  return (
    <section aria-label={`At ${width} px`} className="flex flex-none flex-col" style={{ width: width * scale }}>
      <div className="flex h-6 items-center gap-2 text-[12px] whitespace-nowrap">
        <Button look="bare" aria-pressed={active} onClick={onActivate} className="min-w-0 truncate font-mono">
          <span className={active ? "font-medium text-madder" : "text-ink-2"}>{width} px</span>
        </Button>
        {onClose && (
          <Button look="bare" aria-label={`Close ${width} px`} onClick={onClose} className="ml-auto text-ink-2">
            <X size={13} aria-hidden="true" />
          </Button>
        )}
      </div>
      <div className="relative" style={{ width: width * scale, height: height * scale }}>
        <div
          className={`absolute top-0 left-0 origin-top-left overflow-hidden bg-white outline ${active ? "outline-madder" : "outline-line"}`}
          style={{ width, height, transform: `scale(${scale})` }}
        >
          {grid === "under" && drawing && (
            <div ref={under} className={layer}>
              <svg aria-hidden="true" {...size} className="overflow-visible">
                <Grid drawing={drawing} colour={colour} strength={strength} />
              </svg>
            </div>
          )}
          <PageFrame
            address={address}
            document={document}
            title={`${bench.page.name} at ${width} px`}
            width={width}
            height={height}
            scale={1}
            shown
            nodes={bench.nodes}
            lane={planned && !held && still ? drawing?.lane : undefined}
            styled={bench.styled}
            live
            onShow={show}
            onMeasure={onMeasure}
            onCompare={onCompare}
          />
          {drawing && (
            <div ref={over} className={layer}>
              <svg aria-hidden="true" {...size} className="overflow-visible">
                {grid === "over" && <Grid drawing={drawing} colour={colour} strength={strength} />}
                {tint && <Tint drawing={drawing} />}
                {ghosts && <Ghosts drawing={drawing} scale={scale} nameOf={nameOf} />}
                {regions.length > 0 && <Regions regions={regions} scale={scale} />}
                {hovered && hovered.id !== selected && (
                  <Outline box={hovered} name={nameOf(hovered.id)} scale={scale} strong={false} />
                )}
                {chosen && <Outline box={chosen} name={nameOf(chosen.id)} scale={scale} strong />}
              </svg>
            </div>
          )}
        </div>
        <Edge width={width} scale={scale} low={1} high={bench.breakpoints.at(-1)!.high} onWidth={onWidth} />
      </div>
    </section>
  );
}

/** The right edge of a pane, which is dragged to make it narrower or wider. */
function Edge({
  width,
  scale,
  low,
  high,
  onWidth,
}: {
  width: number;
  scale: number;
  low: number;
  high: number;
  onWidth: Props["onWidth"];
}) {
  const from = useRef<{ x: number; width: number; scale: number } | null>(null);
  const set = (px: number, dragging: boolean) => onWidth(Math.round(Math.min(Math.max(px, low), high)), dragging);
  const move = (e: PointerEvent, dragging: boolean) => {
    const f = from.current;
    if (f) set(f.width + (e.clientX - f.x) / f.scale, dragging);
  };
  function press(e: KeyboardEvent) {
    const by = { ArrowLeft: -1, ArrowRight: 1, PageDown: -10, PageUp: 10 }[e.key];
    if (!by) return;
    e.preventDefault();
    set(width + by * (e.shiftKey ? 10 : 1), false);
  }
  return (
    <div
      role="slider"
      tabIndex={0}
      aria-label={`Edge of the page at ${width} px`}
      aria-valuenow={width}
      aria-valuemin={low}
      aria-valuemax={high}
      aria-valuetext={`${width} px`}
      onKeyDown={press}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        from.current = { x: e.clientX, width, scale };
      }}
      onPointerMove={(e) => move(e, true)}
      onPointerUp={(e) => {
        move(e, false);
        from.current = null;
      }}
      onPointerCancel={() => (from.current = null)}
      className="absolute top-0 -right-3 grid h-full w-3 cursor-ew-resize touch-none place-items-center"
    >
      <i className="h-10 w-[5px] rounded-full bg-control" />
    </div>
  );
}
