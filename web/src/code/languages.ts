/** What a text is written in. */
export type Language = "html" | "css";

/** The parsers alone, each loaded when it is first shown: what helps to write code
 *  is not needed to read it. */
export const languages = {
  html: () => import("./html"),
  css: () => import("./css"),
} satisfies Record<Language, unknown>;
