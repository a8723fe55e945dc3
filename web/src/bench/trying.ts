import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import type { Place } from "../api/bench";
import type { Bench, Operation } from "../api/client";
import { lineStore, preview } from "../api/edits";
import { useLook } from "../api/look";
import { readAhead } from "../page/patch";

/** The Bench as an operation that is tried would make it, what tries one, or none, and what only has it known before it is
 *  done. One try is on its way at a time; of those that come meanwhile, the last. A try is of one revision of one page:
 *  what comes after it is shown instead. */
export function useTry(
  place: Place,
  bench: Bench,
): [Bench | null, (operation: Operation | null) => void, (operation: Operation) => void] {
  const look = useLook();
  const [tried, setTried] = useState<{ made: Bench; on: Bench } | null>(null);
  // What begins a try stays the same: nothing is drawn again for it.
  const latest = useRef({ place, look, bench });
  useLayoutEffect(() => {
    latest.current = { place, look, bench };
  });
  const trying = useRef<{ next: Try | null; busy: boolean; turn: number }>({ next: null, busy: false, turn: 0 });
  const begin = useCallback(async (next: Try) => {
    const tries = trying.current;
    tries.next = next;
    if (tries.busy) return;
    tries.busy = true;
    try {
      while (tries.next) {
        if (!tries.next.shown && lineStore.getState().waiting > 0) break; // it is done, or on another Bench
        const [sent, turn]: [Try, number] = [tries.next, tries.turn];
        const { place, look, bench } = latest.current;
        const { bench: made } = await preview(place, look, sent.operation, bench);
        if (made) readAhead(made.document);
        if (sent.shown && turn === tries.turn) setTried(made ? { made, on: bench } : null);
        if (tries.next === sent) tries.next = null;
      }
    } finally {
      tries.next = null;
      tries.busy = false;
    }
  }, []);
  const onTry = useCallback(
    (operation: Operation | null) => {
      if (operation) return void begin({ operation, shown: true });
      trying.current.next = null;
      trying.current.turn++;
      setTried(null);
    },
    [begin],
  );
  const onForesee = useCallback((operation: Operation) => void begin({ operation, shown: false }), [begin]);
  const holds = tried && tried.on.revision === bench.revision && tried.on.page.id === bench.page.id;
  return [holds ? tried.made : null, onTry, onForesee];
}

interface Try {
  operation: Operation;
  shown: boolean;
}

/** What a button is given that begins something while it is pointed at or has the focus, and ends it after. It ends with
 *  the button too, of which no event tells. */
export function usePointedAt(begin: () => void, end: () => void) {
  const on = useRef(false);
  const latest = useRef({ begin, end });
  useLayoutEffect(() => {
    latest.current = { begin, end };
  });
  const [enter, leave] = useMemo(
    () => [
      () => {
        on.current = true;
        latest.current.begin();
      },
      () => {
        on.current = false;
        latest.current.end();
      },
    ],
    [],
  );
  useEffect(() => () => void (on.current && leave()), [leave]);
  return { onPointerEnter: enter, onPointerLeave: leave, onFocus: enter, onBlur: leave };
}
