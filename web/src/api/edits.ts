import { replaceEqualDeep, useQueryClient, type QueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef } from "react";
import { create, type StoreApi } from "zustand";
import { keyOf, type Place } from "./bench";
import { useLook, type Look } from "./look";
import { api, orRefuse, Refusal, type Bench, type Operation } from "./client";
import type { Deed } from "./deed";
import { benchOf, type Answer } from "./delta";
import { endAhead, foresee, foreseenOf, runAhead } from "./foreseen";
import { drop, keep, left, newKept, onDropped, type Kept } from "./kept";

interface Line {
  /** Deeds not answered yet, in their order. */
  sending: Kept[];
  /** How many they are. */
  waiting: number;
  /** Why deeds cannot be brought on disk now; they wait and are sent again. Empty when
   *  they can. */
  trouble: string;
  /** Why the last deed was refused; empty when it was not. */
  refused: string;
  /** What would do it all the same: it, with rules of the page's own for what the kit has no class for. */
  offer: Operation | null;
  /** What the last deed did. */
  done: string;
  /** Deeds that wait for a word of the user: those a closed window left, and those that
   *  were refused after they had waited. */
  held: Kept[];
}

/** How the edits fare on their way to the server. */
export const useLine = create<Line>()(() => ({
  sending: [],
  waiting: 0,
  trouble: "",
  refused: "",
  offer: null,
  done: "",
  held: [],
}));
/** The same, for what is no component. */
export const lineStore: StoreApi<Line> = useLine;

const lost = "The server cannot be reached. Edits wait and are sent again.";

/** The deeds this page has entered, by id. */
const entered = new Set<string>();
let turn: Promise<unknown> = Promise.resolve();

addEventListener("beforeunload", (event) => {
  if (lineStore.getState().waiting > 0) event.preventDefault();
});

/** Sends deeds one after another, each on the revision the one before it made.
 *  Answers the Bench after it, or null when it was refused; answered is called as
 *  soon as either is known, so that what it changes is drawn together with that. */
export function useDo(place: Place): (deed: Deed, answered?: () => void) => Promise<Bench | null> {
  const queries = useQueryClient();
  const look = useLook();
  const key = JSON.stringify([place, look]);
  return useCallback(
    (deed, answered) => {
      const [at, seen] = JSON.parse(key) as [Place, Look];
      return enter(queries, newKept(at, deed), seen, answered);
    },
    [key, queries],
  );
}

/** Takes up the deeds that waited on a project when this window was reloaded, and holds
 *  those that a closed window left. */
export function useLeft(place: Place) {
  const queries = useQueryClient();
  const { project } = place;
  const look = useLook();
  const seen = useRef(look);
  useEffect(() => {
    seen.current = look;
  }, [look]);
  useEffect(() => {
    let here = true;
    void left(project).then((all) => {
      for (const { kept, mine } of here ? all : []) {
        if (entered.has(kept.id)) continue;
        if (mine && !kept.refused) void enter(queries, kept, seen.current, undefined, true);
        else hold(kept);
      }
    });
    const stop = onDropped(release);
    return () => {
      here = false;
      lineStore.setState({ held: [] });
      stop();
    };
  }, [project, queries]);
}

/** Answers what is to become of deeds that are held: they are made, or discarded. */
export function useHeld(): (all: Kept[], make: boolean) => void {
  const queries = useQueryClient();
  const look = useLook();
  return (all, make) => {
    for (const kept of all) {
      release(kept.id);
      drop(kept);
      if (make) void enter(queries, { ...newKept(kept.place, kept.deed), id: kept.id }, look, undefined, true);
    }
  };
}

function hold(kept: Kept) {
  release(kept.id);
  lineStore.setState((l) => ({ held: [...l.held, kept] }));
}

function release(id: string) {
  lineStore.setState((l) => ({ held: l.held.filter((kept) => kept.id !== id) }));
}

function enter(queries: QueryClient, kept: Kept, look: Look, answered?: () => void, waited = false) {
  const free = lineStore.getState().waiting === 0;
  entered.add(kept.id);
  keep(kept);
  lineStore.setState((l) => ({ sending: [...l.sending, kept], waiting: l.waiting + 1 }));
  // Nothing is on its way: it goes at once, before anything is drawn but what was foreseen.
  const result = free
    ? carry(queries, kept, look, answered, waited)
    : turn.then(() => carry(queries, kept, look, answered, waited));
  turn = result.finally(() =>
    lineStore.setState((l) => ({ sending: l.sending.filter((k) => k !== kept), waiting: l.waiting - 1 })),
  );
  return result;
}

