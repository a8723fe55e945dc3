import { Suspense, useEffect, useMemo, useRef, useState } from "react";
import { useNavigate } from "react-router";
import type { Bench } from "../api/client";
import { useBench } from "../api/bench";
import { useDo, useFollow, useLine } from "../api/edits";
import { usePlace } from "../api/place";
import type { TracedFrame } from "../api/traced";
import { isTyping } from "../bench/isTyping";
import { Button } from "../parts/Button";
import { later } from "../parts/later";
import { Screen } from "../parts/Screen";
import { Sorry } from "../parts/Sorry";
import { ThemeButton } from "../parts/ThemeButton";
import { Bring } from "./Bring";
import { Elements, matchedInOrder } from "./Elements";
import { Finding } from "./Finding";
import { FrameDetails } from "./FrameDetails";
import { FrameList } from "./FrameList";
import { isIn, type Rect } from "./frames";
import { Heads } from "./Heads";
import { accepted } from "./intake";
import { keys } from "./keys";
import { Nothing } from "./Nothing";
import { PageUnder } from "./PageUnder";
import { PictureDetails } from "./PictureDetails";
import { press, type Pressing } from "./press";
import { Stage } from "./Stage";
import { useDesign } from "./useDesign";
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

/** The least that is drawn and not clicked, in px of the page. */
const least = 8;

function Tracing({ bench }: { bench: Bench }) {
  const place = usePlace();
  const navigate = useNavigate();
  const send = useDo(place);
  const refused = useLine((l) => l.trouble || l.refused);
  const shown = useTracing((v) => v.shown);
  const [at, setAt] = useState<string | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const [finding, setFinding] = useState(false);
  const [taken, setTaken] = useState<ReadonlySet<string>>(new Set());
  const [pointed, setPointed] = useState<string | null>(null);
  const [wrong, setWrong] = useState("");
  const [reading, setReading] = useState(false);
  const [tight, setTight] = useState(false);
  const [help, setHelp] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);

  const tracer = useDesign(place, bench, at);
  const { designs, design, focus, found } = tracer;
  const edges = found.data?.frames ?? none;
  const left = useMemo(
    () => (finding ? (found.data?.frames ?? none).filter((f) => !taken.has(f.id)) : none),
    [finding, found.data, taken],
  );
  const frame = design?.frames.find((f) => f.id === chosen);
  const names = useMemo(() => new Map(bench.nodes.map((n) => [n.id, n.name])), [bench.nodes]);

  async function give(file: File | undefined) {
    if (!file) return;
    setWrong("");
    setReading(true);
    try {
      await tracer.give(file);
      setTaken(new Set());
    } catch (error) {
      setWrong(error instanceof Error ? error.message : String(error));
    } finally {
      setReading(false);
    }
  }

  function look(on: boolean) {
    setFinding(on);
    setPointed(null);
    setTaken(new Set());
  }

  function go(name: string) {
    setAt(name);
    setChosen(null);
    look(false);
  }

  /** Takes frames that were found; the keyboard goes on to the one after them. */
  function take(ids: string[]) {
    if (ids.length === 0) return;
    const last = left.findIndex((f) => f.id === ids.at(-1));
    setPointed(left[last + 1]?.id ?? null);
    setTaken(new Set([...taken, ...ids]));
    setChosen(tracer.add(left.filter((f) => ids.includes(f.id))));
  }

  /** Draws a frame; where the pointer has only been clicked on one that was found, takes that. */
  function draw(rect: Rect) {
    const hit = rect.width < least && rect.height < least ? left.find((f) => isIn(rect, f)) : undefined;
    if (hit) take([hit.id]);
    else setChosen(tracer.draw(rect));
  }

  async function makeRows() {
    const made = await send({ makeRows: tight ? { tight } : {} });
    if (made) void navigate(`/${place.project}/${place.page}`);
  }

  const pressing: Pressing = {
    tracer,
    frame,
    found: left,
    pointed,
    onChoose: setChosen,
    onPoint: (by) => {
      const now = left.findIndex((f) => f.id === pointed);
      setPointed(left[now < 0 ? 0 : (now + by + left.length) % left.length]!.id);
    },
    onTake: take,
    onLook: () => look(!finding),
    onStep: (by) => {
      const next = bench.breakpoints[bench.breakpoints.findIndex((b) => b.name === focus) + by];
      if (next) go(next.name);
    },
    onBack: (redo) => void send(redo ? "redo" : "undo"),
    onHelp: () => setHelp(true),
  };
  useScreen(pressing, give);

  const count = designs.reduce((n, d) => n + d.frames.length, 0);
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
            found={left}
            edges={edges}
            pointed={pointed}
            chosen={chosen}
            page={shown > 0 && <PageUnder bench={bench} width={design.width} high={design.high} />}
            onChoose={setChosen}
            onDraw={draw}
            onPlace={tracer.put}
            onTake={take}
            onMatch={(id, node) => tracer.match(new Map([[id, node]]))}
            onPicture={(to) => void tracer.place(to)}
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
                onChange={(to) => void tracer.place(to)}
                onReplace={() => chooser.current?.click()}
                onRemove={() => void tracer.untrace()}
              />
              <Finding
                key={design.id}
                place={place}
                revision={bench.revision}
                design={design}
                found={finding ? left : null}
                off={{ count: found.data?.off ?? 0, most: found.data?.most ?? 0 }}
                looking={finding && found.isFetching}
                wrong={finding ? (found.error?.message ?? "") : ""}
                onFind={look}
                onTake={take}
                onUse={(grid) => void tracer.takeGrid(grid)}
              />
              <section aria-label="Frames of the design" className="flex min-h-0 flex-col gap-1.5">
                <span className="flex items-baseline gap-2">
                  <h2 className="font-semibold">Frames</h2>
                  <span className="flex-1 text-ink-2">{design.frames.length > 0 && design.frames.length}</span>
                  {design.frames.length === 0 && (
                    <Bring from={designs.filter((d) => d.frames.length > 0)} onBring={tracer.bring} />
                  )}
                </span>
                <Elements
                  nodes={bench.nodes}
                  frames={design.frames}
                  chosen={chosen}
                  onMatch={(id, node) => tracer.match(new Map([[id, node]]))}
                  onMatchAll={() => tracer.match(matchedInOrder(design.frames, bench.nodes))}
                />
                <FrameList frames={design.frames} chosen={chosen} names={names} onChoose={setChosen} />
              </section>
              {frame && (
                <FrameDetails frame={frame} nodes={bench.nodes} onChange={(to) => void tracer.change(frame.id, to)} />
              )}
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

/** Takes keys, and pictures that are pasted or dropped, wherever they come to on the screen. */
function useScreen(pressing: Pressing, onFile: (file: File | undefined) => unknown) {
  const latest = useRef({ pressing, onFile });
  useEffect(() => {
    latest.current = { pressing, onFile };
  });
  useEffect(() => {
    const stop = new AbortController();
    const on = <K extends keyof WindowEventMap>(type: K, take: (e: WindowEventMap[K]) => void) =>
      addEventListener(type, take, { signal: stop.signal });
    on("keydown", (e) => {
      if (!e.defaultPrevented && press(e, latest.current.pressing)) e.preventDefault();
    });
    on("paste", (e) => {
      const file = e.clipboardData?.files[0];
      if (file && !isTyping(e)) latest.current.onFile(file);
    });
    on("dragover", (e) => e.preventDefault());
    on("drop", (e) => {
      if (e.defaultPrevented) return; // on a frame
      e.preventDefault();
      latest.current.onFile(e.dataTransfer?.files[0]);
    });
    return () => stop.abort();
  }, []);
}
