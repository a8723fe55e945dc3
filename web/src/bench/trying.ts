import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import type { Place } from "../api/bench";
import type { Bench, Operation } from "../api/client";
import { preview } from "../api/edits";
import { useLook } from "../api/look";

/** The Bench as an operation that is tried would make it, and what tries one, or none. One try is on its way at a time; of
 *  those that come meanwhile, the last. A try is of one revision of one page: what comes after it is shown instead. */
export function useTry(place: Place, bench: Bench): [Bench | null, (operation: Operation | null) => void] {
  const look = useLook();
  const [tried, setTried] = useState<{ made: Bench; on: Bench } | null>(null);
  // What begins a try stays the same: nothing is drawn again for it.
  const latest = useRef({ place, look, bench });
  useLayoutEffect(() => {
    latest.current = { place, look, bench };
  });
  const trying = useRef<{ next: Operation | null; busy: boolean; turn: number }>({ next: null, busy: false, turn: 0 });
  const onTry = useCallback((operation: Operation | null) => {
    const tries = trying.current;
    tries.next = operation;
    if (!operation) {
      tries.turn++;
      setTried(null);
    }
    if (tries.busy || !operation) return;
    tries.busy = true;
    void (async () => {
      try {
        while (tries.next) {
          const [sent, turn] = [tries.next, tries.turn];
          const { place, look, bench } = latest.current;
          const { bench: made } = await preview(place, look, sent, bench);
          if (turn === tries.turn) setTried(made ? { made, on: bench } : null);
          if (tries.next === sent) tries.next = null;
        }
      } finally {
        tries.busy = false;
      }
    })();
  }, []);
  const holds = tried && tried.on.revision === bench.revision && tried.on.page.id === bench.page.id;
  return [holds ? tried.made : null, onTry];
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
