import { lessLanguage } from "@codemirror/lang-less";

/** Less, whose blocks fold. */
export const parser = lessLanguage;
