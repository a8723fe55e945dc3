import { useCallback, useLayoutEffect, useRef, useState } from "react";
import type { Place } from "../api/bench";
import type { Bench, Operation } from "../api/client";
import { preview } from "../api/edits";
import { useLook } from "../api/look";

/** The Bench as an operation that is tried would make it, and what tries one, or none. One try is on its way at a time; of
 *  those that come meanwhile, the last. */
export function useTry(place: Place, bench: Bench): [Bench | null, (operation: Operation | null) => void] {
  const look = useLook();
  const [tried, setTried] = useState<Bench | null>(null);
  // A try is of the page as it is then, and what begins one stays the same: nothing is drawn again for it.
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
          if (turn === tries.turn) setTried(made ?? null);
          if (tries.next === sent) tries.next = null;
        }
      } finally {
        tries.busy = false;
      }
    })();
  }, []);
  return [tried, onTry];
}
