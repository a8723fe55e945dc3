import { useQueryClient } from "@tanstack/react-query";
import { Suspense, useEffect, useLayoutEffect, useRef, useState } from "react";
import { useBench, useChanges } from "../api/bench";
import type { Bench } from "../api/client";
import { drawingOf, plannedOf, useDocument, useDrawing, useFetched, usePlanned } from "../api/code";
import { useFollow } from "../api/edits";
import { keepMeasures } from "../api/measures";
import { usePlace } from "../api/place";
import { isTyping } from "../bench/isTyping";
import { useTogether } from "../bench/together";
import { useView } from "../bench/view";
import { causesOf, saysDifference, saysMoved, type Agreement } from "../page/agreement";
import type { Measures } from "../page/measure";
import { later } from "../parts/later";
import { Screen } from "../parts/Screen";
import { Sorry } from "../parts/Sorry";
import { ThemeButton } from "../parts/ThemeButton";
import { edgesOf, nextEdge } from "./edges";
import { measureAll } from "./measure";
import { Measuring } from "./Measuring";
import { Pane, scrollTo } from "./Pane";
import { handOver, pictureOf, sheetOf, type GridLook } from "./picture";
import { ProofBar } from "./ProofBar";
import { mostPanes, useProof, proofStore } from "./view";
import { isPlanned } from "./ways";

const Keys = later(() => import("../parts/Keys"));

/** The keys of the Proof. */
const keys = [
  [", · .", "To the narrower, or the wider breakpoint"],
  ["[ · ]", "To the edge before, or after"],
  ["G", "Grid: off, under, over"],
  ["B", "Spaces: none, of what is pointed at, all"],
  ["T · H", "Tint columns · mark hidden ones"],
  ["1 to 4", "So many widths side by side"],
  ["←/→ on an edge", "Narrower, wider; with Shift by ten"],
  ["?", "These keys"],
] as const;

/** The real thing: the generated page in frames of chosen widths. */
export default function ProofScreen() {
  const place = usePlace();
  const query = useBench(place);
  useFollow(place);
  const bench = query.data;
  const reset = useView((v) => v.reset);
  useEffect(() => {
    reset(`${place.project}/${place.page}`);
    proofStore.setState({ widths: [], active: 0 });
  }, [place, reset]);
  useEffect(() => {
    if (bench) window.document.title = `Proof of ${bench.page.name} · Kit Rows`;
  }, [bench]);
  if (query.error && !bench) return <Sorry why={query.error.message} again={() => void query.refetch()} />;
  if (!bench) return <p className="p-6 text-ink-2">Loading the proof…</p>;
  return <Loaded bench={bench} />;
}

