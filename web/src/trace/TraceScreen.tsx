import { Suspense, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useNavigate } from "react-router";
import type { Bench, Breakpoint } from "../api/client";
import { useBench } from "../api/bench";
import { useDo, useFollow, useLine } from "../api/edits";
import { usePlace } from "../api/place";
import { useFound, useTraced, type Design, type Frame, type TracedDesign, type TracedFrame } from "../api/traced";
import { isTyping } from "../bench/isTyping";
import { Button } from "../parts/Button";
import { later } from "../parts/later";
import { Screen } from "../parts/Screen";
import { Sorry } from "../parts/Sorry";
import { ThemeButton } from "../parts/ThemeButton";
import { PageFrame } from "../page/PageFrame";
import {
  atUnits,
  brought,
  changed,
  columnsAt,
  designOf,
  drafted,
  frameOf,
  freeId,
  rounded,
  spanOf,
  types,
  withInner,
  type Rect,
} from "./frames";
import { Elements, matchedInOrder } from "./Elements";
import { Finding } from "./Finding";
import { FrameDetails } from "./FrameDetails";
import { FrameList } from "./FrameList";
import { accepted, pictureOf } from "./intake";
import { keys } from "./keys";
import { PictureDetails } from "./PictureDetails";
import { Stage } from "./Stage";
import { useTracing } from "./view";

const Keys = later(() => import("../parts/Keys"));

/** Tracing a finished design: its picture at each breakpoint, and frames over it that become rows. */
export default function TraceScreen() {
  const place = usePlace();
  const bench = useBench(place);
  useFollow(place);
  if (bench.error && !bench.data) return <Sorry why={bench.error.message} again={() => void bench.refetch()} />;
  if (!bench.data) return <p className="p-6 text-ink-2">Loading the page…</p>;
  return <Tracing bench={bench.data} />;
}

const none: readonly TracedFrame[] = [];

