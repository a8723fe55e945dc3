import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { useBench } from "../api/bench";
import { plain, useDo, useFollow, useLeft, useLine } from "../api/edits";
import { useKit, useKitDraft } from "../api/kit";
import { Refusal, type Step } from "../api/client";
import { usePlace } from "../api/place";
import { Button } from "../parts/Button";
import { Screen } from "../parts/Screen";
import { Segmented } from "../parts/Segmented";
import { Sorry } from "../parts/Sorry";
import { Effects } from "./Effects";
import { Finder } from "./Finder";
import { Numbers } from "./Numbers";
import { Rulers } from "./Rulers";
import { Whole } from "./Whole";
import { Widths } from "./Widths";

/** A kit: the grid at every breakpoint, its numbers typed under each, and what a change that is
 *  not accepted yet would do to the pages. */
export default function KitScreen() {
  const place = usePlace();
  const { kit: id = "" } = useParams();
  const bench = useBench(place);
  const revision = bench.data?.revision ?? 0;
  useFollow(place);
  useLeft(place);
  const kit = useKit(place.project, id, revision);
  const [steps, setSteps] = useState<Step[]>([]);
  const draft = useKitDraft(place.project, id, revision, steps);
  const send = useDo(place);
  const navigate = useNavigate();
  const refusedBySend = useLine((l) => l.trouble || l.refused);
  const [below, setBelow] = useState<"widths" | "finder">("widths");

  const error = kit.error ?? bench.error;
  if (error) return <Sorry why={error.message} again={() => void kit.refetch()} />;
  if (!kit.data || !bench.data) return <p className="p-6 text-ink-2">Loading the kit…</p>;

  const trying = steps.length > 0;
  const known = draft.data !== undefined && !draft.isPlaceholderData; // of the steps as they are now
  const refused = trying ? draft.data?.refused : undefined;
  const refusal = refused ? plain(new Refusal(refused)) : "";
  const view = (trying && draft.data?.view) || kit.data;
  const names = view.kit.breakpoints.map((b) => b.name);
  const template = `150px repeat(${names.length}, minmax(96px, 1fr))`;

  /** A step that is typed in the place of one before it takes its place. */
  function type(step: Step) {
    const again = (s: Step) => s.field === step.field && s.breakpoint === step.breakpoint && s.field !== "add";
    const structural = ["add", "remove", "rename"].includes(step.field);
    setSteps((all) => [...(structural ? all : all.filter((s) => !again(s))), step]);
  }

  async function accept() {
    if (!known || !draft.data?.view) return;
    const made = await send({ changeKit: { kit: draft.data.view.kit, were: draft.data.were } });
    if (made) setSteps([]);
  }

  /** A copy of the kit with a name and an id of its own, which is shown then. */
  async function duplicate() {
    if (!kit.data) return;
    const base = id.replace(/-\d+$/, "").slice(0, 40);
    let n = 2;
    while (kit.data.kits.some((k) => k.id === `${base}-${n}`)) n++;
    const copy = { ...kit.data.kit, id: `${base}-${n}`, name: `${kit.data.kit.name.slice(0, 80)} ${n}` };
    if (await send({ addKit: { kit: copy } })) void navigate(`/${place.project}/${place.page}/kit/${copy.id}`);
  }

  async function remove() {
    const other = kit.data?.kits.find((k) => k.id !== id);
    if (other && (await send({ dropKit: { kit: id } }))) {
      void navigate(`/${place.project}/${place.page}/kit/${other.id}`);
    }
  }

  return (
    <Screen
      title={
        <nav aria-label="Kits" className="flex min-w-0 gap-0.5 self-end overflow-x-auto">
          {view.kits.map((k) => (
            <Link
              key={k.id}
              to={`/${place.project}/${place.page}/kit/${k.id}`}
              onClick={() => setSteps([])}
              aria-current={k.id === id ? "page" : undefined}
              className="max-w-52 truncate rounded-t-[7px] px-3.5 pt-2 pb-2.5 whitespace-nowrap text-bar-ink-2 focus-visible:-outline-offset-2 aria-[current]:bg-cloth aria-[current]:font-semibold aria-[current]:text-ink"
            >
              {k.name}
            </Link>
          ))}
        </nav>
      }
      back={`/${place.project}/${place.page}`}
      offers={
        <span role="status" className="text-[12px] text-bar-ink-2">
          {refusedBySend || (trying ? "Not accepted yet" : `Saved · rev ${revision}`)}
        </span>
      }
    >
      <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_300px] max-[1080px]:grid-cols-[minmax(0,1fr)_240px]">
        <main className="min-h-0 overflow-auto pt-3 pl-2.5 [scrollbar-width:thin]">
          <div className="pr-3 pl-2">
            <Rulers view={view} template={template} onStep={type} />
          </div>
          <div className="min-h-full rounded-tl-md border-t border-l border-line bg-sheet pr-3 pl-2">
            <Numbers
              view={view}
              template={template}
              steps={steps}
              refused={refused?.errors?.[0] ? { at: steps.at(-1)!, why: refusal } : undefined}
              onStep={type}
            />
            <div className="my-3 flex">
              <Segmented
                label="Below the numbers"
                value={below}
                options={[
                  ["widths", "Widths"],
                  ["finder", "Finder"],
                ]}
                onChange={setBelow}
              />
            </div>
            {below === "widths" ? (
              <Widths view={view} template={template} />
            ) : (
              <Finder project={place.project} kit={id} revision={revision} view={kit.data} />
            )}
          </div>
        </main>
        <aside
          aria-label="What the change does"
          className="grid min-h-0 grid-rows-[minmax(0,1fr)_auto] border-l border-line bg-sheet"
        >
          <div className="min-h-0 overflow-y-auto [scrollbar-width:thin]">
            <Whole
              view={view}
              page={{ name: bench.data.page.name, uses: bench.data.kit.id === id }}
              settled={!trying}
              onStep={type}
              onUse={() => void send({ useKit: { kit: id } })}
              onDuplicate={() => void duplicate()}
              onDelete={() => void remove()}
            />
            <Effects view={view} trying={trying} refused={refusal} effects={trying ? draft.data?.effects : undefined} />
          </div>
          {trying && (
            <div className="flex gap-2 border-t border-line p-3">
              <Button look="main" disabled={!known || !draft.data?.view || !!refused} onClick={() => void accept()}>
                Accept
              </Button>
              <Button onClick={() => setSteps([])}>Reset</Button>
            </div>
          )}
        </aside>
      </div>
    </Screen>
  );
}
