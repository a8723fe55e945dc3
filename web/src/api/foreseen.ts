import { create, type StoreApi } from "zustand";
import type { Bench, Operation } from "./client";
import type { Deed } from "./deed";
import { nextFrame } from "../parts/painted";

/** What an operation would make of a Bench, as the server says before it is done. */
export interface Foreseen {
  operation: string; // in JSON
  on: Bench;
  /** The Bench that it makes; null until that is known, and where it would be refused. */
  made: Bench | null;
  known: Promise<Bench | null>;
}

/** The one that was asked for last, which mostly is done next. */
let last: Foreseen | null = null;

/** Keeps what an operation would make of a Bench for when it is done. */
export function foresee(operation: Operation, on: Bench, known: Promise<Bench | null>) {
  const foreseen: Foreseen = { operation: JSON.stringify(operation), on, made: null, known };
  last = foreseen;
  void known.then((made) => (foreseen.made = made));
}

/** What was foreseen of a deed on a Bench; null where nothing was. */
export function foreseenOf(deed: Deed, on: Bench): Foreseen | null {
  return last?.on === on && last.operation === JSON.stringify(deed) ? last : null;
}

/** What is shown of a deed before it is answered, and the Bench that it is done on. */
interface Ahead {
  made: Bench | null;
  on: Bench | null;
}

const useAhead = create<Ahead>()(() => ({ made: null, on: null }));
const aheadStore: StoreApi<Ahead> = useAhead;

/** The Bench as a deed that is on its way makes it, where that was foreseen; null elsewhere. */
export function useAheadOf(bench: Bench): Bench | null {
  const { made, on } = useAhead();
  return on?.revision === bench.revision && on.page.id === bench.page.id ? made : null;
}

/** Shows what a deed is foreseen to make as soon as that is known, and calls shown then. The function that it gives is
 *  called with the answer: what comes later is not shown any more, and what was is given once it is painted. */
export function runAhead(foreseen: Foreseen | null, shown?: () => void): () => Promise<Bench | null> {
  let answered = false;
  let painted: Promise<Bench> | undefined;
  const show = (made: Bench | null) => {
    if (answered || !made) return;
    aheadStore.setState({ made, on: foreseen!.on });
    shown?.();
    painted = nextFrame().then(() => made);
  };
  if (foreseen?.made) show(foreseen.made);
  else void foreseen?.known.then(show);
  return async () => {
    answered = true;
    return (await painted) ?? null;
  };
}

/** Shows the Bench as it is. */
export function endAhead() {
  if (aheadStore.getState().made) aheadStore.setState({ made: null, on: null });
}
