import { useEffect, useState } from "react";
import { pause } from "../api/bench";
import type { Bench } from "../api/client";

/** The Bench as what may come later sees it: of a long page only when edits pause, so
 *  that the lanes need not wait. */
export function useSettled(bench: Bench): Bench {
  const [settled, setSettled] = useState(bench);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(bench), pause);
    return () => clearTimeout(timer);
  }, [bench]);
  return bench.code.left && bench.page.id === settled.page.id ? settled : bench;
}
