import { Button } from "../parts/Button";
import { PanelRight, PanelRightClose } from "lucide-react";
import { Suspense, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useNavigate } from "react-router";
import type { Bench } from "../api/client";
import { lookingStore } from "../api/look";
import { agreementStore } from "./agreeing";
import { useMeasures } from "../api/measures";
import { useBench, useChanges } from "../api/bench";
import { usePlace, usePlaceOf } from "../api/place";
import type { Deed } from "../api/deed";
import { useAheadOf } from "../api/foreseen";
import { useDo, useFollow, useLeft, lineStore } from "../api/edits";
import { later } from "../parts/later";
import { useOncePainted } from "../parts/painted";
import { Sorry } from "../parts/Sorry";
import { ActingContext } from "./acting";
import { keys, press, type Acting } from "./actions";
import { AddBar } from "./AddBar";
import { CodePanel } from "./CodePanel";
import { columns } from "./columns";
import { begin, Empty } from "./Empty";
import { Heads } from "./Heads";
import { useIncoming } from "./incoming";
import { isTyping } from "./isTyping";
import { Held } from "./Held";
import { Lanes } from "./Lanes";
import { usePointed } from "./pointed";
import { Selection } from "./Selection";
import { Sheet } from "./Sheet";
import { useSettled } from "./settled";
import { SidePanel } from "./SidePanel";
import { StatusBar } from "./StatusBar";
import { TopBar } from "./TopBar";
import { useTogether } from "./together";
import { useTry } from "./trying";
import { typeAhead } from "./typeahead";
import { useView, viewStore } from "./view";

// What opens only when it is asked for.
const Carrying = later(() => import("./Carrying"));
const Commands = later(() => import("./Commands"));
const DroppedStyles = later(() => import("./DroppedStyles"));
const Fill = later(() => import("./Fill"));
const Keys = later(() => import("../parts/Keys"));
const PageDetails = later(() => import("./PageDetails"));

/** Building a page: every breakpoint a column of the screen. */
export function BenchScreen() {
  const place = usePlace();
  const reset = useView((v) => v.reset);
  const query = useBench(place);
  useFollow(place);
  useLeft(place);
  useEffect(() => {
    reset(`${place.project}/${place.page}`);
    lookingStore.setState({ widths: {} });
    agreementStore.setState({}, true);
    lineStore.setState({ refused: "", done: "" });
  }, [place.project, place.page, reset]);

  if (query.error && !query.data) return <Sorry why={query.error.message} again={() => void query.refetch()} />;
  if (!query.data) {
    return (
      <div className="grid h-full grid-rows-[48px_1fr]" aria-busy="true">
        <div className="bg-bar" />
        <p className="p-6 text-ink-2">Loading the page…</p>
      </div>
    );
  }
  return <Loaded bench={query.data} />;
}

