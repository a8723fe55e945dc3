import { useEffect, useRef, useState } from "react";
import { Link, useLocation, useNavigate, useParams, useSearchParams } from "react-router";
import { useBench } from "../api/bench";
import { plain, useDo, useFollow, useLeft, useLine } from "../api/edits";
import { useKit, useKitDraft, useMove, useShare } from "../api/kit";
import { Refusal, type Kit, type SheetFile } from "../api/client";
import { usePlace } from "../api/place";
import { Button } from "../parts/Button";
import { Screen } from "../parts/Screen";
import { Sorry } from "../parts/Sorry";
import { AddKit } from "./AddKit";
import { Below } from "./Below";
import { BringIn } from "./BringIn";
import { sheetsOf } from "./files";
import { Edges } from "./Edges";
import { Effects } from "./Effects";
import { Anyway, MoveChoices, stays } from "./MoveChoices";
import { Numbers } from "./Numbers";
import { Rulers } from "./Rulers";
import { alone, nothing, useTrial } from "./trial";
import { Whole } from "./Whole";

/** A kit: the grid at every breakpoint, its numbers typed under each, and what a change that is
 *  not accepted yet would do to the pages. */
export default function KitScreen() {
  const { kit = "" } = useParams();
  return <KitDesk key={kit} id={kit} />;
}

