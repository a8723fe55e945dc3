import { foldInside, foldNodeProp, LRLanguage } from "@codemirror/language";
import { parser as css } from "@lezer/css";

/** CSS, whose blocks fold. */
export const parser = LRLanguage.define({
  parser: css.configure({ props: [foldNodeProp.add({ Block: foldInside })] }),
});
