import type { Operation, SheetFile } from "../api/client";
import { base64 } from "../api/content";

/** A page that is brought in, as the API takes it. */
export type PageFile = NonNullable<Operation["bringPage"]>;

/** Whether a file is one of HTML. */
export const isPage = (file: File) => /\.html?$/i.test(file.name) || file.type === "text/html";

/** Whether HTML is a whole document, and not a part of one. */
export const isDocument = (text: string) => /<!doctype\b|<html\b|<body\b/i.test(text);

/** A file of HTML with its stylesheets, to the byte. */
export async function pageOf(file: File, sheets: SheetFile[]): Promise<PageFile> {
  return { file: file.name, data: await base64(file), sheets };
}

/** What a kit is called that is read from files. */
export const kitName = (files: SheetFile[]) => files[0]!.name.replace(/\.css$/i, "").slice(0, 80) || "Stylesheet";

/** Reads files that were chosen or dropped, those that are stylesheets. */
export async function sheetsOf(files: Iterable<File>): Promise<SheetFile[]> {
  const sheets = [...files].filter((f) => /\.css$/i.test(f.name) || f.type === "text/css");
  return Promise.all(sheets.map(async (f) => ({ name: f.name, text: await f.text() })));
}
