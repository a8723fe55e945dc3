import {
  autocompletion,
  completionKeymap,
  type CompletionContext,
  type CompletionResult,
} from "@codemirror/autocomplete";
import { defaultKeymap, indentWithTab } from "@codemirror/commands";
import { autoCloseTags, htmlCompletionSource, htmlLanguage } from "@codemirror/lang-html";
import { bracketMatching, codeFolding, foldGutter, foldKeymap, indentOnInput, indentUnit } from "@codemirror/language";
import { setDiagnostics, type Diagnostic } from "@codemirror/lint";
import { ChangeSet, Compartment, EditorState, Text } from "@codemirror/state";
import { EditorView, hoverTooltip, keymap, lineNumbers, type TooltipView } from "@codemirror/view";
import { useEffect, useImperativeHandle, useRef, type Ref } from "react";
import { between, changesOf } from "./change";
import { classAt } from "./classes";
import { hanging } from "./hanging";
import type { Lines } from "./lines";
import { change, changed, mark, marks } from "./marks";
import { dyes, look } from "./theme";
import { tornAt } from "./torn";

/** What is wrong at a place of the file. */
interface Fault {
  line: number;
  column: number;
  text: string;
  severity: "broken" | "surprise" | "tidy" | "estimate";
}

/** A class that can be written, and what is told of it. */
export interface KnownClass {
  text: string;
  /** What it does, a line each. */
  says: readonly string[];
  /** How wide it makes things, in short. */
  widths: string;
}

export interface MarkupHandle {
  /** What was typed up to that text is kept: it is the page's file now. */
  kept: (text: string) => void;
  /** Puts the caret into a line, from 1. */
  enter: (line: number) => void;
  text: () => string | undefined;
}

interface Props {
  ref: Ref<MarkupHandle>;
  label: string;
  /** The page's file. What others change in it comes in around what is typed here. */
  text: string;
  marked: Lines | undefined;
  /** The text before the last edit: what changed is marked, but for what is typed here. */
  was: string | undefined;
  faults: readonly Fault[];
  /** The classes of the kit. */
  classes: () => Promise<readonly KnownClass[]>;
  /** What is told of a class that stands in a line, and where its rule is. */
  tell: (text: string, line: number) => Promise<{ lines: readonly string[]; rule: string } | null>;
  /** Something was typed. Torn is whether a tag or a comment is not whole yet. */
  onType: (text: string, torn: boolean) => void;
  /** A line was clicked; from 1. */
  onLine: (line: number) => void;
  /** To the rule of a class. */
  onRule: (text: string) => void;
  onLeave: () => void;
  onUndo: (again: boolean) => void;
}