function KitDesk({ id }: { id: string }) {
  const place = usePlace();
  const bench = useBench(place);
  const revision = bench.data?.revision ?? 0;
  useFollow(place);
  useLeft(place);
  const kit = useKit(place.project, id, revision);
  const { trial, put, type, forget, back } = useTrial(useSearchParams()[0].has("move"));
  const [accepting, setAccepting] = useState(false);
  const { steps, newest, brought, moving } = trial;
  const draft = useKitDraft(place.project, id, revision, { steps, newest, brought });
  const move = useMove(place.project, id, revision, place.page, moving);
  const send = useDo(place);
  const share = useShare();
  const navigate = useNavigate();
  const location = useLocation();
  const refusedBySend = useLine((l) => l.trouble || l.refused);
  const [incoming, setIncoming] = useState<SheetFile[]>(
    (location.state as { files?: SheetFile[] } | null)?.files ?? [],
  );

  const trying = steps.length > 0 || newest || brought !== undefined || moving !== undefined;
  const asked = moving ? move : draft;
  const known = asked.data !== undefined && !asked.isPlaceholderData; // of what is tried as it is now

  const goes = moving !== undefined && move.data?.effects.some((e) => !stays(e, moving)); // something is moved

  async function accept() {
    if (!known || (moving && !goes)) return;
    let made = null;
    if (moving) made = await send({ useKit: { kit: id, ...moving } });
    else if (draft.data?.view) made = await send({ changeKit: { kit: draft.data.view.kit, were: draft.data.were } });
    if (made) forget();
  }

  // What is to be accepted is, as soon as it is known what it does.
  const ready = useRef<() => void>(undefined);
  useEffect(() => {
    ready.current = () => {
      if (trying && !known) return;
      setAccepting(false);
      if (trying) void accept();
    };
  });
  useEffect(() => {
    if (accepting) ready.current?.();
  }, [accepting, known, trying, draft.data, move.data]);

  // Ctrl+Z takes back what was typed and, when nothing is, what was accepted; Ctrl+Enter accepts.
  const keys = useRef<(event: KeyboardEvent) => void>(undefined);
  useEffect(() => {
    keys.current = (event) => {
      if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
      const typing = (event.target as HTMLElement).closest?.("input, textarea, select");
      if (event.key === "Enter") {
        event.preventDefault();
        setAccepting(true);
      }
      if (event.key.toLowerCase() !== "z" || typing) return;
      event.preventDefault();
      if (!back(event.shiftKey) && !trying) void send(event.shiftKey ? "redo" : "undo");
    };
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => keys.current?.(event);
    addEventListener("keydown", listen);
    return () => removeEventListener("keydown", listen);
  }, []);

  const error = kit.error ?? bench.error;
  if (error) return <Sorry why={error.message} again={() => void kit.refetch()} />;
  if (!kit.data || !bench.data) return <p className="p-6 text-ink-2">Loading the kit…</p>;

  const refused = trying && !moving ? draft.data?.refused : undefined;
  const refusal = refused ? plain(new Refusal(refused)) : "";
  const wrong = refused?.errors?.[0] && steps.length > 0 ? { at: steps.at(-1)!, why: refusal } : undefined;
  const view = (trying && !moving && draft.data?.view) || kit.data;
  const effects = moving ? move.data?.effects : trying ? draft.data?.effects : undefined;
  const kits = kit.data.kits;
  const template = `150px repeat(${view.kit.breakpoints.length}, minmax(96px, 1fr))`;
  const path = (to: string) => `/${place.project}/${place.page}/kit/${to}`;

  /** Adds a kit under an id that is free, and shows it. */
  async function add(given: Kit) {
    let to = given.id;
    for (let n = 2; kits.some((k) => k.id === to); n++) to = `${given.id.replace(/-\d+$/, "").slice(0, 40)}-${n}`;
    if (await send({ addKit: { kit: { ...given, id: to } } })) void navigate(path(to), { state: { fresh: true } });
  }

  /** A copy of the kit with a name of its own. */
  function duplicate(given: Kit) {
    let n = 2;
    while (kits.some((k) => k.name === `${given.name.slice(0, 80)} ${n}`)) n++;
    void add({ ...given, shared: undefined, name: `${given.name.slice(0, 80)} ${n}` });
  }

  /** Files that come in: newer ones of this kit's, or those of another kit. */
  function take(files: SheetFile[]) {
    const own = kit.data?.kit.brought;
    if (own && files.length > 0 && files.every((f) => own.files.some((o) => o.name === f.name))) reread(files);
    else setIncoming(files);
  }

  /** Reads the kit again with files in the place of those of their names, or, of one alone, in its place. */
  function reread(files: SheetFile[]) {
    const own = kit.data?.kit.brought;
    if (!own || files.length === 0) return;
    const [file] = files;
    const next =
      own.files.length === 1 && files.length === 1
        ? [{ name: own.files[0]!.name, text: file!.text }]
        : own.files.map((o) => files.find((f) => f.name === o.name) ?? o);
    put({ ...nothing, brought: { ...own, files: next } });
  }

  /** Settles a doubt otherwise. */
  function choose(doubt: string, choice: string) {
    const own = brought ?? kit.data?.kit.brought;
    if (own) put({ ...trial, brought: { ...own, choices: { ...own.choices, [doubt]: choice } }, moving: undefined });
  }

  async function remove() {
    const other = kits.find((k) => k.id !== id);
    if (other && (await send({ dropKit: { kit: id } }))) void navigate(path(other.id));
  }

  /** Puts the kit into the library, and notes in the project which it is there. */
  function toLibrary(given: Kit) {
    share.mutate(given, {
      onSuccess: (shared) => {
        if (shared.id !== given.shared?.id || shared.revision !== given.shared.revision) {
          void send({ changeKit: { kit: { ...given, shared }, were: given.breakpoints.map((b) => b.name) } });
        }
      },
    });
  }

  const said =
    refusedBySend || share.error?.message || (trying ? "Not accepted yet" : `Saved · rev ${bench.data.revision}`);
  return (
    <Screen
      title={
        <nav aria-label="Kits" className="flex min-w-0 gap-0.5 self-end overflow-x-auto">
          {view.kits.map((k) => (
            <Link
              key={k.id}
              to={path(k.id)}
              aria-current={k.id === id ? "page" : undefined}
              className="max-w-52 truncate rounded-t-[7px] px-3.5 pt-2 pb-2.5 whitespace-nowrap text-bar-ink-2 focus-visible:-outline-offset-2 aria-[current]:bg-cloth aria-[current]:font-semibold aria-[current]:text-ink"
            >
              {k.name}
            </Link>
          ))}
          <AddKit onAdd={(given) => void add(given)} onBring={setIncoming} />
        </nav>
      }
      back={`/${place.project}/${place.page}`}
      offers={
        <span role="status" className="text-[12px] text-bar-ink-2">
          {said}
        </span>
      }
    >
      {/* Stylesheets can be chosen by key as well: Add a kit, and Newer files. */}
      {/* eslint-disable-next-line jsx-a11y/no-static-element-interactions */}
      <div
        onDragOver={(e) => e.dataTransfer.types.includes("Files") && e.preventDefault()}
        onDrop={(e) => {
          e.preventDefault();
          void sheetsOf(e.dataTransfer.files).then(take);
        }}
        className="grid min-h-0 grid-cols-[minmax(0,1fr)_300px] max-[1080px]:grid-cols-[minmax(0,1fr)_240px]"
      >
        {incoming.length > 0 && (
          <BringIn
            files={incoming}
            refused={refusedBySend}
            onAdd={(given) => {
              setIncoming([]);
              void add(given);
            }}
            onClose={() => setIncoming([])}
          />
        )}
        <main className="min-h-0 overflow-auto pt-3 pl-2.5 [scrollbar-width:thin]">
          <div className="pr-3 pl-2">
            {!view.fixed && <Edges view={view} steps={steps} onStep={type} />}
            <Rulers view={view} template={template} onStep={view.fixed ? undefined : type} />
          </div>
          <div className="min-h-full rounded-tl-md border-t border-l border-line bg-sheet pr-3 pl-2">
            <Numbers view={view} template={template} steps={steps} refused={wrong} onStep={type} />
            <Below
              project={place.project}
              revision={revision}
              kept={kit.data}
              view={view}
              template={template}
              steps={steps}
              trying={trying}
              wrong={wrong}
              onStep={type}
              onChoose={choose}
            />
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
              fresh={(location.state as { fresh?: boolean } | null)?.fresh ?? false}
              settled={!trying}
              file={`/api/projects/${place.project}/kits/${id}/file`}
              onStep={type}
              onUse={() => put({ ...nothing, moving: alone })}
              onDuplicate={() => duplicate(kit.data.kit)}
              onDelete={() => void remove()}
              onShare={() => toLibrary(kit.data.kit)}
              onUpdate={() => put({ ...nothing, newest: true })}
              onReread={reread}
            />
            <Effects
              view={view}
              trying={trying}
              refused={refusal || (moving ? (move.error?.message ?? "") : "")}
              effects={effects}
              choice={(effect) =>
                moving?.all &&
                effect.notes.length > 0 && (
                  <Anyway effect={effect} moving={moving} onChange={(next) => put({ ...trial, moving: next })} />
                )
              }
            >
              {moving && move.data && (
                <MoveChoices
                  page={bench.data.page.name}
                  move={move.data}
                  breakpoints={view.kit.breakpoints.map((b) => b.name)}
                  moving={moving}
                  onChange={(next) => put({ ...trial, moving: next })}
                />
              )}
            </Effects>
          </div>
          {trying && (
            <div className="flex gap-2 border-t border-line p-3">
              <Button
                look="main"
                title="Ctrl+Enter"
                disabled={!known || !(moving ? goes : draft.data?.view) || !!refused}
                onClick={() => void accept()}
              >
                Accept
              </Button>
              <Button onClick={forget}>Reset</Button>
            </div>
          )}
        </aside>
      </div>
    </Screen>
  );
}
