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
