import { foldInside, foldNodeProp, LRLanguage } from "@codemirror/language";
import { parser as javascript } from "@lezer/javascript";

/** TypeScript with JSX, whose blocks fold. */
export const parser = LRLanguage.define({
  parser: javascript.configure({
    dialect: "ts jsx",
    props: [foldNodeProp.add({ "Block ObjectExpression ArrayExpression JSXElement": foldInside })],
  }),
});
