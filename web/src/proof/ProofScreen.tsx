import { Screen } from "../parts/Screen";
import { useEffect, useLayoutEffect, useRef, useState } from "react";
import { useBench } from "../api/bench";
import { plannedOf, useFetched, usePlanned, type As } from "../api/code";
import { keepMeasures } from "../api/measures";
import { usePlace } from "../api/place";
import { useFollow } from "../api/edits";
import { Button } from "../parts/Button";
import { Segmented } from "../parts/Segmented";
import { Sorry } from "../parts/Sorry";
import { ThemeButton } from "../parts/ThemeButton";
import { WidthSlider } from "../parts/WidthSlider";
import { Grid } from "./Grid";
import { measureAll } from "./measure";
import { Measuring } from "./Measuring";
import { meet, usual } from "./ways";

/** The real thing: the generated page in a frame of a chosen width. */
export default function ProofScreen() {
  const place = usePlace();
  const query = useBench(place);
  useFollow(place);
  const bench = query.data;
  const fetched = useFetched(place, bench?.revision);
  const [chosen, setWidth] = useState<number | null>(null);
  const [as, setAs] = useState<As>("classes");
  const [measuring, setMeasuring] = useState(false);
  const [held, setHeld] = useState(false);
  const [grid, setGrid] = useState(false);
  const [ways, setWays] = useState(usual);
  const frame = useRef<HTMLIFrameElement>(null);
  const planned = usePlanned(place, bench?.revision ?? 0, as, measuring && !!bench);
  const stage = useRef<HTMLDivElement>(null);
  const room = useRoom(stage, bench !== undefined);

  useEffect(() => meet(frame.current, ways), [ways]);
  useEffect(() => {
    if (bench) window.document.title = `Proof of ${bench.page.name} · Kit Rows`;
  }, [bench]);

  if (query.error && !bench) return <Sorry why={query.error.message} again={() => void query.refetch()} />;
  if (!bench) return <p className="p-6 text-ink-2">Loading the proof…</p>;

  const first = bench.breakpoints[0]!;
  const last = bench.breakpoints.at(-1)!;
  const width = chosen ?? bench.lanes[Math.floor(bench.lanes.length / 2)]!.width;
  const here = bench.breakpoints.findLast((b) => b.low <= width) ?? first;
  const scale = Math.min(1, room.width / width);

  // What stands in columns is measured first: the plan goes by it.
  const prepare = async (frame: HTMLIFrameElement, widths: number[], stopped: () => boolean) => {
    await keepMeasures(place, bench, as, await measureAll(frame, widths, bench.nodes, bench.styled, stopped));
    return plannedOf(place, as);
  };

  const document = `/api/projects/${place.project}/files/${bench.page.file}?page=${place.page}&as=${as}&revision=${bench.revision}&linked`;

  return (
    <Screen
      title={
        <>
          <h1 className="truncate text-[14px] font-semibold">Proof of {bench.page.name}</h1>
          <span className="text-[12px] whitespace-nowrap text-bar-ink-2">rev {bench.revision}</span>
        </>
      }
      back={`/${place.project}/${place.page}`}
      offers={<ThemeButton />}
    >
      <div className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)]">
        <section
          aria-label="Width"
          className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-sheet px-3.5 py-2"
        >
          <Segmented
            label="Breakpoint"
            value={here.name}
            options={bench.breakpoints.map((b) => [b.name, b.name] as const)}
            onChange={(name) => setWidth(bench.lanes.find((l) => l.breakpoint === name)!.width)}
          />
          <div className="w-80 max-w-full">
            <WidthSlider
              label="Width of the proof"
              low={first.low}
              high={last.high}
              value={width}
              onChange={setWidth}
            />
          </div>
          <Segmented
            label="Code"
            value={as}
            options={[
              ["classes", "Classes"],
              ["mixins", "Mixins"],
            ]}
            onChange={setAs}
          />
          <p className="font-mono text-[12px] text-ink-2">
            <b className="font-medium text-madder">{width} px</b> · {here.name} {here.range}
            {scale < 1 && ` · shown at ${Math.round(scale * 100)} %`}
          </p>
          <Button size="small" aria-pressed={measuring} onClick={() => setMeasuring(!measuring)}>
            Measure
          </Button>
          <div role="group" aria-label="Edges" className="flex gap-1">
            {[here.low, here.high].map((edge) => (
              <Button key={edge} size="small" className="font-mono" onClick={() => setWidth(Math.floor(edge))}>
                {Math.floor(edge)}
              </Button>
            ))}
          </div>
          <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-[12px]">
            <Switch label="Grid" on={grid} onChange={setGrid} />
            <Switch label="Held heights" on={held} onChange={setHeld} />
            <Switch label="Pictures" on={ways.pictures} onChange={(pictures) => setWays((w) => ({ ...w, pictures }))} />
            <Switch
              label="Right to left"
              on={ways.mirrored}
              onChange={(mirrored) => setWays((w) => ({ ...w, mirrored }))}
            />
            <Switch label="Text at 200 %" on={ways.large} onChange={(large) => setWays((w) => ({ ...w, large }))} />
          </div>
          {fetched.length > 0 && (
            <p className="text-[12px] text-ink-2">
              Pictures from {fetched.join(", ")} are left out: the proof fetches nothing.
            </p>
          )}
          {measuring && planned.error && (
            <p role="alert" className="basis-full text-madder-deep">
              {planned.error.message}
            </p>
          )}
          {measuring && planned.data && (
            <div className="basis-full">
              <Measuring
                key={`${bench.revision} ${as}`}
                source={`${document}&measured`}
                prepare={prepare}
                planned={planned.data}
                onShow={setWidth}
              />
            </div>
          )}
        </section>
        <main ref={stage} className="min-h-0 overflow-hidden p-4">
          <div className="relative mx-auto h-full" style={{ width: width * scale }}>
            <iframe
              ref={frame}
              key={`${bench.revision} ${as} ${held}`}
              onLoad={() => meet(frame.current, ways)}
              title={`${bench.page.name} at ${width} px`}
              sandbox="allow-same-origin"
              src={`${document}&measured${held ? "&held" : ""}`}
              className="origin-top-left bg-white outline outline-line"
              style={{ width, height: room.height / scale, transform: `scale(${scale})` }}
            />
            {grid && <Grid place={place} revision={bench.revision} breakpoint={here.name} width={width} />}
          </div>
        </main>
      </div>
    </Screen>
  );
}

function Switch({ label, on, onChange }: { label: string; on: boolean; onChange: (on: boolean) => void }) {
  return (
    <label className="flex items-center gap-1.5">
      <input type="checkbox" checked={on} onChange={(e) => onChange(e.target.checked)} className="accent-woad" />
      {label}
    </label>
  );
}

/** The room inside the stage, in px. */
function useRoom(stage: React.RefObject<HTMLDivElement | null>, ready: boolean) {
  const [room, setRoom] = useState({ width: 1000, height: 600 });
  useLayoutEffect(() => {
    const element = stage.current;
    if (!element) return;
    const measure = () => setRoom({ width: element.clientWidth - 34, height: element.clientHeight - 34 });
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(element);
    return () => watch.disconnect();
  }, [stage, ready]);
  return room;
}
