import { foldNodeProp, LRLanguage } from "@codemirror/language";
import { parser as html } from "@lezer/html";

/** HTML, whose elements fold. */
export const parser = LRLanguage.define({
  parser: html.configure({
    props: [
      foldNodeProp.add({
        Element: (node) => {
          const [open, close] = [node.firstChild, node.lastChild];
          return !open || close?.name !== "CloseTag" ? null : { from: open.to, to: close.from };
        },
      }),
    ],
  }),
});
