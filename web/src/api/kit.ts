import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, orRefuse, type Step } from "./client";

/** A kit as the project has it. */
export function useKit(project: string, kit: string, revision: number) {
  return useQuery({
    queryKey: ["kit", project, kit, revision],
    queryFn: async () =>
      orRefuse(await api.GET("/api/projects/{project}/kits/{kit}", { params: { path: { project, kit } } })),
    placeholderData: (before) => (before?.kit.id === kit ? before : undefined),
  });
}

/** What steps would make of a kit, and do to its pages; or why they cannot be made. */
export function useKitDraft(project: string, kit: string, revision: number, steps: Step[]) {
  return useQuery({
    queryKey: ["draft", project, kit, revision, steps],
    enabled: steps.length > 0,
    queryFn: async () =>
      orRefuse(
        await api.POST("/api/projects/{project}/kits/{kit}/draft", {
          params: { path: { project, kit } },
          body: { steps },
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
