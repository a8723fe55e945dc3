import type { SheetFile } from "../api/client";

/** What a kit is called that is read from files. */
export const kitName = (files: SheetFile[]) => files[0]!.name.replace(/\.css$/i, "").slice(0, 80) || "Stylesheet";

/** Reads files that were chosen or dropped, those that are stylesheets. */
export async function sheetsOf(files: Iterable<File>): Promise<SheetFile[]> {
  const sheets = [...files].filter((f) => /\.css$/i.test(f.name) || f.type === "text/css");
  return Promise.all(sheets.map(async (f) => ({ name: f.name, text: await f.text() })));
}
