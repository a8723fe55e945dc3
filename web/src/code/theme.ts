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
  "&.cm-focused .cm-marked": { backgroundColor: "transparent", boxShadow: "inset 3px 0 var(--madder)" },
  ".cm-tooltip": {
    backgroundColor: "var(--raised)",
    color: "var(--ink)",
    border: "1px solid var(--control)",
    borderRadius: "4px",
    maxWidth: "420px",
  },
  ".cm-tooltip.cm-tooltip-autocomplete > ul": { fontFamily: "var(--font-mono)", maxHeight: "14em" },
  ".cm-tooltip.cm-tooltip-autocomplete > ul > li[aria-selected]": {
    backgroundColor: "var(--madder-soft)",
    color: "var(--ink)",
  },
  ".cm-completionDetail": { color: "var(--ink-2)", fontStyle: "normal", fontFamily: "var(--font-sans)" },
  ".cm-completionIcon": { display: "none" },
  ".cm-told": { padding: "4px 8px", fontFamily: "var(--font-sans)", fontSize: "12px", lineHeight: "1.5" },
  ".cm-told button": {
    border: "none",
    background: "none",
    padding: "0",
    color: "var(--woad-text)",
    textDecoration: "underline",
    cursor: "pointer",
    font: "inherit",
  },
  '[data-told="broken"]::after': { content: '" ■"', color: "var(--madder-deep)" },
  '[data-told="surprise"]::after': { content: '" ▲"', color: "var(--weld)" },
  '[data-told="tidy"]::after': { content: '" ●"', color: "var(--ink-2)" },
  ".cm-new": { backgroundColor: "var(--woad-soft)", borderBottom: "2px solid var(--woad)" },
  ".cm-old": {
    backgroundColor: "var(--madder-soft)",
    color: "var(--madder-deep)",
    textDecoration: "line-through",
    whiteSpace: "pre-wrap",
  },
  "&.cm-focused .cm-selectionBackground, ::selection": { backgroundColor: "var(--weld-soft)" },
});