function Tracing({ bench }: { bench: Bench }) {
  const place = usePlace();
  const navigate = useNavigate();
  const send = useDo(place);
  const traced = useTraced(place, bench.revision);
  const refused = useLine((l) => l.trouble || l.refused);
  const waiting = useLine((l) => l.waiting);
  const tracing = useTracing();
  const [at, setAt] = useState<string | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const [finding, setFinding] = useState(false);
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set());
  const [pointed, setPointed] = useState<string | null>(null);
  const [wrong, setWrong] = useState("");
  const [reading, setReading] = useState(false);
  const [before, setBefore] = useState("");
  const [tight, setTight] = useState(false);
  const [help, setHelp] = useState(false);
  // What edits on their way make of a design, so that the next begins with it.
  const [draft, setDraft] = useState<Design | null>(null);
  const going = useRef(0);
  const chooser = useRef<HTMLInputElement>(null);

  const designs = traced.data?.designs ?? [];
  const focus = at ?? designs.at(-1)?.breakpoint ?? bench.breakpoints.at(-1)!.name;
  const kept = designs.find((d) => d.breakpoint === focus);
  const design = useMemo(() => (kept && draft?.id === kept.id ? drafted(kept, draft) : kept), [kept, draft]);
  const found = useFound(place, design, JSON.stringify([bench.kit, bench.breakpoints]));
  const left = useMemo(
    () => (finding ? (found.data?.frames.filter((f) => !taken.has(f.id)) ?? null) : null),
    [finding, found.data, taken],
  );
  const frame = design?.frames.find((f) => f.id === chosen);
  const names = useMemo(() => new Map(bench.nodes.map((n) => [n.id, n.name])), [bench.nodes]);

  const keep = useCallback(
    async (d: TracedDesign, frames: readonly Frame[], summary: string, to: Partial<Design> = {}) => {
      const next = { ...designOf(d, frames), ...to };
      setDraft(next);
      going.current++;
      const made = await send({ trace: { design: next, summary } });
      if (--going.current === 0 && !made) setDraft(null);
    },
    [send],
  );
  // What was drafted has come back from the server, in units.
  const [came, setCame] = useState(traced.data);
  if (came !== traced.data && !traced.isPlaceholderData) {
    setCame(traced.data);
    if (traced.data?.revision === bench.revision && waiting === 0) setDraft(null);
  }

  async function give(file: File | undefined) {
    if (!file) return;
    setWrong("");
    setReading(true);
    try {
      const given = await pictureOf(file);
      const lane = bench.lanes.find((l) => l.breakpoint === focus)!;
      const b = bench.breakpoints.find((o) => o.name === focus)!;
      // A picture as wide as a viewport of the breakpoint is one of it, at one or more px for each CSS px.
      const fits = (scale: number) => given.width / scale >= b.low && (!b.high || given.width / scale <= b.high);
      const scale = [1, 2, 3, 1.5].find(fits) ?? Math.min(10, Math.max(0.1, given.width / lane.width));
      const width = Math.round(given.width / scale);
      const next: Design = design
        ? { ...designOf(design, design.frames.map(frameOf)), scale, width }
        : { id: freeDesign(designs, focus), picture: "", width, scale, frames: [] };
      const made = await send({
        trace: { design: next, file: given.file, data: given.data, summary: `Trace ${file.name}` },
      });
      if (made) setTaken(new Set());
    } catch (error) {
      setWrong(error instanceof Error ? error.message : String(error));
    } finally {
      setReading(false);
    }
  }

  /** The frames of another breakpoint come along, as wide as they are there in part of the viewport. */
  function bring(from: TracedDesign) {
    if (!design) return;
    const frames = brought(from, design.columns as [number, number][]);
    void keep(design, frames, `Bring the frames of ${from.breakpoint}`);
  }

  /** The ids that frames have, also those on their way. */
  const frameIds = () => new Set([...designs, ...(design ? [design] : [])].flatMap((d) => d.frames.map((f) => f.id)));

  function draw(rect: Rect) {
    if (!design) return;
    const hit = left?.find((f) => rect.width < 8 && rect.height < 8 && inside(rect, f));
    if (hit) return take([hit.id]);
    const id = freeId(frameIds());
    setChosen(id);
    void keep(design, [...design.frames.map(frameOf), { id, ...rect }], "Draw a frame");
  }

  /** Moves a frame with all that stand in it, or sizes it. */
  function put(id: string, rect: Rect) {
    const was = design?.frames.find((f) => f.id === id);
    if (!design || !was) return;
    const [dx, dy] = [rect.x - was.x, rect.y - was.y];
    if (!dx && !dy && rect.width === was.width && rect.height === was.height) return;
    const moves = rect.width === was.width && rect.height === was.height;
    const all = moves ? withInner(design.frames, id) : new Set([id]);
    const frames = design.frames.map((f) => {
      if (f.id === id) return { ...frameOf(f), ...rounded(rect) };
      return all.has(f.id) ? { ...frameOf(f), x: f.x + dx, y: f.y + dy } : frameOf(f);
    });
    void keep(design, frames, moves ? "Move a frame" : "Size a frame");
  }

  function take(ids: string[]) {
    if (!design || !left || ids.length === 0) return;
    const used = frameIds();
    const more = left
      .filter((f) => ids.includes(f.id))
      .map((f) => {
        const id = freeId(used);
        used.add(id);
        return { ...frameOf(f), id };
      });
    setTaken(new Set([...taken, ...ids]));
    setChosen(more[0]?.id ?? null);
    void keep(
      design,
      [...design.frames.map(frameOf), ...more],
      more.length === 1 ? "Take a frame" : `Take ${more.length} frames`,
    );
  }

  function remove() {
    if (!design || !frame) return;
    const at = design.frames.indexOf(frame);
    setChosen((design.frames[at + 1] ?? design.frames[at - 1])?.id ?? null);
    void keep(design, design.frames.filter((f) => f !== frame).map(frameOf), "Delete a frame");
  }

  function change(to: Partial<Frame>) {
    if (design && frame) void keep(design, changed(design.frames, frame.id, to), "Change a frame");
  }

  function match(id: string, node: string) {
    if (design) void keep(design, changed(design.frames, id, { node }), `Match ${names.get(node) ?? "an element"}`);
  }

  async function makeRows() {
    const made = await send({ makeRows: tight ? { tight } : {} });
    if (made) void navigate(`/${place.project}/${place.page}`);
  }

  /** By keys a frame is moved by px and by units. */
  function arrow(e: KeyboardEvent): boolean {
    const [dx, dy] = ({ ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] } as const)[
      e.key
    ] ?? [0, 0];
    if (!design || (!dx && !dy)) return false;
    if (tracing.moving) {
      const by = e.shiftKey ? 10 : 1;
      void keep(design, design.frames.map(frameOf), "Move the picture", {
        x: (design.x ?? 0) + dx * by,
        y: (design.y ?? 0) + dy * by,
      });
      return true;
    }
    if (!frame) return false;
    if (e.altKey && dx) {
      const columns = columnsAt(design, frame, frame.id);
      const s = spanOf(frame, columns);
      if (e.shiftKey)
        put(
          frame.id,
          atUnits(
            frame,
            columns,
            Math.max(0, Math.min(columns.length - s.take, s.first + dx)),
            Math.max(s.take - 1, Math.min(columns.length - 1, s.last + dx)),
          ),
        );
      else put(frame.id, atUnits(frame, columns, s.first, s.last + dx));
      return true;
    }
    if (e.altKey || e.ctrlKey || e.metaKey) return false;
    const by = e.shiftKey ? 10 : 1;
    put(frame.id, { ...frame, x: frame.x + dx * by, y: frame.y + dy * by });
    return true;
  }

  function key(e: KeyboardEvent) {
    if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === "z" && !isTyping(e)) {
      e.preventDefault();
      void send(e.shiftKey ? "redo" : "undo");
      return;
    }
    if (isTyping(e) || e.ctrlKey || e.metaKey) return;
    if (arrow(e)) return e.preventDefault();
    if (e.altKey) return;
    const deeds: Record<string, (() => void) | undefined> = {
      "?": () => setHelp(true),
      ",": () => step(-1),
      ".": () => step(1),
      f: design && (() => look(!finding)),
      "]": left?.length ? () => point(1) : undefined,
      "[": left?.length ? () => point(-1) : undefined,
      Enter: left?.some((f) => f.id === pointed) ? () => takeOne() : undefined,
      a: left?.length ? () => take(left.map((f) => f.id)) : undefined,
      m: design && (() => tracing.set({ moving: !tracing.moving })),
      g: () => tracing.set({ grid: tracing.grid === "off" ? "over" : "off" }),
      n: design && (() => draw(fresh(design, frame))),
      s: design && frame && (() => put(frame.id, { ...frame, x: frame.from, width: frame.to - frame.from })),
      t:
        frame &&
        (() => change({ type: types[(types.findIndex(([v]) => v === (frame.type ?? "")) + 1) % types.length]![0] })),
      Delete: frame && remove,
      Escape: () => (tracing.moving ? tracing.set({ moving: false }) : setChosen(null)),
      j: design && (() => choose(1)),
      k: design && (() => choose(-1)),
    };
    const deed = deeds[e.key.length === 1 ? e.key.toLowerCase() : e.key];
    if (!deed) return;
    e.preventDefault();
    deed();
  }

  /** Goes to the next frame that was found, or to the one before. */
  function point(by: number) {
    if (!left?.length) return;
    const now = left.findIndex((f) => f.id === pointed);
    setPointed(left[now < 0 ? 0 : (now + by + left.length) % left.length]!.id);
  }

  /** Takes the found frame that was gone to, and goes on to the next. */
  function takeOne() {
    const now = left!.findIndex((f) => f.id === pointed);
    setPointed(left![now + 1]?.id ?? null);
    take([left![now]!.id]);
  }

  function choose(by: number) {
    const all = design?.frames ?? none;
    if (all.length === 0) return;
    const now = all.findIndex((f) => f.id === chosen);
    setChosen(all[Math.min(all.length - 1, Math.max(0, now + by))]!.id);
  }

  function step(by: number) {
    const now = bench.breakpoints.findIndex((b) => b.name === focus);
    const next = bench.breakpoints[now + by];
    if (next) go(next.name);
  }

  function go(name: string) {
    setAt(name);
    setChosen(null);
    look(false);
  }

  function look(on: boolean) {
    setFinding(on);
    setPointed(null);
    setTaken(new Set());
  }

  // A picture that is pasted or dropped is the design of the breakpoint in focus.
  const latest = useRef(give);
  useEffect(() => {
    latest.current = give;
  });
  useEffect(() => {
    const paste = (e: ClipboardEvent) => {
      const file = e.clipboardData?.files[0];
      if (file && !isTyping(e)) void latest.current(file);
    };
    const over = (e: DragEvent) => e.preventDefault();
    const drop = (e: DragEvent) => {
      e.preventDefault();
      void latest.current(e.dataTransfer?.files[0]);
    };
    addEventListener("paste", paste);
    addEventListener("dragover", over);
    addEventListener("drop", drop);
    return () => {
      removeEventListener("paste", paste);
      removeEventListener("dragover", over);
      removeEventListener("drop", drop);
    };
  }, []);

  const pressed = useRef(key);
  useEffect(() => {
    pressed.current = key;
  });
  useEffect(() => {
    const press = (e: KeyboardEvent) => !e.defaultPrevented && pressed.current(e);
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, []);

  const count = designs.reduce((n, d) => n + d.frames.length, 0);
  const others = designs.filter((d) => d !== design && d.frames.length > 0);
  const lane = bench.lanes.find((l) => l.breakpoint === focus);
  const address = `/api/projects/${place.project}/files/page?page=${place.page}&as=classes&measured&linked`;
  return (
    <Screen
      title={
        <h1 className="min-w-0 truncate text-bar-ink-2">
          Trace · <span className="text-bar-ink">{bench.page.name}</span>
        </h1>
      }
      back={`/${place.project}/${place.page}`}
      offers={
        <>
          <span role="alert" className="max-w-[46ch] truncate text-[12px] text-[#f0c674]" title={wrong || refused}>
            {wrong || refused}
          </span>
          <ThemeButton />
          <label
            className="flex items-center gap-1.5 text-[12px] text-bar-ink-2"
            title="Rows stand as far apart as in the picture; else as the kit has them"
          >
            <input type="checkbox" checked={!tight} onChange={(e) => setTight(!e.target.checked)} />
            with spaces
          </label>
          <Button look="main" disabled={count === 0} onClick={() => void makeRows()}>
            Make rows
          </Button>
        </>
      }
    >
      <main className="grid min-h-0 grid-cols-[minmax(0,1fr)_minmax(300px,340px)] grid-rows-[auto_minmax(0,1fr)]">
        <Heads breakpoints={bench.breakpoints} designs={designs} focus={focus} onFocus={go} />
        {design ? (
          <Stage
            design={design}
            found={left ?? none}
            edges={found.data?.frames ?? none}
            pointed={pointed}
            chosen={chosen}
            page={
              lane && tracing.shown > 0 ? (
                <PageAt bench={bench} address={address} width={design.width} high={design.high} />
              ) : null
            }
            onChoose={(id) => setChosen(id)}
            onDraw={draw}
            onPlace={put}
            onTake={take}
            onMatch={match}
            onPicture={(to) => void keep(design, design.frames.map(frameOf), "Move the picture", to)}
          />
        ) : (
          <Nothing focus={focus} reading={reading} onChoose={() => chooser.current?.click()} />
        )}
        <aside
          aria-label="Design"
          className="grid min-h-0 grid-rows-[auto_auto_minmax(80px,1fr)_auto] gap-3 border-l border-line bg-sheet p-3 text-[13px]"
        >
          {design ? (
            <>
              <PictureDetails
                design={design}
                onChange={(to) => void keep(design, design.frames.map(frameOf), "Place the picture", to)}
                onReplace={() => chooser.current?.click()}
                onRemove={() => void send({ untrace: { id: design.id } })}
              />
              <Finding
                key={design.id}
                place={place}
                revision={bench.revision}
                design={design}
                found={finding ? (left ?? none) : null}
                off={{ count: found.data?.off ?? 0, most: found.data?.most ?? 0 }}
                looking={finding && found.isFetching}
                onFind={look}
                onTake={take}
              />
              <section aria-label="Frames of the design" className="flex min-h-0 flex-col gap-1.5">
                <span className="flex items-baseline gap-2">
                  <h2 className="font-semibold">Frames</h2>
                  <span className="flex-1 text-ink-2">{design.frames.length > 0 && design.frames.length}</span>
                  {design.frames.length === 0 && others.length > 0 && (
                    <>
                      <select
                        aria-label="Breakpoint to bring frames from"
                        value={before || others.at(-1)!.id}
                        onChange={(e) => setBefore(e.target.value)}
                        className="rounded-md border border-control bg-raised px-1 py-[2px]"
                      >
                        {others.map((d) => (
                          <option key={d.id} value={d.id}>
                            {d.breakpoint}
                          </option>
                        ))}
                      </select>
                      <Button size="tiny" onClick={() => bring(others.find((d) => d.id === before) ?? others.at(-1)!)}>
                        Bring its frames
                      </Button>
                    </>
                  )}
                </span>
                <Elements
                  nodes={bench.nodes}
                  frames={design.frames}
                  chosen={chosen}
                  onMatch={match}
                  onMatchAll={() => {
                    const pairs = matchedInOrder(design.frames, bench.nodes);
                    const frames = design.frames.map((f) => ({
                      ...frameOf(f),
                      ...(pairs.has(f.id) && { node: pairs.get(f.id)! }),
                    }));
                    void keep(design, frames, "Match the frames in order");
                  }}
                />
                <FrameList frames={design.frames} chosen={chosen} names={names} onChoose={setChosen} />
              </section>
              {frame && <FrameDetails frame={frame} nodes={bench.nodes} onChange={change} />}
            </>
          ) : (
            <p className="text-ink-2">
              A design can be brought for each breakpoint. Frames of one name at several breakpoints are the same part
              of the page.
            </p>
          )}
        </aside>
        <input
          ref={chooser}
          type="file"
          accept={accepted}
          aria-label="Picture of the design"
          className="hidden"
          onChange={(e) => {
            void give(e.target.files?.[0]);
            e.target.value = "";
          }}
        />
      </main>
      <Suspense>{help && <Keys keys={keys} onClose={() => setHelp(false)} />}</Suspense>
    </Screen>
  );
}

