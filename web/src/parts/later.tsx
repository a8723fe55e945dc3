import { lazy, useState, type ComponentType, type ReactNode } from "react";
import { Guard } from "./Guard";

/** What is fetched when it is first shown, or when the browser has nothing else to do: so that it is there when the server is
 *  not. */
const all: (() => Promise<unknown>)[] = [];

/** Like lazy, for a part that is fetched when idle. Where it cannot be fetched, that is said in its place, and it can be tried
 *  again. */
export function later<P extends object>(
  load: () => Promise<{ default: ComponentType<P> }>,
  missing: (again: () => void, why: Error) => ReactNode = () => null,
): ComponentType<P> {
  all.push(load);
  const fetched = () => load().catch(inWords);
  let part = lazy(fetched);
  return function Later(props: P) {
    const [Part, setPart] = useState(() => part);
    const again = () => setPart((part = lazy(fetched)));
    return (
      <Guard key={keyOf(Part)} instead={(why) => missing(again, why)}>
        <Part {...props} />
      </Guard>
    );
  };
}

/** The browser's own message names an address: people are told what it means. */
function inWords(cause: unknown): never {
  throw new Error("A part of this screen could not be fetched: the server cannot be reached.", { cause });
}

/** What is said in the place of a panel that cannot be fetched. */
export const unfetched = (again: () => void) => (
  <p role="alert" className="p-3 text-ink-2">
    This could not be fetched: the server cannot be reached.{" "}
    <button type="button" onClick={again} className="underline underline-offset-2">
      Try again
    </button>
  </p>
);

/** A number for each try, for its failure to be forgotten with it. */
const tries = new WeakMap<object, number>();
let count = 0;
function keyOf(part: object): number {
  const key = tries.get(part) ?? ++count;
  tries.set(part, key);
  return key;
}

/** Fetches what was not shown yet, one after the other, when nothing else is to be done. */
export function fetchWhenIdle() {
  const idle = window.requestIdleCallback ?? ((call: () => void) => setTimeout(call, 200));
  const next = () => {
    const load = all.shift();
    if (load)
      void load().then(
        () => idle(next),
        () => idle(next),
      );
  };
  idle(next);
}