async function carry(
  queries: QueryClient,
  kept: Kept,
  look: Look,
  answered: (() => void) | undefined,
  waited: boolean,
): Promise<Bench | null> {
  const { place } = kept;
  const key = keyOf(place, look);
  let known = waited ? undefined : queries.getQueryData<Bench>(key);
  let seen: (() => Promise<Bench | null>) | undefined;
  for (;;) {
    try {
      const now: Bench = known ?? (await fresh(queries, place, look));
      const foreseen = foreseenOf(kept.deed, now);
      const had = foreseen?.made ?? now; // what the answer is told against
      seen = runAhead(foreseen, () => {
        answered?.();
        answered = undefined;
      });
      if (foreseen?.made) await null; // what is known is drawn first
      const answer = await send(kept, look, now.revision, had.stamp);
      const made = (answer && benchOf(answer, had)) ?? (await fresh(queries, place, look));
      const shown = await seen();
      const bench = shown ? replaceEqualDeep(shown, made) : made; // what is the same is not drawn again
      lineStore.setState({ trouble: "", refused: "", offer: null, done: bench.done });
      drop(kept);
      // Older widths of other lanes are other queries: they are stale now.
      queries.removeQueries({ queryKey: ["bench", place.project], type: "inactive" });
      queries.setQueryData(keyOf({ ...place, page: bench.page.id }, look), bench);
      endAhead(); // after that, so that both are drawn together
      answered?.();
      return bench;
    } catch (error) {
      known = undefined;
      void seen?.();
      const status = error instanceof Refusal ? error.problem.status : 0;
      if (!(error instanceof Refusal) || status === 503 || status === 507) {
        waited = true;
        lineStore.setState({ trouble: error instanceof Refusal ? `Not saved: ${error.message}` : lost });
        await new Promise((wake) => setTimeout(wake, 1000));
        continue; // and what it makes is shown still
      }
      endAhead();
      // Another window was first when it is 409: it is made on what is there now, where it means the same.
      if (status !== 409 || (error as Refusal).problem.changed) {
        lineStore.setState({
          trouble: "",
          refused: waited ? "" : plain(error),
          offer: offered(error, kept.deed),
          done: "",
        });
        drop(kept);
        if (waited) {
          const refused = { ...kept, refused: plain(error) };
          keep(refused);
          hold(refused);
        }
        answered?.();
        return null;
      }
    }
  }
}

/** The deed with rules of the page's own, where those would do. */
function offered(error: Refusal, deed: Deed): Operation | null {
  const all = error.problem.errors ?? [];
  if (all.length === 0 || all.some((w) => w.offer !== "ownRules") || typeof deed === "string" || "to" in deed)
    return null;
  return { together: { steps: [{ ownRules: { allow: true } }, deed], summary: "With a rule of the page's own" } };
}

/** A refusal in the words of whoever typed it. */
export function plain(error: Refusal): string {
  if (error.problem.changed) return "This was changed in the meantime, and nothing is done. Look at it and try again.";
  const [wrong] = error.problem.errors ?? [];
  if (!wrong || error.problem.title !== "Refused") return error.problem.detail;
  if (/^the id of a .*on this page$/.test(wrong.want)) return "Its row or column is not on this page any more.";
  return wrong.found ? `Expected ${wrong.want} (found ${wrong.found}).` : `Expected ${wrong.want}.`;
}

async function fresh(queries: QueryClient, place: Place, look: Look): Promise<Bench> {
  const bench = orRefuse(
    await api.GET("/api/projects/{project}/pages/{page}", { params: { path: place, query: look } }),
  );
  queries.setQueryData(keyOf(place, look), bench);
  return bench;
}

/** Sends a deed; null when it was done already, when it was sent before. */
async function send({ id, place, deed }: Kept, look: Look, revision: number, stamp: number): Promise<Answer | null> {
  const params = { path: place, query: { ...look, stamp } };
  const made = { revision, deed: id };
  const path = "/api/projects/{project}/pages/{page}";
  try {
    if (deed === "undo" || deed === "redo") {
      return orRefuse(await api.POST(`${path}/${deed}`, { params, body: made }));
    }
    if ("to" in deed) return orRefuse(await api.POST(`${path}/back`, { params, body: { ...made, ...deed } }));
    return orRefuse(await api.POST(`${path}/edits`, { params, body: { ...made, operation: deed } }));
  } catch (error) {
    if (error instanceof Refusal && error.problem.done) return null;
    throw error;
  }
}

/** What an operation would make of the page as it is now, or why it would be
 *  refused. */
export function preview(
  place: Place,
  look: Look,
  operation: Operation,
  now: Bench,
): Promise<{ bench?: Bench; refused?: string }> {
  const answer = previewed(place, look, operation, now);
  foresee(
    operation,
    now,
    answer.then(({ bench }) => bench ?? null),
  );
  return answer;
}

async function previewed(place: Place, look: Look, operation: Operation, now: Bench) {
  try {
    const answer = await api.POST("/api/projects/{project}/pages/{page}/preview", {
      params: { path: place, query: { ...look, stamp: now.stamp } },
      body: { revision: now.revision, operation },
    });
    const { refused, ...made } = orRefuse(answer);
    if (refused) return { refused: plain(new Refusal(refused)) };
    return { bench: benchOf(made, now) ?? undefined };
  } catch (error) {
    return { refused: error instanceof Refusal ? plain(error) : "The server cannot be reached." };
  }
}

/** Keeps the Bench up with what other windows do to the project. */
export function useFollow(place: Place) {
  const queries = useQueryClient();
  const { project } = place;
  useEffect(() => {
    const stream = new EventSource(`/api/projects/${project}/events`);
    let told = 0;
    // An edit of ours is told of too, mostly before its answer is here: what is on its way is waited for.
    const catchUp = () => {
      if (lineStore.getState().waiting > 0) return;
      // Also the page that an undo of ours has left for the one that it was about.
      void queries.invalidateQueries({
        queryKey: ["bench", project],
        predicate: ({ state }) => ((state.data as Bench | undefined)?.revision ?? told) < told,
      });
    };
    stream.addEventListener("revision", (event) => {
      told = Number((event as MessageEvent<string>).data);
      catchUp();
    });
    // Another program changed the store: its revisions may have begun anew.
    stream.addEventListener("anew", () => {
      told = 0;
      void queries.resetQueries({ queryKey: ["bench", project] });
    });
    const leave = lineStore.subscribe(catchUp);
    return () => {
      leave();
      stream.close();
    };
  }, [project, queries]);
}
