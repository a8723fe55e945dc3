import { codeFolding, foldGutter, foldKeymap } from "@codemirror/language";
import { Compartment, EditorState } from "@codemirror/state";
import { EditorView, keymap, lineNumbers } from "@codemirror/view";
import { useEffect, useRef } from "react";
import { rest } from "../rest";
import { between, changesOf } from "./change";
import { hanging } from "./hanging";
import { languages, type Language } from "./languages";
import type { Lines } from "./lines";
import { change, changed, mark, marks, tell, told as tolds, type ToldAt } from "./marks";
import { dyes, look } from "./theme";

interface Props {
  /** What the code is, for a reader who does not see it. */
  label: string;
  text: string;
  language: Language;
  /** The lines of the selected node. */
  marked?: Lines | undefined;
  /** The lines at which something is told, in their order. */
  told?: readonly ToldAt[] | undefined;
  /** The text before an edit: what changed is marked, and what it was is struck out. */
  was?: string | undefined;
  /** A line was chosen; from 1. */
  onLine?: ((line: number) => void) | undefined;
  /** The words in a line are asked for: by a double click, or by Enter or F2 in the lines that are marked. Top is where
   *  the line stands in the view, in px. */
  onWords?: ((line: number, top: number) => void) | undefined;
}

/** How long the second click of two is waited for, in ms. */
const secondClick = 250;

/** Code to be read: coloured, folded, its lines numbered; a node's lines marked,
 *  and lines chosen for their node. */
export default function CodeView({ label, text, language, marked, told, was, onLine, onWords }: Props) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(null);
  const written = useRef(new Compartment());
  const named = useRef(new Compartment());
  const pressed = useRef(0); // the line that was clicked last
  const asked = useRef(false); // and its node's lines are yet to be marked
  const latest = useRef({ onLine, onWords, marked });
  useEffect(() => {
    latest.current = { onLine, onWords, marked };
  });

  useEffect(() => {
    // What is selected may move the code under the second of two clicks, so it waits for that.
    let waits = 0;
    const words = (editor: EditorView, line: number) => {
      const at = editor.coordsAtPos(editor.state.doc.line(Math.min(line, editor.state.doc.lines)).from);
      latest.current.onWords?.(line, (at?.top ?? 0) - editor.dom.getBoundingClientRect().top);
    };
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
          changed,
          tolds,
          EditorView.domEventHandlers({
            click(event, editor) {
              const at = editor.posAtCoords({ x: event.clientX, y: event.clientY });
              if (at === null || event.detail > 1) return;
              pressed.current = editor.state.doc.lineAt(at).number;
              if (!editor.state.selection.main.empty || getSelection()?.isCollapsed === false) return;
              const choose = () => {
                asked.current = true;
                latest.current.onLine?.(pressed.current);
              };
              if (latest.current.onWords) waits = window.setTimeout(choose, secondClick);
              else choose();
            },
            dblclick(_, editor) {
              clearTimeout(waits);
              words(editor, pressed.current);
            },
            keydown(event, editor) {
              if ((event.key !== "Enter" && event.key !== "F2") || !latest.current.marked) return false;
              words(editor, latest.current.marked.first);
              return true;
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
      clearTimeout(waits);
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
  const held = useRef(first); // the line at which the lines that are marked begin
  useEffect(() => {
    // The page is laid out for it.
    let wanted = true;
    void rest().then(() => {
      const editor = view.current;
      if (!wanted || !editor) return;
      const shown = editor.state.doc.toString();
      const other = between(shown, text);
      const changes = other && {
        from: other.from,
        to: shown.length - other.end,
        insert: text.slice(other.from, text.length - other.end),
      };
      const lines = first && last ? { first, last } : undefined;
      const all = was === undefined ? [] : changesOf(was, text);
      const { doc } = editor.state;
      const begun = held.current && doc.line(Math.min(held.current, doc.lines)).from;
      const edit = editor.state.update({ ...(changes && { changes }), effects: [mark.of(lines), change.of(all)] });
      editor.dispatch(edit);
      held.current = first;
      // An edit is shown, but where another node was selected since.
      const same = begun !== undefined && edit.newDoc.lineAt(edit.changes.mapPos(begun, 1)).number === first;
      if (changes && all[0] && (same || !lines)) {
        editor.dispatch({ effects: EditorView.scrollIntoView(all[0].from, { y: "center" }) });
        return;
      }
      if (!lines) return;
      const own = asked.current && pressed.current >= lines.first && pressed.current <= lines.last;
      asked.current = false;
      if (own) return; // it was chosen here: it stays where the pointer is
      const from = editor.state.doc.line(Math.min(lines.first, editor.state.doc.lines)).from;
      editor.dispatch({ effects: EditorView.scrollIntoView(from, { y: "start", yMargin: 40 }) });
    });
    return () => {
      wanted = false;
    };
  }, [text, first, last, was]);

  useEffect(() => {
    let wanted = true;
    void rest().then(() => wanted && view.current?.dispatch({ effects: tell.of(told ?? []) }));
    return () => {
      wanted = false;
    };
  }, [text, told]);

  return <div ref={host} className="h-full min-h-0" />;
}
