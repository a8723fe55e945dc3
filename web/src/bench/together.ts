import { useEffect } from "react";
import type { Place } from "../api/bench";
import { viewStore } from "./view";

interface Told extends Place {
  screen: "bench" | "proof";
  node: string;
}

/** Selects here what is selected on the other screen in another window that shows the same page, and tells it what is
 *  selected here. */
export function useTogether(screen: Told["screen"], place: Place, breakpoint: string) {
  useEffect(() => {
    const channel = new BroadcastChannel("kitrows selection");
    let heard = "";
    channel.addEventListener("message", (e: MessageEvent<Told>) => {
      const { project, page, node } = e.data;
      if (e.data.screen === screen || project !== place.project || page !== place.page) return;
      if (node === viewStore.getState().spot?.node) return;
      heard = node;
      viewStore.getState().select({ node, breakpoint });
    });
    const leave = viewStore.subscribe(({ shown }, before) => {
      if (!shown || shown.node === before.shown?.node) return;
      if (shown.node !== heard) channel.postMessage({ ...place, screen, node: shown.node } satisfies Told);
      heard = "";
    });
    return () => {
      leave();
      channel.close();
    };
  }, [screen, place, breakpoint]);
}
