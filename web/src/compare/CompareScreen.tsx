import { Button } from "../parts/Button";
import { Screen } from "../parts/Screen";
import { useState } from "react";
import { useSearchParams } from "react-router";
import type { Comparison, Moment, Shift } from "../api/client";
import { useBench } from "../api/bench";
import { usePlace } from "../api/place";
import type { Deed } from "../api/deed";
import { useDo } from "../api/edits";
import { useComparison, useHistory } from "../api/history";
import { LaneDrawing, shiftSigns } from "../bench/LaneDrawing";
import { Segmented } from "../parts/Segmented";
import { Sorry } from "../parts/Sorry";

/** One page at two moments of its history, side by side: a lane each, and the
 *  markup's lines that are new or gone. */
export default function CompareScreen() {
  const place = usePlace();
  const [search] = useSearchParams();
  const [from, to] = [Number(search.get("from")), Number(search.get("to"))];
  const bench = useBench(place);
  const compared = useComparison(place, from, to);
  const history = useHistory(place.project, bench.data?.revision ?? 0);
  const send = useDo(place);
  const [chosen, setChosen] = useState<string | null>(null);

  const error = compared.error ?? bench.error;
  if (error) return <Sorry why={error.message} again={() => void compared.refetch()} />;
  if (!bench.data || !compared.data) return <p className="p-6 text-ink-2">Loading both revisions…</p>;
  const breakpoints = bench.data.breakpoints;
  const at = chosen ?? breakpoints[Math.floor(breakpoints.length / 2)]!.name;
  const shifts = compared.data.shifts.filter((s) => s.breakpoint === at);
  const whats = new Map(shifts.map((s) => [s.node, s.what]));
  const moment = (revision: number) => history.data?.find((m) => m.revision === revision);

  return (
    <Screen
      title={
        <h1 className="min-w-0 truncate text-bar-ink-2">
          {bench.data.page.name}: revision {from} and revision {to}
        </h1>
      }
      back={`/${place.project}/${place.page}`}
    >
      <main className="grid min-h-0 grid-rows-[auto_auto_minmax(0,1fr)] gap-3 p-4">
        <div className="flex items-center gap-3">
          <Segmented
            label="Breakpoint"
            value={at}
            options={breakpoints.map((b) => [b.name, b.name] as const)}
            onChange={setChosen}
          />
          <span className="text-ink-2">
            {compared.data.added + compared.data.gone === 0
              ? "The markup is the same"
              : `Markup: ${lines(compared.data.added)} added, ${lines(compared.data.gone)} removed`}
          </span>
        </div>
        <Shifts at={at} shifts={shifts} />
        <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_minmax(0,1fr)_minmax(0,1.3fr)] gap-4">
          <SideView
            which="Before"
            title={title(from, moment(from))}
            side={compared.data.before}
            breakpoint={at}
            shifts={whats}
          >
            <Back now={bench.data.revision} to={from} name={moment(from)?.name ?? ""} onDo={send} />
          </SideView>
          <SideView
            which="After"
            title={title(to, moment(to))}
            side={compared.data.after}
            breakpoint={at}
            shifts={whats}
          >
            <Back now={bench.data.revision} to={to} name={moment(to)?.name ?? ""} onDo={send} />
          </SideView>
          <CodeDiff code={compared.data.code} />
        </div>
      </main>
    </Screen>
  );
}

const lines = (n: number) => `${n} line${n === 1 ? "" : "s"}`;

/** How many changes are told one by one. */
const mostShifts = 8;

/** What changed in the lanes, in words. */
function Shifts({ at, shifts }: { at: string; shifts: Shift[] }) {
  if (shifts.length === 0) return <p className="text-ink-2">No column changes at {at}</p>;
  return (
    <ul aria-label={`Changes at ${at}`} className="flex flex-wrap items-center gap-x-4 gap-y-1">
      {shifts.slice(0, mostShifts).map((s) => (
        <li key={s.node} className="flex items-center gap-1.5">
          <span aria-hidden="true" className="w-[17px] bg-madder-strong text-center font-mono text-[12px] text-on-dye">
            {shiftSigns[s.what]}
          </span>
          <b className="font-semibold">{s.name}</b>
          <span className="text-ink-2">{s.text}</span>
        </li>
      ))}
      {shifts.length > mostShifts && <li className="text-ink-2">and {shifts.length - mostShifts} more</li>}
    </ul>
  );
}

