import { create } from "zustand";
import type { Lane } from "../api/client";
import { elementsOf, isShown, rectOf } from "./measure";

/** How far apart, in px, a box may be from its plan and still agree with it. */
export const allowed = 0.5;

/** How the boxes of a lane agree with this browser. */
export interface Agreement {
  boxes: number;
  /** Those that the plan is not sure of yet. */
  guessed: number;
  /** The ids of those that are elsewhere. */
  off: string[];
}

/** How each lane agrees, by its breakpoint. */
export const useAgreement = create<Record<string, Agreement>>()(() => ({}));

/** Compares the boxes of a lane with those of the page in its frame. */
export function agreementOf(inside: Document, lane: Lane): Agreement {
  const elements = elementsOf(inside);
  const all: Agreement = { boxes: 0, guessed: 0, off: [] };
  for (const box of lane.boxes) {
    const element = elements.get(box.id);
    const shown = !!element && isShown(element);
    if (!shown && !box.shown) continue;
    all.boxes++;
    if (box.guessed) {
      all.guessed++;
      continue;
    }
    if (!element || shown !== box.shown) {
      all.off.push(box.id);
      continue;
    }
    const real = rectOf(element);
    const by = [
      real.x - (box.x - box.left),
      real.y - box.y,
      real.width - (box.left + box.width + box.right),
      real.height - box.height,
    ];
    if (by.some((d) => Math.abs(d) > allowed)) all.off.push(box.id);
  }
  return all;
}
