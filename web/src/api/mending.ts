import { useQuery } from "@tanstack/react-query";
import type { Place } from "./bench";
import { api, orRefuse, type Bench, type Operation } from "./client";
import { preview } from "./edits";
import { useLook } from "./look";

/** The Bench as a fix would make it. */
export function useFixed(place: Place, bench: Bench, operation: Operation) {
  const look = useLook();
  return useQuery({
    queryKey: ["fixed", place.project, place.page, bench.stamp, JSON.stringify(operation)],
    queryFn: async () => (await preview(place, look, operation, bench)).bench ?? null,
  });
}

/** The edit that makes the first fix of every finding of a code, on the page or on all pages. */
export async function mending(place: Place, code: string, everywhere: boolean) {
  return orRefuse(
    await api.GET("/api/projects/{project}/pages/{page}/mending", {
      params: { path: place, query: { code, everywhere } },
    }),
  );
}
