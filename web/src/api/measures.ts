import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef } from "react";
import type { Measures } from "../page/measure";
import { keyOf, type Place } from "./bench";
import { api, orRefuse, type Bench } from "./client";
import type { As } from "./code";
import { benchOf } from "./delta";
import { useLook } from "./look";

/** How long measures of several lanes are gathered before they are sent, in ms. */
const gathering = 20;

/** Sends what was measured of a page to the server, and takes what that changes on the Bench. Measures of
 *  several lanes go together. */
export function useMeasures(place: Place, bench: Bench): (measures: Measures, document: readonly string[]) => void {
  const queries = useQueryClient();
  const look = useLook();
  const latest = useRef({ place, look, bench });
  useEffect(() => {
    latest.current = { place, look, bench };
  });
  const waiting = useRef(new Map<number, { measures: Measures; document: readonly string[] }>());
  const sent = useRef({ document: [] as readonly string[], widths: new Map<number, string>() });
  const timer = useRef(0);
  useEffect(() => () => clearTimeout(timer.current), []);

  const send = useCallback(async () => {
    const { place, look, bench } = latest.current;
    if (sent.current.document !== bench.document) sent.current = { document: bench.document, widths: new Map() };
    const known = sent.current.widths;
    const widths = [...waiting.current.values()]
      .filter(({ document }) => document === bench.document) // not of what is only tried, or was before
      .map(({ measures }) => measures)
      .filter((m) => known.get(m.width) !== JSON.stringify(m));
    waiting.current.clear();
    if (widths.length === 0) return;
    for (const m of widths) known.set(m.width, JSON.stringify(m));
    try {
      const answer = orRefuse(
        await api.POST("/api/projects/{project}/pages/{page}/measures", {
          params: { path: place, query: { ...look, stamp: bench.stamp } },
          body: { revision: bench.revision, measured: bench.measured, widths },
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
    } catch {
      known.clear(); // they are measured again after the next edit
    }
  }, [queries]);

  return useCallback(
    (measures, document) => {
      waiting.current.set(measures.width, { measures, document });
      clearTimeout(timer.current);
      timer.current = window.setTimeout(() => void send(), gathering);
    },
    [send],
  );
}

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
