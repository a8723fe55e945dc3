import type { Operation } from "./client";

/** A way back to a revision, by the name of a point if it has one. */
export interface Return {
  to: number;
  name: string;
}

/** Something done to the page: an operation, a step in its history, or a way back
 *  in it. */
export type Deed = Operation | "undo" | "redo" | Return;
