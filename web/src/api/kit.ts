import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, orRefuse, Refusal, type Brought, type Kit, type Problem, type Step, type SheetFile } from "./client";

/** A kit as the project has it. */
export function useKit(project: string, kit: string, revision: number) {
  return useQuery({
    queryKey: ["kit", project, kit, revision],
    queryFn: async () =>
      orRefuse(await api.GET("/api/projects/{project}/kits/{kit}", { params: { path: { project, kit } } })),
    placeholderData: (before) => (before?.kit.id === kit ? before : undefined),
  });
}

/** What is tried on a kit: steps, made on it as it is, on the library's newest revision of it, or on
 *  what is read of other files. */
export interface Drafting {
  steps: Step[];
  newest: boolean;
  brought?: Brought;
}

/** What that would make of a kit, and do to its pages; or why it cannot be made. */
export function useKitDraft(project: string, kit: string, revision: number, drafting: Drafting) {
  return useQuery({
    queryKey: ["draft", project, kit, revision, drafting],
    enabled: drafting.steps.length > 0 || drafting.newest || drafting.brought !== undefined,
    queryFn: async () =>
      orRefuse(
        await api.POST("/api/projects/{project}/kits/{kit}/draft", {
          params: { path: { project, kit } },
          body: drafting,
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

/** How a page is to be moved to a kit: with all others of its kit or alone, and which breakpoint takes the settings of
 *  each of its own, by their names and edges when that is not said. Of several pages, those of which something would be
 *  left out stay, but for those that are to be moved anyway. */
export interface Moving {
  all: boolean;
  pairs?: string[];
  anyway?: string[];
}

/** What it would do to a page to move it to a kit; nothing while none is to be moved. */
export function useMove(project: string, kit: string, revision: number, page: string, moving: Moving | undefined) {
  const how = moving && { all: moving.all, ...(moving.pairs && { pairs: moving.pairs }) };
  return useQuery({
    queryKey: ["move", project, kit, revision, page, how],
    enabled: moving !== undefined,
    retry: false,
    queryFn: async () =>
      orRefuse(
        await api.GET("/api/projects/{project}/kits/{kit}/move", {
          params: { path: { project, kit }, query: { page, ...how } },
          querySerializer: { array: { style: "form", explode: false } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

/** The columns nearest to what is wanted; nothing while that cannot be read. */
export function useFind(project: string, kit: string, revision: number, wanted: string, width: number) {
  return useQuery({
    queryKey: ["find", project, kit, revision, wanted, width],
    enabled: /^\s*\d+(\.\d+)?\s*(%|px|:\s*\d+(\.\d+)?)?\s*$/.test(wanted),
    queryFn: async () =>
      orRefuse(
        await api.GET("/api/projects/{project}/kits/{kit}/find", {
          params: { path: { project, kit }, query: { wanted: wanted.trim(), width } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

/** The columns and gutters of whole px that make up a container. */
export function usePairs(
  project: string,
  kit: string,
  revision: number,
  query: { width: number; columns: number; breakpoint: string },
) {
  return useQuery({
    queryKey: ["pairs", project, kit, revision, query],
    enabled: query.width > 0 && query.columns > 0,
    retry: false,
    queryFn: async () =>
      orRefuse(
        await api.GET("/api/projects/{project}/kits/{kit}/pairs", { params: { path: { project, kit }, query } }),
      ),
    placeholderData: keepPreviousData,
  });
}

export type TableForm = "text" | "csv" | "markdown";

/** A kit's numbers as text, with steps made that are not accepted. */
export async function tableOf(
  project: string,
  kit: string,
  table: { steps: Step[]; what: "facts" | "widths"; width?: number; as: TableForm },
): Promise<string> {
  const answer = await api.POST("/api/projects/{project}/kits/{kit}/table", {
    params: { path: { project, kit } },
    body: table,
  });
  return orRefuse(answer).text;
}

/** What units measure in a viewport of any width: a head, then a row for each number of units. */
export function useWidthsAt(project: string, kit: string, revision: number, steps: Step[], width: number) {
  return useQuery({
    queryKey: ["widths", project, kit, revision, steps, width],
    enabled: width >= 1 && width <= 20000,
    retry: false,
    queryFn: async () => {
      const csv = await tableOf(project, kit, { steps, what: "widths", width, as: "csv" });
      return csv
        .trim()
        .split("\n")
        .map((line) => line.split(","));
    },
    placeholderData: keepPreviousData,
  });
}

/** Another kit beside one: what it has otherwise. */
export function useBeside(project: string, kit: string, revision: number, other: string) {
  return useQuery({
    queryKey: ["beside", project, kit, revision, other],
    enabled: other !== "",
    queryFn: async () =>
      orRefuse(
        await api.GET("/api/projects/{project}/kits/{kit}/compare", {
          params: { path: { project, kit }, query: { with: other } },
        }),
      ),
  });
}

/** The kits that may be taken. */
export function useLibrary(enabled = true) {
  return useQuery({
    queryKey: ["library"],
    enabled,
    queryFn: async () => orRefuse(await api.GET("/api/library")),
  });
}

/** Puts a kit into the library; answers which it is there. */
export function useShare() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (body: Kit) => orRefuse(await api.POST("/api/library", { body })),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["library"] }),
  });
}

/** Takes a kit out of the library. */
export function useUnshare() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (id: string) => {
      const { error } = await api.DELETE("/api/library/{id}", { params: { path: { id } } });
      if (error) throw new Refusal(error as Problem);
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: ["library"] }),
  });
}

/** Reads a kit's file. */
export async function kitOfFile(file: File): Promise<Kit> {
  return orRefuse(
    await api.POST("/api/library/file", {
      body: (await file.text()) as never,
      bodySerializer: (text) => String(text),
      headers: { "Content-Type": "application/vnd.kitrows+json" },
    }),
  );
}

/** The kit that is read from stylesheets, in the order in which pages link them. */
export async function kitOfSheets(name: string, files: SheetFile[], choices: Record<string, string>) {
  return orRefuse(await api.POST("/api/library/sheets", { body: { name, files, choices } }));
}

/** A page that shows what the classes of stylesheets do, and its plan. */
export function useSpecimen(name: string, files: SheetFile[], choices: Record<string, string>, wanted: boolean) {
  return useQuery({
    queryKey: ["specimen", name, files, choices],
    enabled: wanted,
    retry: false,
    gcTime: 0,
    queryFn: async () => orRefuse(await api.POST("/api/library/specimen", { body: { name, files, choices } })),
  });
}

/** A kit made by three numbers, px. */
export async function kitOfThree(columns: number, gutter: number, width: number) {
  return orRefuse(await api.GET("/api/library/three", { params: { query: { columns, gutter, width } } }));
}

/** The same while the numbers are typed. */
export function useThree(columns: number, gutter: number, width: number, enabled = true) {
  return useQuery({
    queryKey: ["three", columns, gutter, width],
    enabled: enabled && Number.isFinite(columns + gutter + width),
    retry: false,
    queryFn: () => kitOfThree(columns, gutter, width),
    placeholderData: keepPreviousData,
  });
}
