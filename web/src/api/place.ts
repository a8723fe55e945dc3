import { useMemo } from "react";
import { useParams } from "react-router";
import type { Place } from "./bench";
import type { Bench } from "./client";

/** The page that the address names. */
export function usePlace(): Place {
  const { project, page } = useParams();
  if (!project || !page) throw new Error("The address names no page.");
  return useMemo(() => ({ project, page }), [project, page]);
}

/** The page that a Bench is of. */
export function usePlaceOf({ project, page }: Bench): Place {
  return useMemo(() => ({ project: project.id, page: page.id }), [project.id, page.id]);
}
