import { useEffect } from "react";
import type { Place } from "../api/bench";
import { useView } from "./view";

interface Told extends Place {
  node: string;
}

/** Selects in this window what is selected in others that show the same page, and tells them what is selected here. */
export function useTogether(place: Place, breakpoint: string) {
  useEffect(() => {
    const channel = new BroadcastChannel("kitrows selection");
    let heard = "";
    channel.addEventListener("message", (e: MessageEvent<Told>) => {
      const { project, page, node } = e.data;
      if (project !== place.project || page !== place.page || node === useView.getState().spot?.node) return;
      heard = node;
      useView.getState().select({ node, breakpoint });
    });
    const leave = useView.subscribe(({ shown }, before) => {
      if (!shown || shown.node === before.shown?.node) return;
      if (shown.node !== heard) channel.postMessage({ ...place, node: shown.node } satisfies Told);
      heard = "";
    });
    return () => {
      leave();
      channel.close();
    };
  }, [place, breakpoint]);
}