function Loaded({ bench }: { bench: Bench }) {
  const place = usePlace();
  const queries = useQueryClient();
  const view = useProof();
  const { as, held, ways, set, setWidth } = view;
  const widths = view.widths.length > 0 ? view.widths : [bench.lanes[Math.floor(bench.lanes.length / 2)]!.width];
  const active = Math.min(view.active, widths.length - 1);
  const width = widths[active]!;
  const here = bench.breakpoints.findLast((b) => b.low <= width) ?? bench.breakpoints[0]!;
  const fetched = useFetched(place, bench.revision);
  const changes = useChanges(place, bench);
  const edges = edgesOf(bench.breakpoints, Object.values(changes.data ?? {}).flat());
  const page = useDocument(place, bench, as, held);
  const [measuring, setMeasuring] = useState(false);
  const planned = usePlanned(place, bench.revision, as, measuring);
  const [drawing, setDrawing] = useState(false);
  const [trouble, setTrouble] = useState("");
  const [help, setHelp] = useState(false);
  // While an edge is dragged, what is on its left stays as it is.
  const [dragged, setDragged] = useState<{ scale: number; left: number } | null>(null);
  const [agreed, setAgreed] = useState<Record<number, Agreement>>({}); // by width
  const stage = useRef<HTMLDivElement>(null);
  const panes = useRef<HTMLDivElement>(null);
  const room = useRoom(stage);
  useTogether("proof", place, here.name);
  const selected = useView((v) => v.shown?.node ?? null);
  const select = useView((v) => v.select);

  useEffect(() => {
    if (view.widths.length === 0) set({ widths });
  });

  const fit = Math.min(1, (room.width - 16 * (widths.length - 1)) / widths.reduce((sum, w) => sum + w, 0));
  const scale = dragged?.scale ?? Math.max(0.1, fit);
  const height = Math.max(120, (room.height - 24) / scale);

  function setPanes(count: number) {
    const others = bench.lanes.map((l) => l.width).filter((w) => !widths.includes(w));
    const more = [...widths];
    while (more.length < count) more.push(others.shift() ?? widths[0]!);
    set({ widths: more.slice(0, count), active: Math.min(active, count - 1) });
  }

  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (isTyping(e) || e.ctrlKey || e.metaKey || e.altKey) return;
      const jump = (px: number | undefined) => px !== undefined && setWidth(px);
      const at = bench.breakpoints.indexOf(here);
      const lane = (by: number) => jump(bench.lanes[at + by]?.width);
      const next = <T,>(all: readonly T[], now: T) => all[(all.indexOf(now) + 1) % all.length]!;
      const does: Record<string, () => unknown> = {
        ",": () => lane(-1),
        ".": () => lane(1),
        "[": () => jump(nextEdge(edges, width, false)),
        "]": () => jump(nextEdge(edges, width, true)),
        g: () => set({ grid: next(["off", "under", "over"], view.grid) }),
        b: () => set({ boxes: next(["none", "pointed", "all"], view.boxes) }),
        t: () => set({ tint: !view.tint }),
        h: () => set({ ghosts: !view.ghosts }),
        "?": () => setHelp(true),
      };
      for (let n = 1; n <= mostPanes; n++) does[String(n)] = () => setPanes(n);
      const deed = does[e.key.toLowerCase()];
      if (!deed) return;
      e.preventDefault();
      deed();
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  });

  const sent = useRef(new Map<string, string>());
  async function keep(measures: Measures) {
    const key = `${as} ${measures.width}`;
    const text = `${bench.revision} ${JSON.stringify(measures)}`;
    if (sent.current.get(key) === text) return;
    sent.current.set(key, text);
    const news = await keepMeasures(place, bench, as, [measures]).catch(() => false);
    if (news) await queries.invalidateQueries({ queryKey: ["drawn", place.project, place.page] });
  }

  // What stands in columns is measured first: the plan goes by it.
  const prepare = async (frame: HTMLIFrameElement, all: number[], stopped: () => boolean) => {
    await keepMeasures(place, bench, as, await measureAll(frame, all, bench.nodes, bench.styled, stopped));
    return plannedOf(place, as);
  };

  async function draw(all: boolean) {
    setDrawing(true);
    setTrouble("");
    try {
      const stem = bench.page.file
        .split("/")
        .at(-1)!
        .replace(/\.\w+$/, "");
      const one = async (w: number) => pictureOf(page.address, w, ways, await gridAt(w));
      if (!all) await handOver((await one(width)).canvas, `${stem}-${width}.png`);
      else {
        const pictures = [];
        for (const lane of bench.lanes) {
          pictures.push({ ...(await one(lane.width)), name: `${lane.breakpoint} · ${lane.width} px` });
        }
        await handOver(sheetOf(pictures), `${stem}-all.png`);
      }
    } catch (e) {
      setTrouble(`The page could not be drawn. ${e instanceof Error ? e.message : ""}`);
    }
    setDrawing(false);
  }
  async function gridAt(w: number): Promise<GridLook | undefined> {
    if (view.grid === "off") return undefined;
    const { grid, colour, strength } = view;
    return { drawing: await drawingOf(place, as, held, w), under: grid === "under", colour, strength };
  }

  const alone = new URLSearchParams(location.search).has("window");
  return (
    <Screen
      title={
        <>
          <h1 className="truncate text-[14px] font-semibold">Proof of {bench.page.name}</h1>
          <span className="text-[12px] whitespace-nowrap text-bar-ink-2">rev {bench.revision}</span>
        </>
      }
      back={alone ? undefined : `/${place.project}/${place.page}`}
      offers={<ThemeButton />}
    >
      <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)_auto]">
        <section aria-label="View" className="grid gap-2 border-b border-line bg-sheet px-3.5 py-2">
          <ProofBar
            bench={bench}
            edges={edges}
            width={width}
            drawing={drawing}
            onPanes={setPanes}
            onPicture={(all) => void draw(all)}
            onWindow={
              alone ? undefined : () => window.open("?window", `proof of ${place.project} ${place.page}`, "popup")
            }
            measuring={measuring}
            onMeasuring={setMeasuring}
          />
          {fetched.length > 0 && (
            <p className="text-[12px] text-ink-2">
              Pictures from {fetched.join(", ")} are left out: the proof fetches nothing.
            </p>
          )}
          {(trouble || (measuring && planned.error)) && (
            <p role="alert" className="text-madder-deep">
              {trouble || planned.error?.message}
            </p>
          )}
          {measuring && planned.data && (
            <Measuring
              key={`${bench.revision} ${as}`}
              source={page.address.replace("&held", "")}
              prepare={prepare}
              planned={planned.data}
              onShow={setWidth}
            />
          )}
        </section>
        <main ref={stage} className="min-h-0 overflow-x-auto overflow-y-hidden px-4 pb-3">
          <div
            ref={panes}
            className={`flex w-max gap-4 ${dragged ? "" : "mx-auto"}`}
            style={{ marginLeft: dragged?.left }}
          >
            {widths.map((w, i) => (
              <DrawnPane
                key={i}
                width={w}
                active={i === active && widths.length > 1}
                {...{ bench, page, height, scale, selected }}
                dragging={dragged !== null}
                onActivate={() => set({ active: i })}
                onClose={
                  widths.length > 1
                    ? () => set({ widths: widths.filter((_, other) => other !== i), active: 0 })
                    : undefined
                }
                onSelect={(node) => {
                  const is = bench.nodes.find((n) => n.id === node);
                  const at = bench.breakpoints.findLast((b) => b.low <= w) ?? bench.breakpoints[0]!;
                  select({ node: is?.kind === "block" ? is.parent : node, breakpoint: at.name });
                }}
                onWidth={(px, dragging) => {
                  const from = dragged ?? { scale, left: leftOf(panes.current) };
                  set({ active: i, widths: widths.map((had, other) => (other === i ? px : had)) });
                  setDragged(dragging ? from : null);
                }}
                onScroll={(share) => {
                  for (const frame of stage.current?.querySelectorAll("iframe") ?? []) {
                    if (!frame.matches(":hover")) frame.dispatchEvent(new CustomEvent(scrollTo, { detail: share }));
                  }
                }}
                onMeasure={(m) => void keep(m)}
                onCompare={(a) => setAgreed((all) => ({ ...all, [w]: a }))}
              />
            ))}
          </div>
        </main>
        <footer className="flex h-[26px] items-center gap-4 border-t border-line bg-sheet px-3.5 text-[12px] whitespace-nowrap text-ink-2">
          <span className="font-mono">
            <b className="font-medium text-madder">{width} px</b> · {here.name} {here.range}
            {scale < 1 && ` · shown at ${Math.round(scale * 100)} %`}
          </span>
          <span className="flex-1" />
          {isPlanned(ways) && !held ? (
            <Agreeing bench={bench} all={widths.flatMap((w) => agreed[w] ?? [])} />
          ) : (
            <span>{held ? "Blocks are as high as declared." : "The plan is not about a page that is shown so."}</span>
          )}
        </footer>
      </div>
      <Suspense>{help && <Keys keys={keys} onClose={() => setHelp(false)} />}</Suspense>
    </Screen>
  );
}

