import { useRef, useState } from "react";
import type { Step } from "../api/client";
import type { Drafting, Moving } from "../api/kit";

/** What is tried and not accepted; or how the page is to be moved to the kit. */
export interface Trial extends Drafting {
  moving?: Moving;
}

/** How long what goes on may pause, in ms. */
const oneGo = 700;

export const nothing: Trial = { steps: [], newest: false };

/** The page is moved alone, its breakpoints paired by their names and edges. */
export const alone: Moving = { all: false };

/** What is tried on the kit, step by step, and what takes steps back. It may begin with moving the page to it. */
export function useTrial(moving: boolean) {
  const [trial, setTrial] = useState<Trial>(moving ? { ...nothing, moving: alone } : nothing);
  const past = useRef<Trial[]>([]);
  const future = useRef<Trial[]>([]);

  function put(next: Trial) {
    past.current.push(trial);
    future.current = [];
    setTrial(next);
  }

  /** What is typed, dragged or stepped at one place in one go is one thing to take back. */
  const went = useRef({ place: "", at: 0 });
  function goesOn(place: string): boolean {
    const now = performance.now();
    const same = went.current.place === place && now - went.current.at < oneGo;
    went.current = { place, at: now };
    return same;
  }

  /** A step that is typed in the place of one before it takes its place. */
  function type(...typed: Step[]) {
    let all = trial.steps;
    for (const step of typed) {
      const again = (s: Step) =>
        s.field === step.field && s.breakpoint === step.breakpoint && s.template === step.template && s.field !== "add";
      const structural = ["add", "remove", "rename", "naming"].includes(step.field);
      all = [...(structural ? all : all.filter((s) => !again(s))), step];
    }
    if (JSON.stringify(all) === JSON.stringify(trial.steps)) return;
    const at = typed.map((s) => [s.field, s.breakpoint, s.template].join(" ")).join("; ");
    if (goesOn(at)) setTrial({ ...trial, steps: all, moving: undefined });
    else put({ ...trial, steps: all, moving: undefined });
  }

  function forget() {
    past.current = future.current = [];
    setTrial(nothing);
  }

  /** Takes the last step back, or does it again; false where there is none. */
  function back(again: boolean): boolean {
    const [from, to] = again ? [future.current, past.current] : [past.current, future.current];
    const last = from.pop();
    if (!last) return false;
    to.push(trial);
    setTrial(last);
    return true;
  }

  return { trial, put, type, forget, back };
}
