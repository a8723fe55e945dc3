import { foldInside, foldNodeProp, LRLanguage } from "@codemirror/language";
import { parser as sass } from "@lezer/sass";

/** SCSS, whose blocks fold. */
export const parser = LRLanguage.define({
  parser: sass.configure({ props: [foldNodeProp.add({ Block: foldInside })] }),
});
