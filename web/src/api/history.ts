import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, orRefuse } from "./client";
import type { Place } from "./bench";
import { useLook } from "./look";

/** The project's moments, the newest first. */
export function useHistory(project: string, revision: number) {
  return useQuery({
    queryKey: ["history", project, revision],
    queryFn: async () => orRefuse(await api.GET("/api/projects/{project}/history", { params: { path: { project } } })),
    placeholderData: keepPreviousData,
  });
}

/** Names a revision; an empty name takes the name away. */
export function useNamePoint(project: string) {
  const queries = useQueryClient();
  return async (revision: number, name: string) => {
    await api.PUT("/api/projects/{project}/history/{revision}/name", {
      params: { path: { project, revision } },
      body: { name },
    });
    await queries.invalidateQueries({ queryKey: ["history", project] });
  };
}

/** A page at two revisions. */
export function useComparison(place: Place, from: number, to: number) {
  const look = useLook();
  return useQuery({
    queryKey: ["compare", place.project, place.page, from, to, look],
    queryFn: async () =>
      orRefuse(
        await api.GET("/api/projects/{project}/pages/{page}/compare", {
          params: { path: place, query: { from, to, ...look } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}
