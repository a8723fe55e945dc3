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

/** A value when what changed together with it is painted: for what may come a frame later than the rest. */
export function useOncePainted<T>(value: T): T {
  const [painted, setPainted] = useState(value);
  useEffect(() => {
    let timer = 0;
    const frame = requestAnimationFrame(() => (timer = window.setTimeout(() => setPainted(value))));
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(timer);
    };
  }, [value]);
  return painted;
}