const inside = (p: Rect, f: Rect) => p.x >= f.x && p.x <= f.x + f.width && p.y >= f.y && p.y <= f.y + f.height;

const freeDesign = (designs: readonly TracedDesign[], name: string) => {
  const base =
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-+|-+$/g, "") || "design";
  let id = base.slice(0, 40);
  for (let n = 2; designs.some((d) => d.id === id); n++) id = `${base.slice(0, 40)}-${n}`;
  return id;
};

/** Where a new frame is drawn by the keyboard: after the chosen one on its line, or below the last. */
function fresh(d: TracedDesign, chosen: TracedFrame | undefined): Rect {
  if (chosen) {
    const columns = columnsAt(d, chosen, chosen.id);
    const s = spanOf(chosen, columns);
    if (s.last + 1 < columns.length)
      return atUnits(chosen, columns, s.last + 1, Math.min(columns.length - 1, s.last + s.take));
  }
  const y = Math.max(20, ...d.frames.filter((f) => f.depth === 0).map((f) => f.y + f.height + 24));
  const columns = d.columns as [number, number][];
  return atUnits({ x: 0, y, width: 0, height: 120 }, columns, 0, Math.ceil(columns.length / 2) - 1);
}

interface HeadsProps {
  breakpoints: readonly Breakpoint[];
  designs: readonly TracedDesign[];
  focus: string;
  onFocus: (name: string) => void;
}

