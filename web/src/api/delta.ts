import { replaceEqualDeep } from "@tanstack/react-query";
import type { components } from "./schema";
import type { Bench } from "./client";

type Delta = components["schemas"]["Delta"];
export type Answer = components["schemas"]["Answer"];

/** What is reached by names of fields and numbers of entries. */
function at(value: unknown, path: string[]): unknown {
  return path.reduce<unknown>((v, name) => (v as Record<string, unknown>)[name], value);
}

/** Puts a value where a path leads to. */
function put(value: unknown, path: string[], to: unknown) {
  (at(value, path.slice(0, -1)) as Record<string, unknown>)[path.at(-1)!] = to;
}

/** A list with what is new put into it; the list itself where nothing is. */
function patched(list: unknown[], runs: Delta["lists"][number]["runs"]): unknown[] {
  if (runs.length === 0) return list;
  const next = list.slice();
  for (const run of runs) next.splice(run.at, run.gone, ...run.put);
  return next;
}

/** The Bench that a delta makes of the one it is from. What did not change is the
 *  same as before, so that it is not drawn again. */
function onto(delta: Delta, from: Bench): Bench {
  const next = structuredClone(delta.head);
  for (const { path, runs } of delta.lists) put(next, path, patched(at(from, path) as unknown[], runs));
  for (const path of delta.same) put(next, path, at(from, path));
  return replaceEqualDeep(from, next);
}

/** The Bench an answer holds; null where it is of a Bench that is not the one
 *  before it. */
export function benchOf(answer: Answer, before: Bench | undefined): Bench | null {
  if (answer.whole) return answer.whole;
  if (!answer.delta || answer.delta.from !== before?.stamp) return null;
  return onto(answer.delta, before);
}
