import { createContext, useContext } from "react";
import type { Acting } from "./actions";

/** What actions are done with, for whatever offers them. */
export const ActingContext = createContext<Acting | null>(null);

export function useActing(): Acting {
  const acting = useContext(ActingContext);
  if (!acting) throw new Error("actions are offered on the Bench alone");
  return acting;
}