/** How far an element is from the left of what it stands in, in px. */
function leftOf(e: HTMLElement | null): number {
  const around = e?.parentElement;
  if (!e || !around) return 0;
  const start = around.getBoundingClientRect().left + parseFloat(getComputedStyle(around).paddingLeft);
  return e.getBoundingClientRect().left - start + around.scrollLeft;
}

type PaneProps = Omit<Parameters<typeof Pane>[0], "drawing" | "address" | "document" | "still"> & {
  page: ReturnType<typeof useDocument>;
  dragging: boolean;
};

/** A pane with the plan of its width. */
function DrawnPane({ page, dragging, ...rest }: PaneProps) {
  const { as, held } = useProof();
  const drawing = useDrawing(usePlace(), rest.bench.revision, as, held, rest.width);
  return <Pane address={page.address} document={page.lines} drawing={drawing.data} still={!dragging} {...rest} />;
}

/** How many boxes of the widths shown are where this browser has them. */
function Agreeing({ bench, all }: { bench: Bench; all: Agreement[] }) {
  if (all.length === 0) return <span>Comparing with the plan…</span>;
  const sum = (of: (a: Agreement) => number) => all.reduce((n, a) => n + of(a), 0);
  const [boxes, guessed] = [sum((a) => a.boxes), sum((a) => a.guessed)];
  const off = all.find((a) => a.off.length > 0);
  if (!off) {
    return (
      <span>
        ✓ {boxes - guessed} boxes agree{guessed > 0 && `, ${guessed} not measured yet`}
      </span>
    );
  }
  const nodes = new Map(bench.nodes.map((n) => [n.id, n]));
  const cause = causesOf(off.off, (id) => nodes.get(id)?.parent)[0]!;
  const moved = saysMoved(cause);
  return (
    <span className="min-w-0 truncate text-madder-deep">
      {sum((a) => a.off.length)} of {boxes} boxes are elsewhere: {nodes.get(cause.of.node)?.name} is{" "}
      {saysDifference(cause.of)}
      {moved && `; ${moved}`}
    </span>
  );
}

/** The room inside the stage, in px. */
function useRoom(stage: React.RefObject<HTMLDivElement | null>) {
  const [room, setRoom] = useState({ width: 1000, height: 600 });
  useLayoutEffect(() => {
    const element = stage.current;
    if (!element) return;
    const measure = () => setRoom({ width: element.clientWidth - 44, height: element.clientHeight - 14 });
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(element);
    return () => watch.disconnect();
  }, [stage]);
  return room;
}
