import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { api, orRefuse, type Bench } from "./client";
import { benchOf } from "./delta";
import { useLook, type Look } from "./look";
import { rest } from "../rest";

/** Which page the Bench is on. */
export interface Place {
  project: string;
  page: string;
}

/** Where a page, looked at so, is kept. */
export const keyOf = (place: Place, look: Look) => ["bench", place.project, place.page, look];

async function whole(place: Place, look: Look): Promise<Bench> {
  return orRefuse(await api.GET("/api/projects/{project}/pages/{page}", { params: { path: place, query: look } }));
}

/** What the Bench that is there has become; null where the server does not know that one any more. */
async function since(place: Place, look: Look, had: Bench): Promise<Bench | null> {
  const answer = await api.GET("/api/projects/{project}/pages/{page}/since/{revision}", {
    params: { path: { ...place, revision: had.revision }, query: { ...look, stamp: had.stamp } },
  });
  return benchOf(orRefuse(answer), had);
}

/** The Bench of a page; while a width changes, the one before it stays. */
export function useBench(place: Place) {
  const look = useLook();
  const queries = useQueryClient();
  const query = useQuery({
    queryKey: keyOf(place, look),
    queryFn: async () => {
      const had = queries.getQueryData<Bench>(keyOf(place, look));
      const read = (had && (await since(place, look, had))) ?? (await whole(place, look));
      // An edit may have been answered while it was on its way.
      const known = queries.getQueryData<Bench>(keyOf(place, look));
      return known && known.revision > read.revision ? known : read;
    },
    placeholderData: keepPreviousData,
    structuralSharing: false, // answers to edits share what did not change already
  });
  useTold(place, look, query.data);
  return query;
}

/** Has what is told of a long page put into its Bench when edits pause; until then what was told before stays, but where
 *  the Bench was read as a whole. */
function useTold(place: Place, look: Look, bench: Bench | undefined) {
  const queries = useQueryClient();
  const key = JSON.stringify(keyOf(place, look));
  const left = bench?.code.left && bench.page.id === place.page ? bench : undefined;
  useEffect(() => {
    if (!left) return;
    const timer = setTimeout(() => {
      const path = { project: left.project.id, page: left.page.id };
      void queries
        .fetchQuery({
          queryKey: ["findings", path.project, path.page, left.stamp],
          queryFn: async () =>
            orRefuse(await api.GET("/api/projects/{project}/pages/{page}/findings", { params: { path } })),
          staleTime: Infinity, // of one stamp
        })
        .then(({ revision, findings }) =>
          queries.setQueryData<Bench>(JSON.parse(key) as unknown[], (now) =>
            now === left && now.revision === revision && now.findings !== findings ? { ...now, findings } : now,
          ),
        )
        .catch(() => {}); // they are asked for again with the next edit
    }, pause);
    return () => clearTimeout(timer);
  }, [left, key, queries]);
}

/** How long edits pause, in ms, before what is left out of a long page's Bench is asked for. */
export const pause = 800;

/** Why a container, row or column is as it is in a viewport of so many px; the explanation before it stays until it is
 *  there. It is asked for again after each edit, and after each measure that changes where something is. */
export function useWhy(place: Place, bench: Bench, node: string, width: number) {
  return useQuery({
    queryKey: ["why", place.project, place.page, bench.revision, bench.measured, node, width],
    queryFn: async () => {
      await rest();
      return orRefuse(
        await api.GET("/api/projects/{project}/pages/{page}/why/{node}", {
          params: { path: { ...place, node }, query: { width } },
        }),
      );
    },
    placeholderData: (before) => (before?.node === node ? before : undefined),
  });
}

/** The widths at which the page's lines change, by breakpoint; asked for again as `useWhy` is. */
export function useChanges(place: Place, bench: Bench) {
  return useQuery({
    queryKey: ["changes", place.project, place.page, bench.revision, bench.measured],
    queryFn: async () => {
      await rest();
      return orRefuse(await api.GET("/api/projects/{project}/pages/{page}/changes", { params: { path: place } }));
    },
    placeholderData: keepPreviousData,
  });
}

/** The row a typed recipe makes, at every breakpoint, or what is wrong with it and
 *  at which character. */
export function useRecipe(place: Place, revision: number, text: string, breakpoint: string) {
  return useQuery({
    queryKey: ["recipe", place.project, place.page, revision, text, breakpoint],
    enabled: text.trim() !== "",
    queryFn: async () => {
      const { lanes, wrong } = orRefuse(
        await api.GET("/api/projects/{project}/pages/{page}/recipe", {
          params: { path: place, query: { text, breakpoint } },
        }),
      );
      if (wrong) {
        return { wrong: { at: wrong.at ?? 1, length: Math.max(0, wrong.found.length - 2), want: wrong.want } };
      }
      return { lanes };
    },
    placeholderData: keepPreviousData,
  });
}

/** Nodes with everything in them as text, to be pasted. */
export async function partOf(place: Place, [node = "", ...others]: string[]): Promise<string> {
  const answer = await api.GET("/api/projects/{project}/pages/{page}/part/{node}", {
    params: { path: { ...place, node }, query: { with: others } },
    parseAs: "text",
  });
  return orRefuse<string>(answer);
}

/** Row recipes that suit the page's kit, drawn at a breakpoint. */
export function useRecipes(place: Place, revision: number, breakpoint: string, wanted: boolean) {
  return useQuery({
    queryKey: ["recipes", place.project, place.page, revision, breakpoint],
    enabled: wanted,
    queryFn: async () =>
      orRefuse(
        await api.GET("/api/projects/{project}/pages/{page}/recipes", {
          params: { path: place, query: { breakpoint } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}
