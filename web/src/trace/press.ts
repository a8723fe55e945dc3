import { isTyping } from "../bench/isTyping";
import type { TracedFrame } from "../api/traced";
import { atUnits, columnsAt, fresh, spanOf, types } from "./frames";
import type { Tracer } from "./useDesign";
import { tracingStore } from "./view";

/** What keys go by on the screen. */
export interface Pressing {
  tracer: Tracer;
  frame: TracedFrame | undefined;
  /** Frames that were found and are not taken yet. */
  found: readonly TracedFrame[];
  /** The one of them that the keyboard is at. */
  pointed: string | null;
  onChoose: (id: string | null) => void;
  onPoint: (by: number) => void;
  onTake: (ids: string[]) => void;
  onLook: () => void;
  onStep: (by: number) => void;
  onBack: (redo: boolean) => void;
  onHelp: () => void;
}

const arrows: Record<string, readonly [number, number] | undefined> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** Does what a key asks for, and reports whether it asks for anything. */
export function press(e: KeyboardEvent, p: Pressing): boolean {
  if (isTyping(e)) return false;
  if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === "z") {
    p.onBack(e.shiftKey);
    return true;
  }
  if (e.ctrlKey || e.metaKey) return false;
  const by = arrows[e.key];
  if (by) return arrow(e, p, ...by);
  if (e.altKey || (e.key === "Enter" && e.target instanceof HTMLButtonElement)) return false;
  const deed = deeds(p)[e.key.length === 1 ? e.key.toLowerCase() : e.key];
  if (!deed) return false;
  deed();
  return true;
}

/** Moves a frame by px and by units, the picture while that is moved, or a frame in the reading order. */
function arrow(e: KeyboardEvent, { tracer, frame }: Pressing, dx: number, dy: number): boolean {
  const { design } = tracer;
  const by = e.shiftKey ? 10 : 1;
  if (design && tracingStore.getState().moving) {
    void tracer.place({ x: (design.x ?? 0) + dx * by, y: (design.y ?? 0) + dy * by });
    return true;
  }
  if (!design || !frame) return false;
  if (!e.altKey) {
    tracer.put(frame.id, { ...frame, x: frame.x + dx * by, y: frame.y + dy * by });
    return true;
  }
  if (dy) {
    tracer.reorder(frame.id, dy);
    return true;
  }
  const columns = columnsAt(design, frame, frame.id);
  const { first, last, take } = spanOf(frame, columns);
  if (e.shiftKey) {
    const to = Math.min(columns.length - take, Math.max(0, first + dx));
    tracer.put(frame.id, atUnits(frame, columns, to, to + take - 1));
  } else {
    tracer.put(frame.id, atUnits(frame, columns, first, last + dx));
  }
  return true;
}

/** What can be done now, by the key for it. */
function deeds(p: Pressing): Record<string, (() => void) | undefined> {
  const { tracer, frame, found } = p;
  const { design } = tracer;
  const { moving, grid, set } = tracingStore.getState();
  const all = design?.frames ?? [];
  const now = all.findIndex((f) => f.id === frame?.id);
  const choose = (to: number) => all.length > 0 && p.onChoose(all[Math.min(all.length - 1, Math.max(0, to))]!.id);
  const one = found.find((f) => f.id === p.pointed);
  return {
    "?": p.onHelp,
    ",": () => p.onStep(-1),
    ".": () => p.onStep(1),
    f: design && p.onLook,
    "]": found.length > 0 ? () => p.onPoint(1) : undefined,
    "[": found.length > 0 ? () => p.onPoint(-1) : undefined,
    y: one && (() => p.onTake([one.id])),
    Enter: one && (() => p.onTake([one.id])),
    a: found.length > 0 ? () => p.onTake(found.map((f) => f.id)) : undefined,
    m: design && (() => set({ moving: !moving })),
    g: () => set({ grid: grid === "off" ? "over" : "off" }),
    n: design && (() => p.onChoose(tracer.draw(fresh(design, frame)))),
    s: frame && (() => tracer.put(frame.id, { ...frame, x: frame.from, width: frame.to - frame.from })),
    t: frame && (() => void tracer.change(frame.id, { type: typeAfter(frame.type) })),
    Delete:
      frame &&
      (() => {
        p.onChoose((all[now + 1] ?? all[now - 1])?.id ?? null);
        void tracer.remove(frame.id);
      }),
    Escape: () => (moving ? set({ moving: false }) : p.onChoose(null)),
    j: () => choose(now + 1),
    k: () => choose(now - 1),
  };
}

/** The next of what a frame may hold. */
function typeAfter(type: TracedFrame["type"]) {
  const now = types.findIndex(([value]) => value === (type ?? ""));
  return types[(now + 1) % types.length]![0];
}
