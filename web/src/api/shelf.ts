import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, orRefuse } from "./client";

/** The projects on the shelf. */
export function useShelf() {
  return useQuery({ queryKey: ["shelf"], queryFn: async () => orRefuse(await api.GET("/api/projects")) });
}

/** Brings a project file in. */
export function useBringIn() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (file: File) =>
      orRefuse(
        await api.POST("/api/projects", {
          body: (await file.text()) as never,
          bodySerializer: (text) => text as unknown as string,
          headers: { "Content-Type": "application/vnd.kitrows+json" },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["shelf"] }),
  });
}
