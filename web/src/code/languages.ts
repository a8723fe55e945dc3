/** What a text is written in. */
export type Language = "html" | "css" | "scss" | "less" | "tsx" | "jsx" | "text";

/** The parsers alone, each loaded when it is first shown: what helps to write code
 *  is not needed to read it. */
export const languages = {
  html: () => import("./html"),
  css: () => import("./css"),
  scss: () => import("./scss"),
  less: () => import("./less"),
  tsx: () => import("./tsx"),
  jsx: () => import("./tsx"),
  text: () => Promise.resolve({ parser: [] }),
} satisfies Record<Language, unknown>;

/** The language of a file, by its name. */
export function languageOf(file: string): Language {
  const ending = file.slice(file.lastIndexOf(".") + 1);
  return ending in languages ? (ending as Language) : "text";
}
