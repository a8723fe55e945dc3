import { HighlightStyle, syntaxHighlighting } from "@codemirror/language";
import { EditorView } from "@codemirror/view";
import { tags } from "@lezer/highlight";

/** How code is coloured. */
export const dyes = syntaxHighlighting(
  HighlightStyle.define([
    { tag: tags.comment, color: "var(--ink-3)", fontStyle: "italic" },
    {
      tag: [tags.tagName, tags.angleBracket, tags.className, tags.keyword, tags.definitionKeyword],
      color: "var(--woad-text)",
    },
    { tag: [tags.attributeName, tags.propertyName, tags.variableName], color: "var(--weld)" },
    { tag: [tags.number, tags.unit, tags.color], color: "var(--madder-deep)" },
  ]),
);

/** How an editor looks. */
export const look = EditorView.theme({
  "&": { height: "100%", color: "var(--ink)", backgroundColor: "transparent", fontSize: "12px" },
  "&.cm-focused": { outline: "2px solid var(--madder)", outlineOffset: "-2px" },
  ".cm-scroller": { fontFamily: "var(--font-mono)", lineHeight: "1.62", scrollbarWidth: "thin" },
  ".cm-gutters": { backgroundColor: "transparent", border: "none", color: "var(--ink-3)", fontSize: "12px" },
  ".cm-lineNumbers .cm-gutterElement": { minWidth: "26px", padding: "0 2px 0 0" },
  ".cm-foldGutter .cm-gutterElement": { cursor: "pointer", width: "11px" },
  ".cm-foldPlaceholder": {
    backgroundColor: "var(--line-2)",
    border: "1px solid var(--control)",
    color: "var(--ink-2)",
  },
  ".cm-marked": { backgroundColor: "var(--madder-soft)" },
  ".cm-new": { backgroundColor: "var(--woad-soft)", borderBottom: "2px solid var(--woad)" },
  ".cm-old": {
    backgroundColor: "var(--madder-soft)",
    color: "var(--madder-deep)",
    textDecoration: "line-through",
    whiteSpace: "pre-wrap",
  },
  "&.cm-focused .cm-selectionBackground, ::selection": { backgroundColor: "var(--weld-soft)" },
});
