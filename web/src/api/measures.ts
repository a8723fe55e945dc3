import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef } from "react";
import type { Measures } from "../page/measure";
import { keyOf, type Place } from "./bench";
import { api, orRefuse, Refusal, type Bench } from "./client";
import type { As } from "./code";
import { benchOf } from "./delta";
import { useLook } from "./look";

/** How long measures of several lanes are gathered before they are sent, and after which they are sent again when the server
 *  could not be reached, in ms. */
const [gathering, again] = [20, 2000];

/** Sends what was measured of a page to the server, and takes what that changes on the Bench. Measures of several lanes go
 *  together. They go again when the page has a newer revision that is the same to look at, since the server takes those of
 *  the newest alone. */
export function useMeasures(place: Place, bench: Bench): (measures: Measures, document: readonly string[]) => void {
  const queries = useQueryClient();
  const look = useLook();
  const latest = useRef({ place, look, bench });
  useEffect(() => {
    latest.current = { place, look, bench };
  });
  const known = useRef<Known>(nothing([]));
  const timer = useRef(0);

  const send = useCallback(async () => {
    const { place, look, bench } = latest.current;
    const { document, widths: all, sent } = known.current;
    if (document !== bench.document) return; // of what is only tried, or was before
    const marked = [...all.values()].map((m) => [m, `${bench.revision} ${JSON.stringify(m)}`] as const);
    const widths = marked.filter(([m, mark]) => sent.get(m.width) !== mark);
    if (widths.length === 0) return;
    for (const [m, mark] of widths) sent.set(m.width, mark);
    try {
      const answer = orRefuse(
        await api.POST("/api/projects/{project}/pages/{page}/measures", {
          params: { path: place, query: { ...look, stamp: bench.stamp } },
          body: { revision: bench.revision, measured: bench.measured, widths: widths.map(([m]) => m) },
        }),
      );
      const key = keyOf(place, look);
      const now = queries.getQueryData<Bench>(key);
      if (!now || (!answer.whole && !answer.delta)) return;
      // The Bench may have changed meanwhile; what it is with these measures is asked for then.
      const same = now.revision === bench.revision && now.measured === bench.measured;
      const next = same ? benchOf(answer, now) : null;
      if (next) queries.setQueryData(key, next);
      else void queries.invalidateQueries({ queryKey: key });
    } catch (error) {
      if (error instanceof Refusal && error.problem.status < 500) return; // it would be refused again
      for (const [m] of widths) sent.delete(m.width);
      timer.current = window.setTimeout(() => void send(), again);
    }
  }, [queries]);
  const soon = useCallback(() => {
    clearTimeout(timer.current);
    timer.current = window.setTimeout(() => void send(), gathering);
  }, [send]);
  useEffect(() => soon(), [soon, bench.revision, bench.document]);
  useEffect(
    () => () => {
      clearTimeout(timer.current);
      known.current = nothing([]); // what is on its way is not sent again
    },
    [],
  );

  return useCallback(
    (measures, document) => {
      if (known.current.document !== document) known.current = nothing(document);
      known.current.widths.set(measures.width, measures);
      soon();
    },
    [soon],
  );
}

/** What was measured of a page's document, and what of that was sent: with its revision, in text. Both by width. */
interface Known {
  document: readonly string[];
  widths: Map<number, Measures>;
  sent: Map<number, string>;
}

const nothing = (document: readonly string[]): Known => ({ document, widths: new Map(), sent: new Map() });

/** Keeps what was measured of a page as the Bench has it, and reports whether that is news to the Bench. */
export async function keepMeasures(place: Place, bench: Bench, as: As, widths: Measures[]): Promise<boolean> {
  const answer = orRefuse(
    await api.POST("/api/projects/{project}/pages/{page}/measures", {
      params: { path: place, query: { as } },
      body: { revision: bench.revision, measured: bench.measured, widths },
    }),
  );
  return !!answer.whole || !!answer.delta;
}
