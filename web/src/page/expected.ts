import type { Lane } from "../api/client";
import type { Expected } from "./agreement";

/** Where a lane has the border boxes of its nodes. */
export function expectedOf(lane: Lane): Expected[] {
  return lane.boxes.map((b) => ({
    id: b.id,
    shown: b.shown,
    guessed: b.guessed,
    x: b.x - b.left,
    y: b.y,
    width: b.left + b.width + b.right,
    height: b.height,
  }));
}
