import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState, type MouseEvent } from "react";
import type { Bench, Lane, SheetNode } from "../api/client";
import type { Deed } from "../api/deed";
import { agreementStore } from "./agreeing";
import { worstOf } from "./findings";
import { Asides, DesignOver } from "./DesignOver";
import { InPlace } from "./InPlace";
import { LaneDrawing } from "./LaneDrawing";
import { useLaneView } from "./laneView";
import { Legend } from "./Legend";
import { treeOf } from "./tree";
import type { Place } from "../api/bench";
import type { Agreement } from "../page/agreement";
import { PageFrame } from "../page/PageFrame";
import { usePainted } from "../parts/painted";
import type { Measures } from "../page/measure";
import { useView, viewStore } from "./view";

interface Props {
  place: Place;
  bench: Bench;
  nodes: Map<string, SheetNode>;
  focus: string;
  template: string;
  onDo: (deed: Deed) => Promise<Bench | null>;
  /** Takes what was measured of the page, in the document that was. */
  onMeasure: (measures: Measures, document: readonly string[]) => void;
}

/** How long a second click of a double click may take, in ms. */
const doubleClick = 600;

/** The page at every breakpoint, side by side. They scroll together, and to the
 *  selected node. */
export function Lanes({ place, bench, nodes, focus, template, onDo, onMeasure }: Props) {
  const spot = useView((v) => v.shown);
  const select = useView((v) => v.select);
  const area = useRef<HTMLDivElement>(null);
  const tree = treeOf(bench.nodes);
  const told = useMemo(() => (bench.findings.length > 0 ? worstOf(bench.findings) : undefined), [bench.findings]);
  const { widths, tall } = useSizes(area, template);
  const selected = spot?.node ?? null;
  const { shows, units, ghosts } = useLaneView();
  const painted = usePainted();
  const framed = painted && bench.document.length > 0;
  const over = framed && shows === "page";
  const address = `/api/projects/${place.project}/files/${bench.page.file}?page=${place.page}&measured&linked`;
  // How far each lane is scrolled, in steps: what is out of sight is not drawn.
  const [seen, setSeen] = useState<Record<string, number>>({});
  const see = useCallback((breakpoint: string, top: number) => {
    const step = Math.floor(top / 200) * 200;
    setSeen((s) => (s[breakpoint] === step ? s : { ...s, [breakpoint]: step }));
  }, []);
  const clicked = useRef({ breakpoint: "", until: 0 });
  const choose = useCallback(
    (node: string, breakpoint: string) => {
      clicked.current = { breakpoint, until: performance.now() + doubleClick };
      select({ node, breakpoint });
    },
    [select],
  );

  // After the frame's own layout, so that it is not made twice.
  useEffect(() => {
    if (!selected) return;
    const frame = requestAnimationFrame(() => {
      lanesOf(area.current).forEach((lane, i) => {
        const drawn = bench.lanes[i]!;
        // What was clicked stays under the pointer, for a second click.
        if (drawn.breakpoint === clicked.current.breakpoint && performance.now() < clicked.current.until) return;
        const box = drawn.boxes.find((b) => b.id === selected);
        if (!box?.shown || box.kind === "section" || box.kind === "container") return;
        const scale = lane.clientWidth / drawn.width;
        const [top, bottom] = [box.y * scale, (box.y + box.height) * scale];
        const [from, to] = [lane.scrollTop, lane.scrollTop + lane.clientHeight];
        if (top < from) lane.scrollTop = top - 6;
        else if (bottom > to) lane.scrollTop += Math.min(bottom - to + 6, top - from - 6);
      });
    });
    return () => cancelAnimationFrame(frame);
  }, [selected, bench, widths]);

  return (
    <div ref={area} className="grid min-h-0 gap-x-2" style={{ gridTemplateColumns: template }}>
      <Legend bench={bench} selected={selected} />
      {bench.lanes.map((lane, i) => {
        const on = lane.breakpoint === focus;
        const width = widths[i] ?? 72;
        const scale = width / lane.width;
        return (
          // The sheet edits the same words with a key.
          // eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions
          <div
            key={lane.breakpoint}
            data-lane={lane.breakpoint}
            // It scrolls, so the keyboard must reach it.
            // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
            tabIndex={0}
            role="group"
            aria-label={`Lane ${lane.breakpoint}`}
            onDoubleClick={(e) => on && editAt(e, lane, scale, nodes)}
            onScroll={(e) => {
              follow(e.currentTarget, area.current);
              see(lane.breakpoint, e.currentTarget.scrollTop);
            }}
            className={`relative min-w-0 overflow-x-hidden overflow-y-auto rounded-[4px] [contain:strict] border bg-raised [scrollbar-width:thin] ${on ? "border-madder ring-1 ring-madder" : "border-line"}`}
          >
            {framed && (
              <PageFrame
                key={bench.page.id}
                address={address}
                document={bench.document}
                title={`${bench.page.name} at ${lane.width} px`}
                width={lane.width}
                height={Math.ceil(Math.max(lane.height, tall / scale))}
                scale={scale}
                shown={over}
                nodes={bench.nodes}
                lane={lane}
                styled={bench.styled}
                onMeasure={onMeasure}
                onCompare={agree}
              />
            )}
            {lane.design && over && <DesignOver design={lane.design} scale={scale} />}
            <LaneDrawing
              lane={lane}
              over={over}
              units={units}
              nodes={tree}
              told={told}
              width={width}
              labelled={on}
              ghosts={ghosts}
              tall={tall}
              top={seen[lane.breakpoint] ?? 0}
              room={tall}
              selected={selected}
              onSelect={choose}
              title={`The page at ${lane.breakpoint}, ${lane.width} px wide`}
            />
            {lane.design && !over && <DesignOver design={lane.design} scale={scale} />}
            {lane.design && <Asides design={lane.design} lane={lane} scale={scale} labelled={on} selected={selected} />}
            {on && <InPlace bench={bench} lane={lane} scale={scale} onDo={onDo} />}
          </div>
        );
      })}
    </div>
  );
}

