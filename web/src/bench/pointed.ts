import { useEffect, useState } from "react";

/** Whether there is a pointer, which may come to drag something. */
export function usePointed() {
  const [pointed, setPointed] = useState(false);
  useEffect(() => {
    const point = () => setPointed(true);
    const events = ["pointermove", "pointerdown"];
    for (const event of events) addEventListener(event, point, { once: true });
    return () => {
      for (const event of events) removeEventListener(event, point);
    };
  }, []);
  return pointed;
}
