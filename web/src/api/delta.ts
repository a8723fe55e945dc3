import type { components } from "./schema";
import type { Bench } from "./client";

type Delta = components["schemas"]["Delta"];
export type Answer = components["schemas"]["Answer"];

interface Stretch<T> {
  at: number;
  gone: number;
  put: T[];
}

/** A list with what is new put into it; the list itself where nothing is. */
function patched<T>(list: T[], stretches: Stretch<T>[]): T[] {
  if (stretches.length === 0) return list;
  const next = list.slice();
  for (const s of stretches) next.splice(s.at, s.gone, ...s.put);
  return next;
}

/** Whether a lane has nothing new. */
function isAsBefore(lane: Delta["lanes"][number], was: Bench["lanes"][number]): boolean {
  const lists = [lane.boxes, lane.empty, lane.bare, lane.breaks, lane.ghosts];
  const head = { ...was, boxes: [], empty: [], bare: [], breaks: [], ghosts: [] };
  return lists.every((l) => l.length === 0) && sorted(lane.head) === sorted(head);
}

/** A value as text, its fields in order. */
function sorted(value: object): string {
  return JSON.stringify(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)));
}

/** The Bench that a delta makes of the one it is from. What did not change is the
 *  same as before, so that it is not drawn again. */
function onto(delta: Delta, from: Bench): Bench {
  return {
    ...delta.head,
    nodes: patched(from.nodes, delta.nodes),
    lanes: delta.lanes.map((lane, i) => {
      const was = from.lanes[i]!;
      if (isAsBefore(lane, was)) return was;
      return {
        ...lane.head,
        boxes: patched(was.boxes, lane.boxes),
        empty: patched(was.empty, lane.empty),
        bare: patched(was.bare, lane.bare),
        breaks: patched(was.breaks, lane.breaks),
        ghosts: patched(was.ghosts, lane.ghosts),
      };
    }),
    code: {
      lines: patched(from.code.lines, delta.lines),
      classes: delta.classes,
      left: delta.left,
      css: delta.css ?? from.code.css,
    },
  };
}

/** The Bench an answer holds; null where it is of a Bench that is not the one
 *  before it. */
export function benchOf(answer: Answer, before: Bench | undefined): Bench | null {
  if (answer.whole) return answer.whole;
  if (!answer.delta || answer.delta.from !== before?.revision) return null;
  return onto(answer.delta, before);
}
