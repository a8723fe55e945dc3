import { StateEffect, StateField } from "@codemirror/state";
import { Decoration, EditorView, WidgetType, type DecorationSet } from "@codemirror/view";
import type { Change } from "./change";
import type { Lines } from "./lines";

/** Marks lines, or none. */
export const mark = StateEffect.define<Lines | undefined>();
const line = Decoration.line({ class: "cm-marked", attributes: { "data-marked": "" } });

/** The marked lines, which follow the text. */
export const marks = StateField.define<DecorationSet>({
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

/** A line at which something is told. */
export interface ToldAt {
  line: number;
  severity: string;
  text: string;
}

/** Marks the lines at which something is told, each with the sign of how bad it is. */
export const tell = StateEffect.define<readonly ToldAt[]>();

/** The lines at which something is told. */
export const told = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(set, transaction) {
    for (const effect of transaction.effects) {
      if (!effect.is(tell)) continue;
      const { doc } = transaction.state;
      return Decoration.set(
        effect.value
          .filter(({ line }) => line <= doc.lines)
          .map(({ line, severity, text }) =>
            Decoration.line({ attributes: { "data-told": severity, title: text } }).range(doc.line(line).from),
          ),
      );
    }
    return set.map(transaction.changes);
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

/** Marks the stretches that are other than before. */
export const change = StateEffect.define<Change[]>();

/** The stretches that an edit changed, or would change. */
export const changed = StateField.define<DecorationSet>({
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