/** The breakpoints, each with its design. */
function Heads({ breakpoints, designs, focus, onFocus }: HeadsProps) {
  return (
    <div role="tablist" aria-label="Breakpoints" className="col-span-2 flex border-b border-line bg-cloth">
      {breakpoints.map((b) => {
        const d = designs.find((o) => o.breakpoint === b.name);
        const on = b.name === focus;
        return (
          <button
            key={b.name}
            type="button"
            role="tab"
            aria-selected={on}
            tabIndex={on ? 0 : -1}
            onClick={() => onFocus(b.name)}
            onKeyDown={(e) => {
              const by = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
              const next = by && breakpoints[breakpoints.indexOf(b) + by];
              if (!next) return;
              e.stopPropagation();
              onFocus(next.name);
              (e.currentTarget.parentElement!.children[breakpoints.indexOf(next)] as HTMLElement).focus();
            }}
            className={`flex flex-1 items-baseline gap-2 border-r border-line px-3 py-1.5 text-left last:border-r-0 ${on ? "bg-sheet" : "hover:bg-line-2"}`}
          >
            <b className={`font-semibold ${on ? "text-madder" : ""}`}>{b.name}</b>
            <span className="font-mono text-[12px] text-ink-2">
              {d ? `${Math.round(d.width)} px` : `from ${b.low}`}
            </span>
            <span className="flex-1" />
            <span className="text-[12px] text-ink-2">
              {d ? `${d.frames.length} frame${d.frames.length === 1 ? "" : "s"}` : "no picture"}
            </span>
          </button>
        );
      })}
    </div>
  );
}

