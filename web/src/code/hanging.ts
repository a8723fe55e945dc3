import { RangeSetBuilder } from "@codemirror/state";
import { Decoration, EditorView, ViewPlugin, type DecorationSet, type ViewUpdate } from "@codemirror/view";

/** How deep, in characters, a line may stand and still hang. */
const deepest = 24;

const hangs = Array.from({ length: deepest + 1 }, (_, depth) => Decoration.line({ class: `cm-hang-${depth}` }));

/** What is too long for its line goes on under it, four characters further in. */
const look = EditorView.theme(
  Object.fromEntries(
    hangs.map((_, depth) => [
      `.cm-hang-${depth}`,
      { paddingLeft: `calc(6px + ${depth + 4}ch)`, textIndent: `-${depth + 4}ch` },
    ]),
  ),
);

function hung({ state, visibleRanges }: EditorView): DecorationSet {
  const set = new RangeSetBuilder<Decoration>();
  for (const { from, to } of visibleRanges) {
    for (let at = from; at <= to;) {
      const line = state.doc.lineAt(at);
      set.add(line.from, line.from, hangs[Math.min(line.text.search(/\S|$/), deepest)]!);
      at = line.to + 1;
    }
  }
  return set.finish();
}

/** Lines that are wrapped hang under their own indentation. */
export const hanging = [look, ViewPlugin.define((view) => new Hanging(view), { decorations: (plugin) => plugin.set })];

class Hanging {
  set: DecorationSet;
  constructor(view: EditorView) {
    this.set = hung(view);
  }
  update(update: ViewUpdate) {
    if (update.docChanged || update.viewportChanged) this.set = hung(update.view);
  }
}