function Loaded({ bench }: { bench: Bench }) {
  // That of the page that is drawn, which is the one before while the page of the address is on its way.
  const place = usePlaceOf(bench);
  const navigate = useNavigate();
  const send = useDo(place);
  const chosen = useView((v) => v.focus);
  const wide = useView((v) => v.wide);
  const detailed = useView((v) => v.detailed);
  const spot = useView((v) => v.shown);
  const changes = useChanges(place, useSettled(bench));
  const [tried, onTry, onForesee] = useTry(place, bench);
  const ahead = useAheadOf(bench);
  const onMeasure = useMeasures(place, bench);
  const [drawer, setDrawer] = useState(false);
  const [dialog, setDialog] = useState<"commands" | "keys" | "fill" | null>(null);
  const pointed = usePointed();
  const toggle = useRef<HTMLButtonElement>(null);
  const addRow = useRef<HTMLInputElement>(null);

  const focus = chosen ?? bench.breakpoints[Math.floor(bench.breakpoints.length / 2)]!.name;
  const shown = tried ?? ahead ?? bench;
  useTogether("bench", place, focus);
  const nodes = useMemo(() => new Map(shown.nodes.map((n) => [n.id, n])), [shown.nodes]);
  const node = spot ? nodes.get(spot.node) : undefined;
  const row = node?.kind === "row" ? node : node?.kind === "column" ? nodes.get(node.parent) : undefined;
  const template = useMemo(() => columns(bench.breakpoints, focus), [bench.breakpoints, focus]);
  const empty = bench.nodes.length === 0;
  // What stands beside the lanes and the sheet is drawn after them.
  const beside = useOncePainted(useMemo(() => ({ bench, tried, place }), [bench, tried, place]));
  const side = useOncePainted(
    useMemo(() => ({ bench, place, node, focus }), [bench, place, node, focus]),
    ahead !== null,
  );

  useEffect(() => {
    document.title = `${bench.page.name} · ${bench.project.name} · Kit Rows`;
  }, [bench.page.name, bench.project.name]);

  const onDo = useCallback(
    async (deed: Deed, answered?: () => void) => {
      const made = await send(deed, answered);
      if (empty && made && made.nodes.length > 0) begin();
      if (made && made.page.id !== place.page) void navigate(`/${made.project.id}/${made.page.id}`);
      return made;
    },
    [send, navigate, place.page, empty],
  );

  const [dropped, setDropped] = useState<{ name: string; text: string } | null>(null);
  const takeFile = useIncoming(place, onDo, setDropped);
  const acting = useMemo<Acting>(
    () => ({
      bench,
      node,
      spot,
      focus,
      onDo,
      addRow: () => addRow.current?.focus(),
      open: (which) => {
        if (which === "commands") typeAhead();
        setDialog(which);
      },
      navigate: (address) => void navigate(address),
    }),
    [bench, node, spot, focus, onDo, navigate],
  );
  useEffect(() => {
    function key(event: KeyboardEvent) {
      if (event.defaultPrevented || isTyping(event)) return;
      if (press(event, ["page"], acting)) event.preventDefault();
    }
    addEventListener("keydown", key);
    return () => removeEventListener("keydown", key);
  }, [acting]);

  return (
    <ActingContext value={acting}>
      <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[48px_auto_minmax(0,1fr)_26px]">
        <TopBar bench={bench} onDo={onDo} />
        <Held />
        <div
          className={`relative grid min-h-0 max-[1080px]:grid-cols-[minmax(0,1fr)] ${wide ? "grid-cols-[minmax(0,1fr)_minmax(332px,46%)]" : "grid-cols-[minmax(0,1fr)_332px]"}`}
        >
          {/* Files can be chosen in the content panel as well. */}
          {/* eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions */}
          <main
            onDragOver={(e) => e.dataTransfer.types.includes("Files") && e.preventDefault()}
            onDrop={(e) => {
              const [file] = e.dataTransfer.files;
              const over = (e.target as Element).closest<HTMLElement>("[data-row], [data-column]");
              if (!file) return;
              e.preventDefault();
              void takeFile(file, over?.dataset.row ?? over?.dataset.column ?? spot?.node ?? "");
            }}
            className="grid min-h-0 min-w-0 grid-rows-[auto_minmax(120px,calc(46%+max(0px,(100vh-800px)*0.25)))_minmax(0,1fr)] overflow-x-auto pt-2.5 pr-2 pl-3"
          >
            <Heads bench={shown} nodes={nodes} focus={focus} template={template} changes={changes.data} />
            <Lanes
              place={place}
              bench={shown}
              nodes={nodes}
              focus={focus}
              template={template}
              onDo={onDo}
              onMeasure={onMeasure}
            />
            <div className="-ml-0.5 mt-2.5 grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)] -mr-2 rounded-tl-md border-t border-l border-line bg-sheet pr-2">
              <AddBar
                place={place}
                bench={bench}
                focus={focus}
                row={row}
                field={addRow}
                onDo={onDo}
                onFill={focus !== bench.breakpoints[0]?.name && !empty ? () => setDialog("fill") : undefined}
              >
                <Button
                  ref={toggle}
                  aria-expanded={drawer}
                  onClick={() => setDrawer(!drawer)}
                  size="small"
                  className="ml-auto hidden max-[1080px]:flex"
                >
                  <PanelRight size={13} aria-hidden="true" />
                  Why and code
                </Button>
              </AddBar>
              {empty ? (
                <Empty place={place} bench={bench} focus={focus} onDo={onDo} onType={() => addRow.current?.focus()} />
              ) : (
                <Sheet
                  place={place}
                  bench={shown}
                  lanes={bench.lanes}
                  focus={focus}
                  template={template}
                  onDo={onDo}
                  onTry={onTry}
                  onForesee={onForesee}
                />
              )}
            </div>
          </main>
          <aside
            aria-label="Selection and code"
            className={`grid min-h-0 grid-cols-[minmax(0,1fr)] border-l border-line bg-sheet max-[1080px]:absolute max-[1080px]:inset-y-0 max-[1080px]:right-0 max-[1080px]:z-30 ${wide ? "grid-rows-[minmax(0,1fr)] max-[1080px]:w-[min(560px,90%)]" : "grid-rows-[auto_minmax(0,1fr)] max-[1080px]:w-[332px]"} ${drawer ? "" : "max-[1080px]:hidden"}`}
          >
            <div
              className={`max-h-[58vh] min-h-0 ${wide ? "hidden" : ""} overflow-x-hidden overflow-y-auto border-b border-line [scrollbar-width:thin]`}
            >
              <Button
                onClick={() => {
                  setDrawer(false);
                  toggle.current?.focus();
                }}
                look="link"
                className="mx-3.5 mt-2.5 hidden text-[12px] text-ink-2 max-[1080px]:flex"
              >
                <PanelRightClose size={13} aria-hidden="true" />
                Close the panel
              </Button>
              <Selection />
              <SidePanel {...side} onDo={onDo} onTry={onTry} />
            </div>
            <CodePanel {...beside} onDo={onDo} onTry={onTry} />
          </aside>
        </div>
        <Suspense>
          {dialog === "commands" && <Commands onClose={() => setDialog(null)} />}
          {dialog === "fill" && (
            <Fill place={place} bench={bench} from={focus} onDo={onDo} onClose={() => setDialog(null)} />
          )}
          {dialog === "keys" && <Keys keys={keys} onClose={() => setDialog(null)} onLeft={viewStore.getState().seek} />}
        </Suspense>
        <Suspense>
          {dropped && <DroppedStyles file={dropped} {...{ place, bench, onDo }} onClose={() => setDropped(null)} />}
        </Suspense>
        <Suspense>
          {detailed && <PageDetails bench={bench} onDo={onDo} onClose={() => viewStore.getState().detail(false)} />}
        </Suspense>
        <Suspense>
          {pointed && <Carrying bench={beside.bench} place={beside.place} focus={focus} onDo={onDo} />}
        </Suspense>
        <StatusBar bench={shown} nodes={nodes} node={node} focus={focus} onDo={onDo} />
      </div>
    </ActingContext>
  );
}