interface NothingProps {
  focus: string;
  reading: boolean;
  onChoose: () => void;
}

/** No design at a breakpoint yet. */
function Nothing({ focus, reading, onChoose }: NothingProps) {
  return (
    <div className="grid place-content-center gap-3 bg-sheet p-8 text-center text-ink-2">
      <h2 className="text-[15px] font-semibold text-ink">The finished design at {focus}</h2>
      <p>
        Drop its picture here, paste it, or choose a file: PNG, JPEG, WebP, SVG, or a PDF, of which the first page is
        taken.
      </p>
      <Button className="justify-self-center" disabled={reading} onClick={onChoose}>
        {reading ? "Reading it…" : "Choose a picture…"}
      </Button>
    </div>
  );
}

/** The page itself at the width of the design, to compare. */
function PageAt({ bench, address, width, high }: { bench: Bench; address: string; width: number; high: number }) {
  const box = useRef<HTMLDivElement>(null);
  const [scale, setScale] = useState(0);
  useEffect(() => {
    const watch = new ResizeObserver(([entry]) => entry && setScale(entry.contentRect.width / width));
    watch.observe(box.current!);
    return () => watch.disconnect();
  }, [width]);
  return (
    <div ref={box} className="size-full">
      {scale > 0 && (
        <PageFrame
          address={address}
          document={bench.document}
          title={`${bench.page.name} at ${width} px`}
          width={width}
          height={Math.max(high, 400)}
          scale={scale}
          shown
          nodes={bench.nodes}
          lane={undefined}
          styled={false}
          onMeasure={() => {}}
          onCompare={() => {}}
        />
      )}
    </div>
  );
}
