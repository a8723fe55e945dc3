import { codeFolding, foldGutter, foldKeymap, HighlightStyle, syntaxHighlighting } from "@codemirror/language";
import { Compartment, EditorState, StateEffect, StateField } from "@codemirror/state";
import { Decoration, EditorView, keymap, lineNumbers, type DecorationSet } from "@codemirror/view";
import { tags } from "@lezer/highlight";
import { useEffect, useRef } from "react";
import { rest } from "../rest";
import { hanging } from "./hanging";
import { languages, type Language } from "./languages";
import type { Lines } from "./lines";

interface Props {
  /** What the code is, for a reader who does not see it. */
  label: string;
  text: string;
  language: Language;
  /** The lines of the selected node. */
  marked?: Lines | undefined;
  /** A line was chosen; from 1. */
  onLine?: ((line: number) => void) | undefined;
}

const dyes = syntaxHighlighting(
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

const look = EditorView.theme({
  "&": { height: "100%", color: "var(--ink)", backgroundColor: "transparent", fontSize: "11.5px" },
  "&.cm-focused": { outline: "2px solid var(--madder)", outlineOffset: "-2px" },
  ".cm-scroller": { fontFamily: "var(--font-mono)", lineHeight: "1.62", scrollbarWidth: "thin" },
  ".cm-gutters": { backgroundColor: "transparent", border: "none", color: "var(--ink-3)", fontSize: "11px" },
  ".cm-lineNumbers .cm-gutterElement": { minWidth: "26px", padding: "0 2px 0 0" },
  ".cm-foldGutter .cm-gutterElement": { cursor: "pointer", width: "11px" },
  ".cm-foldPlaceholder": {
    backgroundColor: "var(--line-2)",
    border: "1px solid var(--control)",
    color: "var(--ink-2)",
  },
  ".cm-marked": { backgroundColor: "var(--madder-soft)" },
  "&.cm-focused .cm-selectionBackground, ::selection": { backgroundColor: "var(--weld-soft)" },
});

const mark = StateEffect.define<Lines | undefined>();
const line = Decoration.line({ class: "cm-marked", attributes: { "data-marked": "" } });

/** The marked lines, which follow the text. */
const marks = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(set, change) {
    for (const effect of change.effects) {
      if (!effect.is(mark)) continue;
      const { doc } = change.state;
      const { first, last } = effect.value ?? { first: 1, last: 0 };
      const all = [];
      for (let n = first; n <= Math.min(last, doc.lines); n++) all.push(line.range(doc.line(n).from));
      return Decoration.set(all);
    }
    return set.map(change.changes);
  },
  provide: (field) => EditorView.decorations.from(field),
});

/** Code to be read: coloured, folded, its lines numbered; a node's lines marked,
 *  and lines chosen for their node. */
export default function CodeView({ label, text, language, marked, onLine }: Props) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(null);
  const written = useRef(new Compartment());
  const named = useRef(new Compartment());
  const chosen = useRef(onLine);
  useEffect(() => {
    chosen.current = onLine;
  });

  useEffect(() => {
    // Its styles live in a tree of its own: the page's policy lets no script add a
    // style element to the document.
    const root = host.current!.shadowRoot ?? host.current!.attachShadow({ mode: "open" });
    const editor = new EditorView({
      root,
      parent: root,
      state: EditorState.create({
        extensions: [
          lineNumbers(),
          foldGutter(),
          codeFolding(),
          keymap.of(foldKeymap),
          EditorState.readOnly.of(true),
          EditorView.editable.of(false),
          EditorView.lineWrapping,
          hanging,
          written.current.of([]),
          named.current.of([]),
          dyes,
          look,
          marks,
          EditorView.domEventHandlers({
            click(event, editor) {
              const at = editor.posAtCoords({ x: event.clientX, y: event.clientY });
              if (at !== null && editor.state.selection.main.empty && getSelection()?.isCollapsed !== false)
                chosen.current?.(editor.state.doc.lineAt(at).number);
            },
          }),
        ],
      }),
    });
    view.current = editor;
    // It reads the document's selection whenever that changes anywhere, for which the
    // page is laid out. Only a selection in code is of interest to it.
    const elsewhere = (event: Event) => {
      if (!document.activeElement?.shadowRoot) event.stopImmediatePropagation();
    };
    addEventListener("selectionchange", elsewhere, true);
    return () => {
      removeEventListener("selectionchange", elsewhere, true);
      editor.destroy();
    };
  }, []);

  useEffect(() => {
    let wanted = true;
    void languages[language]().then(({ parser }) => {
      if (wanted) view.current?.dispatch({ effects: written.current.reconfigure(parser) });
    });
    return () => {
      wanted = false;
    };
  }, [language]);

  useEffect(() => {
    const attributes = { tabindex: "0", "aria-label": label, "aria-readonly": "true" };
    view.current?.dispatch({ effects: named.current.reconfigure(EditorView.contentAttributes.of(attributes)) });
  }, [label]);

  const [first, last] = [marked?.first, marked?.last];
  useEffect(() => {
    // The page is laid out for it.
    let wanted = true;
    void rest().then(() => {
      const editor = view.current;
      if (!wanted || !editor) return;
      const changes = between(editor.state.doc.toString(), text);
      const lines = first && last ? { first, last } : undefined;
      editor.dispatch({ ...(changes && { changes }), effects: mark.of(lines) });
      if (!lines) return;
      const from = editor.state.doc.line(Math.min(lines.first, editor.state.doc.lines)).from;
      editor.dispatch({ effects: EditorView.scrollIntoView(from, { y: "start", yMargin: 40 }) });
    });
    return () => {
      wanted = false;
    };
  }, [text, first, last]);

  return <div ref={host} className="h-full min-h-0" />;
}

/** What makes one text into another: all between their like starts and ends. */
function between(was: string, is: string) {
  if (was === is) return null;
  const short = Math.min(was.length, is.length);
  let from = 0;
  while (from < short && was.charCodeAt(from) === is.charCodeAt(from)) from++;
  let end = 0;
  while (end < short - from && was.charCodeAt(was.length - 1 - end) === is.charCodeAt(is.length - 1 - end)) end++;
  return { from, to: was.length - end, insert: is.slice(from, is.length - end) };
}
