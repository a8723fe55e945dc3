import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, orRefuse } from "./client";
import type { Place } from "./bench";

/** The project's content sheet, with what of it is placed. */
export function usePieces(project: string, revision: number) {
  return useQuery({
    queryKey: ["pieces", project, revision],
    queryFn: async () => orRefuse(await api.GET("/api/projects/{project}/pieces", { params: { path: { project } } })),
    placeholderData: keepPreviousData,
  });
}

/** The project's pictures. */
export function usePictures(project: string, revision: number) {
  return useQuery({
    queryKey: ["pictures", project, revision],
    queryFn: async () => orRefuse(await api.GET("/api/projects/{project}/pictures", { params: { path: { project } } })),
    placeholderData: keepPreviousData,
  });
}

/** Where a picture's file is. */
export const pictureAt = (project: string, picture: string) => `/api/projects/${project}/pictures/${picture}`;

/** What filling the breakpoints narrower than one would do. */
export function useFilling(place: Place, revision: number, from: string) {
  return useQuery({
    queryKey: ["filling", place.project, place.page, revision, from],
    queryFn: async () =>
      orRefuse(
        await api.GET("/api/projects/{project}/pages/{page}/filling", { params: { path: place, query: { from } } }),
      ),
    placeholderData: keepPreviousData,
  });
}

/** A file's bytes in base64, as operations carry them. */
export async function base64(file: File): Promise<string> {
  const url = await new Promise<string>((done, failed) => {
    const reader = new FileReader();
    reader.onload = () => done(reader.result as string);
    reader.onerror = () => failed(reader.error!);
    reader.readAsDataURL(file);
  });
  return url.slice(url.indexOf(",") + 1);
}

/** Whether a text is markup or Markdown. */
export function formOf(text: string): "html" | "markdown" {
  return /^\s*</.test(text) ? "html" : "markdown";
}
