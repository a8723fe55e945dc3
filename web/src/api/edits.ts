import { useQueryClient, type QueryClient } from "@tanstack/react-query";
import { useCallback, useEffect } from "react";
import { create } from "zustand";
import { keyOf, useLook, type Look, type Place } from "./bench";
import { api, orRefuse, Refusal, type Bench, type Operation } from "./client";
import { benchOf, type Answer } from "./delta";

/** A way back to a revision, by the name of a point if it has one. */
export interface Return {
  to: number;
  name: string;
}

/** Something done to the page: an operation, a step in its history, or a way back
 *  in it. */
export type Deed = Operation | "undo" | "redo" | Return;

interface Line {
  /** Deeds not answered yet, the oldest first. */
  waiting: number;
  /** The server cannot be reached; deeds wait and are sent again. */
  lost: boolean;
  /** Why the last deed was refused; empty when it was not. */
  refused: string;
  /** What the last deed did. */
  done: string;
}

/** How the edits fare on their way to the server. */
export const useLine = create<Line>()(() => ({ waiting: 0, lost: false, refused: "", done: "" }));

let turn: Promise<unknown> = Promise.resolve();

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
      const free = useLine.getState().waiting === 0;
      useLine.setState((l) => ({ waiting: l.waiting + 1 }));
      // Nothing is on its way: it goes at once, before anything is drawn.
      const result = free
        ? carry(queries, at, seen, deed, answered)
        : turn.then(() => carry(queries, at, seen, deed, answered));
      turn = result.finally(() => useLine.setState((l) => ({ waiting: l.waiting - 1 })));
      return result;
    },
    [key, queries],
  );
}

async function carry(
  queries: QueryClient,
  place: Place,
  look: Look,
  deed: Deed,
  answered?: () => void,
): Promise<Bench | null> {
  const key = keyOf(place, look);
  let sentOn = 0;
  let stale = false;
  for (;;) {
    try {
      const lost = useLine.getState().lost;
      const known = lost || stale ? undefined : queries.getQueryData<Bench>(key);
      const now = known ?? (await fresh(queries, place, look));
      if (lost && sentOn > 0 && now.revision !== sentOn) {
        // The edit was on its way when the connection went: it may be done, so
        // it is not done twice.
        useLine.setState({
          lost: false,
          refused: "The connection was lost while an edit was being sent. Check whether it was made.",
        });
        return null;
      }
      sentOn = now.revision;
      const answer = await send(place, look, deed, now.revision);
      const bench = benchOf(answer, now) ?? (await fresh(queries, place, look));
      useLine.setState({ lost: false, refused: "", done: bench.done });
      // Older widths of other lanes are other queries: they are stale now.
      queries.removeQueries({ queryKey: ["bench", place.project], type: "inactive" });
      queries.setQueryData(keyOf({ ...place, page: bench.page.id }, look), bench);
      answered?.();
      return bench;
    } catch (error) {
      if (!(error instanceof Refusal)) {
        useLine.setState({ lost: true });
        await new Promise((wake) => setTimeout(wake, 1000));
        continue;
      }
      if (error.problem.status === 409) {
        // Another window was first. Nodes have ids, so the edit still means the
        // same; it is made on what is there now.
        stale = true;
        sentOn = 0;
        continue;
      }
      useLine.setState({ lost: false, refused: plain(error), done: "" });
      answered?.();
      return null;
    }
  }
}

/** A refusal in the words of whoever typed it. */
function plain(error: Refusal): string {
  const [wrong] = error.problem.errors ?? [];
  if (!wrong || error.problem.title !== "Refused") return error.problem.detail;
  return wrong.found ? `${wrong.found} is not possible here: ${wrong.want}.` : `Wanted: ${wrong.want}.`;
}

async function fresh(queries: QueryClient, place: Place, look: Look): Promise<Bench> {
  const bench = orRefuse(
    await api.GET("/api/projects/{project}/pages/{page}", { params: { path: place, query: look } }),
  );
  queries.setQueryData(keyOf(place, look), bench);
  return bench;
}

async function send(place: Place, look: Look, deed: Deed, revision: number): Promise<Answer> {
  const params = { path: place, query: look };
  if (deed === "undo" || deed === "redo") {
    return orRefuse(await api.POST(`/api/projects/{project}/pages/{page}/${deed}`, { params, body: { revision } }));
  }
  if ("to" in deed) {
    return orRefuse(
      await api.POST("/api/projects/{project}/pages/{page}/back", { params, body: { revision, ...deed } }),
    );
  }
  return orRefuse(
    await api.POST("/api/projects/{project}/pages/{page}/edits", { params, body: { revision, operation: deed } }),
  );
}

/** What an operation would make of the page as it is now, or why it would be
 *  refused. */
export async function preview(
  place: Place,
  look: Look,
  operation: Operation,
  now: Bench,
): Promise<{ bench?: Bench; refused?: string }> {
  const answer = await api.POST("/api/projects/{project}/pages/{page}/preview", {
    params: { path: place, query: look },
    body: { revision: now.revision, operation },
  });
  try {
    return { bench: benchOf(orRefuse(answer), now) ?? undefined };
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
    stream.addEventListener("revision", (event) => {
      const revision = Number((event as MessageEvent<string>).data);
      const newest = Math.max(
        0,
        ...queries.getQueriesData<Bench>({ queryKey: ["bench", project] }).map(([, b]) => b?.revision ?? 0),
      );
      if (revision > newest && useLine.getState().waiting === 0) {
        void queries.invalidateQueries({ queryKey: ["bench", project] });
      }
    });
    // Another program changed the store: its revisions may have begun anew.
    stream.addEventListener("anew", () => void queries.resetQueries({ queryKey: ["bench", project] }));
    return () => stream.close();
  }, [project, queries]);
}
