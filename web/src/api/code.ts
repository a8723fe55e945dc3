import type { components } from "./schema";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, orRefuse } from "./client";
import type { Place } from "./bench";
import type { Bench } from "./client";

/** One way to take a page's code away. */
export type Form = components["schemas"]["ShipNamedForm"]["form"];

/** How code is written: with the ends of rows labelled; of mixin-based code, with
 *  nested rules, and one block for each breakpoint. */
export interface How {
  ends: boolean;
  nested?: boolean;
  gathered?: boolean;
  /** The head links the stylesheet from the stand-in for a delivery network. */
  network?: boolean;
}

/** A page's files in a form, and what its head must have. */
export const codeAt = (place: Place, revision: number, form: Form, how: How) => ({
  queryKey: ["code", place.project, place.page, revision, form, how],
  queryFn: async () =>
    orRefuse(
      await api.GET("/api/projects/{project}/pages/{page}/code/{form}", {
        params: { path: { ...place, form }, query: how },
      }),
    ),
});

/** The same, and again with each revision. */
export function useCode(place: Place, revision: number, form: Form, how: How, wanted = true) {
  return useQuery({ ...codeAt(place, revision, form, how), enabled: wanted, placeholderData: keepPreviousData });
}

/** The code that a document is made with. */
export type As = "classes" | "mixins";

/** Where the plan has every box of the page, at widths in each breakpoint. */
export function usePlanned(place: Place, revision: number, as: As, wanted: boolean) {
  return useQuery({
    queryKey: ["planned", place.project, place.page, revision, as],
    enabled: wanted,
    queryFn: () => plannedOf(place, as),
  });
}

/** Where the plan has every box of a page, by what is measured of its content now. */
export async function plannedOf(place: Place, as: As) {
  return orRefuse(
    await api.GET("/api/projects/{project}/pages/{page}/planned", { params: { path: place, query: { as } } }),
  );
}

/** The page as a document that frames show: its address, and its lines, none before they are known. Its elements are
 *  marked with their nodes. Held blocks are as high as declared. */
export function useDocument(place: Place, bench: Bench, as: As, held: boolean) {
  const asked = `page=${place.page}&as=${as}&measured&linked${held ? "&held" : ""}`;
  const address = `/api/projects/${place.project}/files/${bench.page.file}?${asked}`;
  const known = as === "classes" && !held && bench.document.length > 0;
  const fetched = useQuery({
    queryKey: ["document", address, bench.revision],
    enabled: !known,
    queryFn: async () => (await (await fetch(address)).text()).split("\n"),
    placeholderData: keepPreviousData,
  });
  return { address, lines: known ? bench.document : (fetched.data ?? none) };
}
const none: string[] = [];

/** The page as planned at a width, with its grids; the one before stays while a width changes. */
export function useDrawing(place: Place, revision: number, as: As, held: boolean, width: number) {
  return useQuery({
    queryKey: ["drawn", place.project, place.page, revision, as, held, width],
    queryFn: () => drawingOf(place, as, held, width),
    placeholderData: keepPreviousData,
  });
}

/** The same, asked for now. */
export async function drawingOf(place: Place, as: As, held: boolean, width: number) {
  return orRefuse(
    await api.GET("/api/projects/{project}/pages/{page}/drawn", {
      params: { path: place, query: { as, held, width, ends: false } },
    }),
  );
}

/** The stylesheets in which a page's own styles are written. */
export function useStyles(place: Place, revision: number) {
  return useQuery({
    queryKey: ["styles", place.project, place.page, revision],
    queryFn: () => stylesOf(place, ""),
    placeholderData: keepPreviousData,
  });
}

/** The same, asked for now, and how a new one of a name is linked. */
export async function stylesOf(place: Place, name: string) {
  const params = { path: place, query: { ends: false, new: name } };
  return orRefuse(await api.GET("/api/projects/{project}/pages/{page}/styles", { params }));
}

/** The classes of the page's kit at a revision, and what they do. */
export const wordsAt = (place: Place, revision: number) => ({
  queryKey: ["words", place.project, place.page, revision],
  staleTime: Infinity,
  queryFn: async () =>
    orRefuse(await api.GET("/api/projects/{project}/pages/{page}/words", { params: { path: place } })),
});

/** The hosts that the page has pictures fetched from; none until the page is known. */
export function useFetched(place: Place, revision: number | undefined): string[] {
  const code = useCode(place, revision ?? 0, "used", { ends: false }, revision !== undefined);
  return code.data?.fetched ?? [];
}

/** What each form takes to ship. */
export function useCosts(place: Place, revision: number) {
  return useQuery({
    queryKey: ["costs", place.project, place.page, revision],
    queryFn: async () =>
      orRefuse(await api.GET("/api/projects/{project}/pages/{page}/costs", { params: { path: place } })),
    placeholderData: keepPreviousData,
  });
}

/** Where all forms of a page are, as an archive. */
export const archiveAt = (place: Place, how: How) =>
  `/api/projects/${place.project}/pages/${place.page}/archive?${new URLSearchParams(Object.entries(how).map(([k, v]) => [k, String(v)])).toString()}`;

/** Where the sheet is had that is handed on to those who build the page. */
export const sheetAt = (place: Place, as: "html" | "pdf", by: "classes" | "mixins") =>
  `/api/projects/${place.project}/pages/${place.page}/sheet?as=${as}&by=${by}`;
