import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, orRefuse, Refusal, type Beginning, type Problem } from "./client";

/** The projects on the shelf. */
export function useShelf() {
  return useQuery({ queryKey: ["shelf"], queryFn: async () => orRefuse(await api.GET("/api/projects")) });
}

/** The kits and pages a new project may begin with. */
export function useOffers() {
  return useQuery({
    queryKey: ["offers"],
    queryFn: async () => orRefuse(await api.GET("/api/offers")),
  });
}

/** Something done to the shelf, after which it is read anew. */
function useShelved<In, Out>(mutationFn: (given: In) => Promise<Out>) {
  const queries = useQueryClient();
  return useMutation({ mutationFn, onSuccess: () => queries.invalidateQueries({ queryKey: ["shelf"] }) });
}

/** Brings a project file in. */
export function useBringIn() {
  return useShelved(async (file: File) =>
    orRefuse(
      await api.POST("/api/projects", {
        body: (await file.text()) as never,
        bodySerializer: (text) => String(text),
        headers: { "Content-Type": "application/vnd.kitrows+json" },
      }),
    ),
  );
}

/** Begins a project. */
export function useBegin() {
  return useShelved(async (body: Beginning) => orRefuse(await api.POST("/api/projects/new", { body })));
}

/** Puts a copy of a project on the shelf. */
export function useDuplicate() {
  return useShelved(async (project: string) =>
    orRefuse(await api.POST("/api/projects/{project}/duplicate", { params: { path: { project } } })),
  );
}

/** Gives a project another name; that is an edit like any other, and undone on its
 *  Bench. */
export function useRename() {
  return useShelved(async (to: { project: string; page: string; revision: number; name: string }) =>
    orRefuse(
      await api.POST("/api/projects/{project}/pages/{page}/edits", {
        params: { path: { project: to.project, page: to.page } },
        body: { revision: to.revision, operation: { rename: { name: to.name } } },
      }),
    ),
  );
}

/** Takes a project off the shelf, or puts it back. */
export function usePut() {
  return useShelved(async ({ project, back }: { project: string; back: boolean }) => {
    const params = { path: { project } };
    const { error } = back
      ? await api.POST("/api/projects/{project}/back", { params })
      : await api.DELETE("/api/projects/{project}", { params });
    if (error) throw new Refusal(error as Problem);
  });
}