const agree = (agreement: Agreement, breakpoint: string) => agreementStore.setState({ [breakpoint]: agreement });

/** Edits the words under the pointer, or those of the column there where it has no others. */
function editAt(event: MouseEvent<HTMLElement>, lane: Lane, scale: number, nodes: Map<string, SheetNode>) {
  const view = event.currentTarget.getBoundingClientRect();
  const x = (event.clientX - view.left) / scale;
  const y = (event.clientY - view.top + event.currentTarget.scrollTop) / scale;
  const under = lane.boxes.filter((b) => b.shown && x >= b.x && x <= b.x + b.width && y >= b.y && y <= b.y + b.height);
  const column = under.findLast((b) => b.kind === "column");
  const inside = lane.boxes.filter((b) => b.kind === "block" && b.shown && nodes.get(b.id)?.parent === column?.id);
  const block = under.find((b) => b.kind === "block") ?? (inside.length === 1 ? inside[0] : undefined);
  const type = block && nodes.get(block.id)?.content?.type;
  if (block && type && type !== "picture" && type !== "form") viewStore.getState().edit(block.id);
}

function lanesOf(area: HTMLElement | null): HTMLElement[] {
  return [...(area?.querySelectorAll<HTMLElement>("[data-lane]") ?? [])];
}

/** Scrolls the other lanes to the same part of their page, while the pointer or
 *  the keyboard is in this one. */
function follow(lane: HTMLElement, area: HTMLElement | null) {
  if (!lane.matches(":hover")) return;
  const share = lane.scrollTop / Math.max(1, lane.scrollHeight - lane.clientHeight);
  for (const other of lanesOf(area)) {
    if (other !== lane) other.scrollTop = share * (other.scrollHeight - other.clientHeight);
  }
}

interface Sizes {
  widths: number[];
  tall: number;
}

/** The inner widths of the lanes on screen, and their height. */
function useSizes(area: React.RefObject<HTMLDivElement | null>, template: string): Sizes {
  const [sizes, setSizes] = useState<Sizes>({ widths: [], tall: 0 });
  useLayoutEffect(() => {
    const element = area.current;
    if (!element) return;
    const measure = () => {
      const lanes = lanesOf(element);
      const now = { widths: lanes.map((lane) => lane.clientWidth), tall: lanes[0]?.clientHeight ?? 0 };
      setSizes((before) => (JSON.stringify(before) === JSON.stringify(now) ? before : now));
    };
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(element);
    return () => watch.disconnect();
  }, [area, template]);
  return sizes;
}
