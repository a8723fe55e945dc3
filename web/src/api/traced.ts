import { keepPreviousData, useQuery } from "@tanstack/react-query";
import type { Place } from "./bench";
import { api, orRefuse, type Operation } from "./client";
import type { components } from "./schema";

export type TracedDesign = components["schemas"]["TracedDesign"];
export type TracedFrame = components["schemas"]["TracedFrame"];
export type Design = NonNullable<Operation["trace"]>["design"];
export type Frame = NonNullable<Design["frames"]>[number];
export type Grid = components["schemas"]["TraceGrid"];

/** The page's finished designs, with their frames in units. */
export function useTraced(place: Place, revision: number) {
  return useQuery({
    queryKey: ["traced", place.project, place.page, revision],
    queryFn: async () =>
      orRefuse(await api.GET("/api/projects/{project}/pages/{page}/designs", { params: { path: place } })),
    placeholderData: keepPreviousData,
  });
}

/** The picture of a design as it lies under the page: what is found in it depends on that alone. */
const pictureOf = (d: TracedDesign) => [d.picture, d.scale, d.x, d.y, d.width];

/** The frames that a design's picture shows. */
export function useFound(place: Place, design: TracedDesign | undefined, kit: string) {
  return useQuery({
    queryKey: ["found", place.project, place.page, design?.id, kit, design && pictureOf(design)],
    enabled: design !== undefined,
    queryFn: async () =>
      orRefuse(
        await api.GET("/api/projects/{project}/pages/{page}/designs/{design}/found", {
          params: { path: { ...place, design: design!.id } },
        }),
      ),
  });
}

/** The grids that fit a design best, by the frames that were drawn or by its picture. */
export function useGrids(
  place: Place,
  design: TracedDesign | undefined,
  revision: number,
  by: "frames" | "picture" | null,
) {
  return useQuery({
    queryKey: [
      "grids",
      place.project,
      place.page,
      design?.id,
      by,
      by === "frames" ? revision : design && pictureOf(design),
    ],
    enabled: by !== null && design !== undefined,
    queryFn: async () =>
      orRefuse(
        await api.GET("/api/projects/{project}/pages/{page}/designs/{design}/grids", {
          params: { path: { ...place, design: design!.id }, query: { by: by! } },
        }),
      ),
  });
}