/** The file of a page, typed into: coloured, its faults underlined, with completion of the kit's classes. */
export default function MarkupEditor({ ref, label, text, marked, was, faults, ...props }: Props) {
  const at = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(null);
  const named = useRef(new Compartment());
  const latest = useRef(props);
  useEffect(() => {
    latest.current = props;
  });
  // What the server has, and what was typed since.
  const base = useRef(Text.of(text.split("\n")));
  const typed = useRef<ChangeSet | null>(null);
  const taking = useRef(false);

  useEffect(() => {
    const tellOf = async (editor: EditorView, place: number) => {
      const word = classAt(editor.state.doc, place);
      if (!word?.text) return null;
      const told = await latest.current.tell(word.text, editor.state.doc.lineAt(place).number);
      return told && { ...told, ...word };
    };
    const complete = async (context: CompletionContext): Promise<CompletionResult | null> => {
      const word = classAt(context.state.doc, context.pos);
      if (!word || (word.from === context.pos && !context.explicit)) return null;
      const options = (await latest.current.classes()).map((c) => ({
        label: c.text,
        type: "class",
        detail: c.says[0] ?? "",
        info: () => aside([...c.says, ...(c.widths ? [c.widths] : [])]),
      }));
      return { from: word.from, to: word.to, options, validFor: /^[^\s"'<>]*$/ };
    };
    const hover = hoverTooltip(async (editor, place) => {
      const told = await tellOf(editor, place);
      if (!told) return null;
      const create = (): TooltipView => {
        const dom = aside(told.lines);
        if (told.rule) {
          const button = document.createElement("button");
          button.textContent = told.rule;
          button.onclick = () => latest.current.onRule(told.text);
          dom.append(button);
        }
        return { dom };
      };
      return { pos: told.from, end: told.to, above: true, create };
    });
    const toRule = (editor: EditorView) => {
      const word = classAt(editor.state.doc, editor.state.selection.main.head);
      if (word?.text) latest.current.onRule(word.text);
      return word !== null;
    };
    const step = (again: boolean) => () => {
      latest.current.onUndo(again);
      return true;
    };
    // As in CodeView: its styles live in a tree of its own.
    const root = at.current!.shadowRoot ?? at.current!.attachShadow({ mode: "open" });
    const editor = new EditorView({
      root,
      parent: root,
      state: EditorState.create({
        doc: base.current,
        extensions: [
          lineNumbers(),
          foldGutter(),
          codeFolding(),
          htmlLanguage,
          htmlLanguage.data.of({ autocomplete: complete }),
          htmlLanguage.data.of({
            autocomplete: (c: CompletionContext) => (classAt(c.state.doc, c.pos) ? null : htmlCompletionSource(c)),
          }),
          autoCloseTags,
          autocompletion(),
          hover,
          bracketMatching(),
          indentOnInput(),
          indentUnit.of("  "),
          EditorView.lineWrapping,
          hanging,
          // The history is the page's: it takes back what is typed here like any other edit.
          keymap.of([
            { key: "Mod-z", run: step(false), preventDefault: true },
            { key: "Mod-Shift-z", run: step(true), preventDefault: true },
            { key: "Mod-y", run: step(true), preventDefault: true },
            { key: "Alt-Enter", run: toRule },
            ...completionKeymap,
            ...foldKeymap,
            ...defaultKeymap,
            indentWithTab,
          ]),
          named.current.of([]),
          dyes,
          look,
          marks,
          changed,
          EditorView.updateListener.of((u) => {
            if (!u.docChanged || taking.current) return;
            typed.current = typed.current ? typed.current.compose(u.changes) : u.changes;
            const now = u.state.doc.toString();
            const torn = tornAt(now, u.state.selection.main.head);
            u.view.dispatch(setDiagnostics(u.state, torn === null ? [] : [half(u.state.doc, torn)]));
            latest.current.onType(now, torn !== null);
          }),
          EditorView.domEventHandlers({
            click(event, editor) {
              const place = editor.posAtCoords({ x: event.clientX, y: event.clientY });
              if (place !== null && editor.state.selection.main.empty)
                latest.current.onLine(editor.state.doc.lineAt(place).number);
            },
            blur: () => latest.current.onLeave(),
          }),
        ],
      }),
    });
    view.current = editor;
    return () => editor.destroy();
  }, []);

  useEffect(() => {
    view.current?.dispatch({
      effects: named.current.reconfigure(EditorView.contentAttributes.of({ "aria-label": label, tabindex: "0" })),
    });
  }, [label]);

  // What the server has by now comes in; what was typed since stays.
  useEffect(() => {
    const editor = view.current;
    if (!editor) return;
    const now = editor.state.doc.toString();
    if (now === text) {
      base.current = editor.state.doc;
      typed.current = null;
      return;
    }
    const theirs = turned(base.current, text);
    if (!theirs) return;
    const ours = typed.current;
    taking.current = true;
    editor.dispatch({ changes: ours ? theirs.map(ours) : theirs });
    taking.current = false;
    typed.current = ours?.map(theirs, true) ?? null;
    base.current = theirs.apply(base.current);
  }, [text]);

  useEffect(() => {
    const editor = view.current;
    if (!editor) return;
    const all = was === undefined || editor.hasFocus ? [] : changesOf(was, editor.state.doc.toString());
    editor.dispatch({ effects: change.of(all) });
    if (all[0]) editor.dispatch({ effects: EditorView.scrollIntoView(all[0].from, { y: "center" }) });
  }, [was, text]);

  const [first, last] = [marked?.first, marked?.last];
  useEffect(() => {
    const editor = view.current;
    if (!editor) return;
    const lines = first && last ? { first, last } : undefined;
    editor.dispatch({ effects: mark.of(lines) });
    if (!lines || editor.hasFocus) return;
    const from = editor.state.doc.line(Math.min(lines.first, editor.state.doc.lines)).from;
    editor.dispatch({ effects: EditorView.scrollIntoView(from, { y: "start", yMargin: 40 }) });
  }, [first, last]);

  useEffect(() => {
    const editor = view.current;
    if (!editor) return;
    const { doc } = editor.state;
    const all = faults.filter((f) => f.line > 0 && f.line <= doc.lines).map((f) => underlined(doc, f));
    if (tornAt(doc.toString(), editor.state.selection.main.head) === null || !editor.hasFocus)
      editor.dispatch(setDiagnostics(editor.state, all));
  }, [faults]);

  useImperativeHandle(ref, () => ({
    kept: (sent) => {
      const editor = view.current;
      const ours = turned(base.current, sent);
      if (!editor || !ours) return;
      base.current = ours.apply(base.current);
      typed.current = turned(base.current, editor.state.doc.toString());
    },
    enter: (line) => {
      const editor = view.current;
      if (!editor) return;
      const { from } = editor.state.doc.line(Math.min(Math.max(1, line), editor.state.doc.lines));
      editor.dispatch({ selection: { anchor: from }, effects: EditorView.scrollIntoView(from, { y: "center" }) });
      editor.focus();
    },
    text: () => view.current?.state.doc.toString(),
  }));

  return <div ref={at} className="h-full min-h-0" />;
}

/** The changes that make a text of a document, line by line; null where they are the same. */
function turned(doc: Text, text: string): ChangeSet | null {
  const was = doc.toString();
  const other = between(was, text);
  if (!other) return null;
  const all = changesOf(was, text).map(({ from, to, was: old }) => ({ from, old, insert: text.slice(from, to) }));
  let shift = 0;
  const changes = all.map(({ from, old, insert }) => {
    const at = from - shift;
    shift += insert.length - old.length;
    return { from: at, to: at + old.length, insert };
  });
  if (changes.every((c) => c.to <= was.length)) {
    const set = ChangeSet.of(changes, was.length);
    if (set.apply(doc).eq(Text.of(text.split("\n")))) return set;
  }
  // At the very end a line has no end of its own: as one change.
  const insert = text.slice(other.from, text.length - other.end);
  return ChangeSet.of({ from: other.from, to: was.length - other.end, insert }, was.length);
}

/** A tag or a comment that is not whole. */
function half(doc: Text, from: number): Diagnostic {
  return { from, to: doc.lineAt(from).to, severity: "info", message: "Not whole yet: the lanes wait for its end." };
}

/** A finding as it is underlined: the tag or the word that it is about. */
function underlined(doc: Text, { line, column, text, severity }: Fault): Diagnostic {
  const { from, text: all } = doc.line(line);
  const start = Math.min(column - 1, all.length);
  const length = /^(<\/?[\w:-]+|[^\s"'<>=]+|.)?/.exec(all.slice(start))![0].length;
  return {
    from: from + start,
    to: from + start + length,
    severity: severity === "broken" ? "error" : severity === "surprise" ? "warning" : "info",
    message: text,
  };
}

/** Lines beside a completion or a class. */
function aside(lines: readonly string[]): HTMLElement {
  const dom = document.createElement("div");
  dom.className = "cm-told";
  for (const line of lines) dom.append(Object.assign(document.createElement("div"), { textContent: line }));
  return dom;
}
