import { useCallback } from "react";
import type { Bench, Operation } from "../api/client";
import type { Deed } from "../api/deed";
import type { Pull } from "./Strip";

/** Dragging the end of a strip: what it would come to is tried, and done where it is dropped. */
export function usePull(
  focus: string,
  onDo: (deed: Deed) => Promise<Bench | null>,
  onTry: (operation: Operation | null) => void,
) {
  const stepOf = useCallback(
    (node: string, pull: Pull): Operation => ({ step: { node, breakpoint: focus, ...pull } }),
    [focus],
  );
  const pullTo = useCallback(
    (node: string, pull: Pull) => onTry(pull.width || pull.skip ? stepOf(node, pull) : null),
    [onTry, stepOf],
  );
  const drop = useCallback(
    (node: string, pull: Pull) => {
      if (pull.width || pull.skip) void onDo(stepOf(node, pull)).finally(() => onTry(null));
      else onTry(null);
    },
    [onDo, onTry, stepOf],
  );
  return { pullTo, drop };
}
