import { codeFolding, foldGutter, foldKeymap } from "@codemirror/language";
import { Compartment, EditorState, StateEffect, StateField } from "@codemirror/state";
import { Decoration, EditorView, keymap, lineNumbers, WidgetType, type DecorationSet } from "@codemirror/view";
import { useEffect, useRef } from "react";
import { rest } from "../rest";
import { between, changesOf, type Change } from "./change";
import { hanging } from "./hanging";
import { languages, type Language } from "./languages";
import type { Lines } from "./lines";
import { dyes, look } from "./theme";

interface Props {
  /** What the code is, for a reader who does not see it. */
  label: string;
  text: string;
  language: Language;
  /** The lines of the selected node. */
  marked?: Lines | undefined;
  /** The text before an edit: what changed is marked, and what it was is struck out. */
  was?: string | undefined;
  /** A line was chosen; from 1. */
  onLine?: ((line: number) => void) | undefined;
}

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

/** What stood where a text is another now. */
class Old extends WidgetType {
  constructor(readonly text: string) {
    super();
  }
  override eq(other: Old) {
    return other.text === this.text;
  }
  override toDOM() {
    const del = document.createElement("del");
    del.className = "cm-old";
    del.textContent = this.text.length > longest ? `${this.text.slice(0, longest)} …` : this.text.replace(/\n$/, " ");
    return del;
  }
}

/** How much of what stood there is shown, in characters. */
const longest = 600;

const change = StateEffect.define<Change[]>();

/** The stretches that an edit changed, or would change. */
const changed = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(set, transaction) {
    for (const effect of transaction.effects) {
      if (!effect.is(change)) continue;
      return Decoration.set(
        effect.value.flatMap(({ from, to, was }) => [
          ...(was === "" ? [] : [Decoration.widget({ widget: new Old(was), side: -1 }).range(from)]),
          ...(from < to ? [Decoration.mark({ class: "cm-new", attributes: { "data-new": "" } }).range(from, to)] : []),
        ]),
        true,
      );
    }
    return set.map(transaction.changes);
  },
  provide: (field) => EditorView.decorations.from(field),
});

/** Code to be read: coloured, folded, its lines numbered; a node's lines marked,
 *  and lines chosen for their node. */
export default function CodeView({ label, text, language, marked, was, onLine }: Props) {
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
          changed,
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
      const shown = editor.state.doc.toString();
      const other = between(shown, text);
      const changes = other && {
        from: other.from,
        to: shown.length - other.end,
        insert: text.slice(other.from, text.length - other.end),
      };
      const lines = first && last ? { first, last } : undefined;
      const all = was === undefined ? [] : changesOf(was, text);
      editor.dispatch({ ...(changes && { changes }), effects: [mark.of(lines), change.of(all)] });
      if (changes && all[0]) {
        editor.dispatch({ effects: EditorView.scrollIntoView(all[0].from, { y: "center" }) });
        return;
      }
      if (!lines) return;
      const from = editor.state.doc.line(Math.min(lines.first, editor.state.doc.lines)).from;
      editor.dispatch({ effects: EditorView.scrollIntoView(from, { y: "start", yMargin: 40 }) });
    });
    return () => {
      wanted = false;
    };
  }, [text, first, last, was]);

  return <div ref={host} className="h-full min-h-0" />;
}