function title(revision: number, moment: Moment | undefined) {
  return moment?.name || `Revision ${revision}`;
}

interface BackProps {
  now: number;
  to: number;
  name: string;
  onDo: (deed: Deed) => Promise<unknown>;
}

/** The way back to a revision that is not the current one. */
function Back({ now, to, name, onDo }: BackProps) {
  if (to === now) return <span className="text-ink-2">now</span>;
  return (
    <Button size="tiny" onClick={() => void onDo({ to, name })}>
      Restore
    </Button>
  );
}

interface SideProps {
  which: "Before" | "After";
  title: string;
  side: Comparison["before"];
  breakpoint: string;
  shifts: Map<string, Shift["what"]>;
  children: React.ReactNode;
}

function SideView({ which, title, side, breakpoint, shifts, children }: SideProps) {
  const lane = side?.lanes.find((l) => l.breakpoint === breakpoint);
  return (
    <section aria-label={`${which}: ${title}`} className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] gap-1.5">
      <div className="flex h-7 items-center gap-2">
        <h2 className="min-w-0 flex-1 truncate text-[13px] font-semibold">{title}</h2>
        {children}
      </div>
      {/* It scrolls, so the keyboard must reach it. */}
      <div
        // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
        tabIndex={0}
        role="group"
        aria-label={`Lane of ${title}`}
        className="overflow-y-auto rounded-sm border border-line bg-raised [scrollbar-width:thin]"
      >
        {lane ? (
          <LaneDrawing
            lane={lane}
            nodes={new Map(side!.nodes.map((n) => [n.id, n]))}
            width={340}
            labelled
            ghosts
            shifts={shifts}
            title={`The page at ${breakpoint}, ${title}`}
          />
        ) : (
          <p className="p-4 text-ink-2">The page did not exist.</p>
        )}
      </div>
    </section>
  );
}

/** Lines of markup, with three around each that changed. */
function CodeDiff({ code }: { code: Comparison["code"] }) {
  const near = new Set<number>();
  code.forEach((line, i) => {
    if (line.before === 0 || line.after === 0) for (let k = i - 3; k <= i + 3; k++) near.add(k);
  });
  return (
    <section aria-label="Markup" className="grid min-h-0 grid-rows-[auto_minmax(0,1fr)] gap-1.5">
      <h2 className="flex h-7 items-center text-[13px] font-semibold">Markup</h2>
      <div
        // It scrolls, so the keyboard must reach it.
        // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
        tabIndex={0}
        role="group"
        aria-label="Lines that changed"
        className="overflow-auto rounded-sm border border-line bg-raised py-1 font-mono text-[12px] leading-[1.6] [scrollbar-width:thin]"
      >
        {near.size === 0 && <p className="px-3 text-ink-2">No changes</p>}
        {code.map((line, i) =>
          near.has(i) ? (
            <div
              key={i}
              className={`flex whitespace-pre ${line.before === 0 ? "bg-woad-soft" : line.after === 0 ? "bg-madder-soft" : ""}`}
            >
              <span className="w-9 flex-none pr-2 text-right text-ink-2">{line.after || line.before}</span>
              <span className="w-4 flex-none">{line.before === 0 ? "+" : line.after === 0 ? "−" : " "}</span>
              <span className="sr-only">{line.before === 0 ? "new: " : line.after === 0 ? "gone: " : ""}</span>
              <span>{line.text}</span>
            </div>
          ) : (
            near.has(i - 1) && (
              <p key={i} className="px-3 text-ink-2">
                …
              </p>
            )
          ),
        )}
      </div>
    </section>
  );
}
