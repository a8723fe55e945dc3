import {
  autocompletion,
  completionKeymap,
  type CompletionContext,
  type CompletionResult,
} from "@codemirror/autocomplete";
import { defaultKeymap, history, historyKeymap, indentWithTab } from "@codemirror/commands";
import { cssCompletionSource, cssLanguage } from "@codemirror/lang-css";
import { bracketMatching, indentOnInput, indentUnit, syntaxTree } from "@codemirror/language";
import { linter, type Diagnostic } from "@codemirror/lint";
import { EditorState } from "@codemirror/state";
import { EditorView, keymap, lineNumbers } from "@codemirror/view";
import { useEffect, useImperativeHandle, useRef, type Ref } from "react";
import { dyes, look } from "./theme";

export interface StyleHandle {
  /** Puts a text at the end, with the caret in it where it says |. */
  append: (text: string) => void;
}

interface Props {
  ref: Ref<StyleHandle>;
  label: string;
  /** The stylesheet. What comes from elsewhere takes the place of what is here, unless it is being typed. */
  text: string;
  /** It is read, and not changed. */
  fixed: boolean;
  /** Classes with their dot, ids with their #, and variables of the kit. */
  words: readonly string[];
  onChange: (text: string) => void;
}

/** A stylesheet that is typed: coloured, checked, with completions. */
export default function StyleEditor({ ref, label, text, fixed, words, onChange }: Props) {
  const at = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(null);
  const latest = useRef({ words, onChange });
  useEffect(() => {
    latest.current = { words, onChange };
  });
  const first = useRef(text);

  useEffect(() => {
    const own = (context: CompletionContext): CompletionResult | null => {
      const before = context.matchBefore(/[.#][\w-]*$|--[\w-]*$/);
      if (!before) return null;
      const options = latest.current.words.filter((w) => w[0] === before.text[0]).map((w) => ({ label: w }));
      return { from: before.from, options };
    };
    // As in CodeView: its styles live in a tree of its own.
    const root = at.current!.shadowRoot ?? at.current!.attachShadow({ mode: "open" });
    const editor = new EditorView({
      root,
      parent: root,
      state: EditorState.create({
        doc: first.current,
        extensions: [
          lineNumbers(),
          history(),
          cssLanguage,
          cssLanguage.data.of({ autocomplete: own }),
          cssLanguage.data.of({ autocomplete: cssCompletionSource }),
          autocompletion(),
          bracketMatching(),
          indentOnInput(),
          indentUnit.of("  "),
          linter(faults, { delay: 300 }),
          EditorView.lineWrapping,
          EditorState.readOnly.of(fixed),
          keymap.of([...completionKeymap, ...defaultKeymap, ...historyKeymap, indentWithTab]),
          EditorView.contentAttributes.of({ "aria-label": label }),
          EditorView.updateListener.of((u) => {
            if (u.docChanged) latest.current.onChange(u.state.doc.toString());
          }),
          dyes,
          look,
        ],
      }),
    });
    view.current = editor;
    return () => editor.destroy();
  }, [label, fixed]);

  useEffect(() => {
    const editor = view.current;
    if (!editor || editor.state.doc.toString() === text || editor.hasFocus) return;
    editor.dispatch({ changes: { from: 0, to: editor.state.doc.length, insert: text } });
  }, [text]);

  useImperativeHandle(ref, () => ({
    append: (added) => {
      const editor = view.current;
      if (!editor) return;
      const end = editor.state.doc.length;
      const caret = added.indexOf("|");
      editor.dispatch({
        changes: { from: end, insert: added.replace("|", "") },
        selection: { anchor: end + (caret < 0 ? added.length : caret) },
        scrollIntoView: true,
      });
      editor.focus();
    },
  }));

  return <div ref={at} className="h-full" />;
}

/** What the parser could not read. */
function faults(view: EditorView): Diagnostic[] {
  const all: Diagnostic[] = [];
  syntaxTree(view.state).iterate({
    enter: (n) => {
      if (!n.type.isError || all.length > 20) return;
      const line = view.state.doc.lineAt(n.from);
      const to = Math.max(n.to, Math.min(n.from + 1, line.to));
      all.push({
        from: Math.min(n.from, to - 1 < 0 ? 0 : to - 1),
        to,
        severity: "error",
        message: n.to > n.from ? "This is not CSS." : "Something is missing here, such as a ; or a }.",
      });
    },
  });
  return all;
}
