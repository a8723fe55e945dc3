import { useMemo } from "react";
import { useParams } from "react-router";
import type { Place } from "./bench";

/** The page that the address names. */
export function usePlace(): Place {
  const { project, page } = useParams();
  if (!project || !page) throw new Error("The address names no page.");
  return useMemo(() => ({ project, page }), [project, page]);
}
