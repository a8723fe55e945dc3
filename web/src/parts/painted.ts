import { useEffect, useState } from "react";

/** Whether the screen was painted. What is large is fetched after that. */
export function usePainted() {
  const [painted, setPainted] = useState(false);
  useEffect(() => {
    const frame = requestAnimationFrame(() => setTimeout(() => setPainted(true)));
    return () => cancelAnimationFrame(frame);
  }, []);
  return painted;
}

/** A value when what changed together with it is painted: for what may come a frame later than the rest. At once where it
 *  is not late. */
export function useOncePainted<T>(value: T, late = true): T {
  const [painted, setPainted] = useState(value);
  useEffect(() => {
    let here = true;
    void nextFrame().then(() => here && setPainted(value));
    return () => void (here = false);
  }, [value]);
  return late ? painted : value;
}

/** The frame after the next one, when that is painted; soon where the window is not painted at all. */
export function nextFrame(): Promise<void> {
  return new Promise((come) => {
    requestAnimationFrame(() => requestAnimationFrame(() => come()));
    setTimeout(come, 100);
  });
}
