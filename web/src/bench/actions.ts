import type { Bench, Operation, SheetNode } from "../api/client";
import type { Deed } from "../api/deed";
import { lineStore } from "../api/edits";
import { lookingStore } from "../api/look";
import { nodesOf, outermost } from "./cells";
import { placed, show } from "./findings";
import { wordsOf } from "./WordsField";
import { laneStore } from "./laneView";
import { type Spot, viewStore } from "./view";

/** What actions are done with. */
export interface Acting {
  bench: Bench;
  /** The selected node, and its cell. */
  node: SheetNode | undefined;
  spot: Spot | null;
  /** The breakpoint in focus. */
  focus: string;
  onDo: (deed: Deed) => Promise<Bench | null>;
  /** To the add row box. */
  addRow: () => void;
  open: (dialog: "commands" | "keys" | "fill") => void;
  navigate: (address: string) => void;
}

/** Something that can be done, by its keys, from a menu and from the command search. */
export interface Action {
  id: string;
  /** As they are shown, such as Shift+Alt+↓; several with " or " between. */
  keys?: string;
  label: string | ((c: Acting) => string);
  /** What the list of keys says, where that is not the label. */
  help?: string;
  group: "node" | "sheet" | "page";
  /** Other words it is found by. */
  words?: string;
  when?: (c: Acting) => boolean;
  /** What is to be done first, where its keys are pressed and it cannot be done. */
  needs?: string;
  /** When its keys do it, if not always. */
  keyed?: (c: Acting) => boolean;
  do: (c: Acting) => unknown;
}

const kind = (c: Acting) => c.node?.kind;
const holdsColumns = (c: Acting) => kind(c) === "row" || kind(c) === "column";
/** What has cells that can be typed into. */
const hasCells = (c: Acting) => holdsColumns(c) || kind(c) === "block";
const editable = (c: Acting) => hasCells(c) && c.spot?.breakpoint != null;
const breakpoint = (c: Acting) => c.spot?.breakpoint ?? c.focus;

/** Does something and selects what it made or left. */
async function act(c: Acting, operation: Operation) {
  const made = await c.onDo(operation);
  if (made?.select) viewStore.getState().go({ node: made.select, breakpoint: c.spot?.breakpoint ?? null });
}

/** Does something to the selected node. */
const on = (operation: (node: SheetNode, c: Acting) => Operation) => (c: Acting) =>
  c.node && void act(c, operation(c.node, c));

/** Goes to the finding after the one shown last, or before it, and shows it among the others. */
function showFinding(bench: Bench, by: 1 | -1) {
  const all = placed(bench);
  const { finding, setPanel, check } = viewStore.getState();
  const at = ((((finding === null && by < 0 ? 0 : (finding ?? -1)) + by) % all.length) + all.length) % all.length;
  setPanel("checks");
  check(at);
  show(bench, all[at]!);
}

const siblings = (c: Acting) => c.bench.nodes.filter((n) => c.node && n.parent === c.node.parent && n.id !== c.node.id);

/** Those that are made alike: what is selected with the node, else its siblings. */
function likes(c: Acting): string[] {
  const among = new Set(nodesOf(viewStore.getState().cells));
  const all = among.size > 1 ? c.bench.nodes.filter((n) => among.has(n.id)) : siblings(c);
  return all.filter((n) => n.kind === c.node?.kind && n.id !== c.node.id).map((n) => n.id);
}

/** Whether the node is an element of a page from markup that is no part of the grid. */
const isBare = (c: Acting) =>
  c.bench.can.mark && (kind(c) === "element" || kind(c) === "block" || kind(c) === "section");

/** The selected nodes. */
function chosen(c: Acting): string[] {
  const among = nodesOf(viewStore.getState().cells);
  return among.length > 1 ? among : c.node ? [c.node.id] : [];
}

/** The selected nodes or, where that is one, it and its siblings with the same element and classes. */
function alike(c: Acting): string[] {
  const all = chosen(c);
  const node = c.node;
  if (all.length > 1 || !node) return all;
  const same = (n: SheetNode) =>
    n.parent === node.parent &&
    n.kind === node.kind &&
    n.element === node.element &&
    String(n.classes) === String(node.classes);
  return c.bench.nodes.filter(same).map((n) => n.id);
}

/** Several nodes that are selected, in words, or the one. */
const several = (c: Acting) => (chosen(c).length > 1 ? `${chosen(c).length} nodes` : "it");

/** The column whose blocks are shown or hidden; empty where that is none. */
function columnOf(c: Acting): string {
  const column = kind(c) === "block" ? c.node!.parent : isColumn(c) ? c.node!.id : "";
  const isColumnId = c.bench.nodes.some((n) => n.id === column && n.kind === "column");
  return isColumnId && c.bench.nodes.some((n) => n.parent === column && n.kind === "block") ? column : "";
}

/** How what is selected is wrapped most often. */
function wrapping(c: Acting): { label: string; do: (c: Acting) => unknown } {
  const all = chosen(c);
  if (isColumn(c) && all.length > 1)
    return {
      label: `Wrap ${all.length} columns in one`,
      do: () => void act(c, { wrap: { nodes: all, as: "column" } }),
    };
  if (!isFrame(c) && (all.length > 1 || kind(c) === "block" || kind(c) === "element"))
    return {
      label: `Wrap ${several(c)} in a row`,
      do: () => void act(c, { wrap: { nodes: all, as: "row", breakpoint: breakpoint(c) } }),
    };
  const label = isColumn(c) ? "Wrap its content in a row" : isFrame(c) ? "Wrap it in a section" : "Wrap it";
  return { label, do: on((n) => ({ wrap: { node: n.id } })) };
}

/** One operation of those that do the same to each of several nodes. */
function each(all: string[], make: (node: string) => Operation, summary: string): Operation {
  return all.length > 1 ? { together: { steps: all.map(make), summary } } : make(all[0]!);
}

/** The selected nodes, without those that stand in others of them. */
const outer = (c: Acting) => outermost(c.bench, nodesOf(viewStore.getState().cells), c.node!.id);

const step = (by: { width?: number; skip?: number }) =>
  on((n, c) => ({ step: { node: n.id, breakpoint: breakpoint(c), ...by } }));
const isColumn = (c: Acting) => kind(c) === "column";
const isFrame = (c: Acting) => kind(c) === "container" || kind(c) === "section";

function nextFocus(c: Acting, by: number): string | undefined {
  const names = c.bench.breakpoints.map((b) => b.name);
  return names[names.indexOf(c.focus) + by];
}

/** The columns of the row, at the breakpoint selected or in focus. */
function gatherRow(c: Acting) {
  const row = kind(c) === "row" ? c.node!.id : c.node!.parent;
  const all = c.bench.nodes.filter((n) => n.kind === "column" && n.parent === row);
  const at = { node: isColumn(c) ? c.node!.id : (all[0]?.id ?? ""), breakpoint: breakpoint(c) };
  if (all.length > 0)
    viewStore.getState().gather(
      at,
      all.map((n) => `${n.id}/${at.breakpoint}`),
    );
}

/** Where the page is among the pages. */
const pageAt = (c: Acting) => c.bench.pages.findIndex((p) => p.id === c.bench.page.id);

const here = (c: Acting) => `/${c.bench.project.id}/${c.bench.page.id}`;

/** Everything there is to do on the Bench. */
export const actions: readonly Action[] = [
  {
    id: "column",
    keys: "N",
    label: "New column",
    group: "node",
    needs: "Select a row or a column first.",
    when: holdsColumns,
    do: on((n) => ({ addColumn: { near: n.id } })),
  },
  {
    id: "columnBefore",
    keys: "Shift+N",
    label: "New column before",
    group: "node",
    needs: "Select a row or a column first.",
    when: holdsColumns,
    do: on((n) => ({ addColumn: { near: n.id, before: true } })),
  },
  {
    id: "rowInside",
    keys: "R",
    label: "Row inside",
    group: "node",
    words: "nest nested",
    needs: "Select a section, a container or a column first.",
    when: (c) => c.node !== undefined && kind(c) !== "row" && kind(c) !== "block",
    do: on((n, c) => ({ addRow: { inside: n.id, recipe: "", breakpoint: breakpoint(c) } })),
  },
  {
    id: "rowBefore",
    label: "Row before",
    group: "node",
    needs: "Select a row or a column first.",
    when: holdsColumns,
    do: on((n, c) => ({ addRow: { near: n.id, before: true, recipe: "x1", breakpoint: c.focus } })),
  },
  {
    id: "wrap",
    keys: "W",
    label: (c) => wrapping(c).label,
    help: "Wrap: several as the columns of a row, columns in one; content in a row, a row in a container",
    group: "node",
    words: "group around",
    do: (c) => wrapping(c).do(c),
  },
  {
    id: "wrapColumn",
    keys: "Shift+W",
    label: (c) => `Wrap ${several(c)} in one column`,
    help: "Wrap in one column",
    group: "node",
    words: "group around",
    needs: "Select rows, columns or what is in a column first.",
    when: (c) => !isFrame(c),
    do: (c) => void act(c, { wrap: { nodes: chosen(c), as: "column" } }),
  },
  {
    id: "wrapRow",
    label: (c) => (isColumn(c) ? `Put ${several(c)} in a row of their own` : `Wrap ${several(c)} in a row`),
    group: "node",
    words: "group around",
    when: (c) => !isFrame(c),
    do: (c) => void act(c, { wrap: { nodes: chosen(c), as: "row", breakpoint: breakpoint(c) } }),
  },
  {
    id: "wrapContainer",
    label: (c) => `Wrap ${several(c)} in a container`,
    group: "node",
    words: "group around",
    when: (c) => kind(c) === "row" || isBare(c),
    do: (c) => void act(c, { wrap: { nodes: chosen(c), as: "container" } }),
  },
  {
    id: "wrapSection",
    label: (c) => `Wrap ${several(c)} in a section`,
    group: "node",
    words: "group around",
    when: (c) => isFrame(c) || isBare(c),
    do: (c) => void act(c, { wrap: { nodes: chosen(c), as: "section" } }),
  },
  {
    id: "unwrap",
    keys: "U",
    label: (c) => `Take ${several(c)} apart`,
    help: "Take apart: what is in it stands in its place",
    group: "node",
    words: "ungroup unwrap remove around",
    needs: "A block holds nothing.",
    when: (c) => kind(c) !== "block",
    do: (c) => void act(c, { unwrap: { nodes: chosen(c) } }),
  },
  {
    id: "blocks",
    keys: "B",
    label: (c) => (viewStore.getState().unfolded.has(columnOf(c)) ? "Hide its blocks" : "Show its blocks"),
    help: "Show what is in a column as lines of the sheet",
    group: "sheet",
    words: "unfold expand content",
    needs: "Select a column with content first.",
    when: (c) => columnOf(c) !== "",
    do: (c) => {
      const column = columnOf(c);
      const { unfold, unfolded, go } = viewStore.getState();
      if (unfolded.has(column) && kind(c) === "block") go({ node: column, breakpoint: null });
      unfold([column], !unfolded.has(column));
    },
  },
  {
    id: "container",
    keys: "F",
    label: (c) => (kind(c) === "section" ? "Container inside" : "Container after"),
    help: "New container after, or inside a section",
    group: "node",
    do: on((n) => ({ addContainer: { near: n.id, inside: n.kind === "section" } })),
  },
  {
    id: "containerBefore",
    label: "Container before",
    group: "node",
    do: on((n) => ({ addContainer: { near: n.id, before: true } })),
  },
  {
    id: "section",
    keys: "Shift+F",
    label: "Section after",
    group: "node",
    do: on((n) => ({ addSection: { near: n.id } })),
  },
  {
    id: "sectionBefore",
    label: "Section before",
    group: "node",
    do: on((n) => ({ addSection: { near: n.id, before: true } })),
  },
  {
    id: "sectionInside",
    label: "Section inside",
    group: "node",
    needs: "Select a section first.",
    when: (c) => kind(c) === "section",
    do: on((n) => ({ addSection: { near: n.id, inside: true } })),
  },
  {
    id: "asContainer",
    keys: "Shift+C",
    label: "Make it a container",
    group: "node",
    words: "class mark",
    needs: "Select an element outside the grid first, on a page from markup.",
    when: isBare,
    do: (c) => void act(c, { mark: { nodes: chosen(c), as: "container" } }),
  },
  {
    id: "bodyAsContainer",
    label: "Make the body the container",
    group: "page",
    words: "class mark page",
    needs: "Open a page from markup without a container first.",
    when: (c) => c.bench.can.mark && !c.bench.nodes.some((n) => n.kind === "container"),
    do: (c) => void act(c, { mark: { nodes: ["body"], as: "container" } }),
  },
  {
    id: "asRow",
    keys: "Shift+R",
    label: "Make it a row of columns",
    help: "Make an element a row, and what stands in it its columns",
    group: "node",
    words: "class mark",
    needs: "Select an element outside the grid first, on a page from markup.",
    when: isBare,
    do: (c) => void act(c, { mark: { nodes: chosen(c), as: "row", children: true } }),
  },
  {
    id: "asColumn",
    keys: "Shift+L",
    label: (c) => (alike(c).length > 1 ? `Make ${alike(c).length} alike columns` : "Make it a column"),
    help: "Make an element and those like it beside it columns",
    group: "node",
    words: "class mark",
    needs: "Select an element that stands straight in a row first, on a page from markup.",
    when: (c) => isBare(c) && c.bench.nodes.find((n) => n.id === c.node?.parent)?.kind === "row",
    do: (c) => void act(c, { mark: { nodes: alike(c), as: "column" } }),
  },
  {
    id: "asElement",
    keys: "Shift+X",
    label: "Take it out of the grid",
    help: "Take the classes of the grid from an element",
    group: "node",
    words: "class unmark",
    needs: "Select a container, a row or a column first, on a page from markup.",
    when: (c) => c.bench.can.mark && (holdsColumns(c) || kind(c) === "container"),
    do: (c) => void act(c, { mark: { nodes: chosen(c), as: "element" } }),
  },
  {
    id: "duplicate",
    keys: "D",
    label: (c) => (chosen(c).length > 1 ? `Duplicate ${chosen(c).length} nodes` : "Duplicate"),
    help: "Duplicate",
    group: "node",
    do: (c) => {
      const all = outer(c);
      void act(
        c,
        each(all, (node) => ({ duplicate: { node } }), `Duplicate ${all.length} nodes`),
      );
    },
  },
  {
    id: "delete",
    keys: "Delete or Backspace",
    label: (c) => (chosen(c).length > 1 ? `Delete ${chosen(c).length} nodes` : "Delete"),
    help: "On a name: delete the node",
    group: "node",
    words: "remove",
    keyed: (c) => !editable(c),
    do: (c) => {
      const all = outer(c);
      void act(
        c,
        each(all, (node) => ({ remove: { node } }), `Delete ${all.length} nodes`),
      );
    },
  },
  {
    id: "up",
    keys: "Alt+↑",
    label: "Move up",
    group: "node",
    needs: "Nothing stands before it.",
    when: (c) => (c.node?.index ?? 0) > 0,
    do: on((n) => ({ move: { node: n.id, parent: n.parent, index: n.index - 1 } })),
  },
  {
    id: "down",
    keys: "Alt+↓",
    label: "Move down",
    group: "node",
    needs: "Nothing comes after it.",
    when: (c) => (c.node?.index ?? 0) < siblings(c).length,
    do: on((n) => ({ move: { node: n.id, parent: n.parent, index: n.index + 1 } })),
  },
  {
    id: "on",
    keys: "Shift+Alt+↓",
    label: "Move down, into the next row or column if needed",
    group: "node",
    do: on((n) => ({ hop: { node: n.id, by: 1 } })),
  },
  {
    id: "back",
    keys: "Shift+Alt+↑",
    label: "Move up, into the next row or column if needed",
    group: "node",
    do: on((n) => ({ hop: { node: n.id, by: -1 } })),
  },
  {
    id: "narrower",
    keys: "Alt+←",
    label: "One unit narrower",
    group: "node",
    words: "take span width",
    needs: "Select a column first.",
    when: isColumn,
    do: step({ width: -1 }),
  },
  {
    id: "wider",
    keys: "Alt+→",
    label: "One unit wider",
    group: "node",
    words: "take span width",
    needs: "Select a column first.",
    when: isColumn,
    do: step({ width: 1 }),
  },
  {
    id: "skipLess",
    keys: "Shift+Alt+←",
    label: "Skip one unit less",
    group: "node",
    words: "offset push",
    needs: "Select a column first.",
    when: isColumn,
    do: step({ skip: -1 }),
  },
  {
    id: "skipMore",
    keys: "Shift+Alt+→",
    label: "Skip one unit more",
    group: "node",
    words: "offset push",
    needs: "Select a column first.",
    when: isColumn,
    do: step({ skip: 1 }),
  },
  {
    id: "alike",
    keys: "L",
    label: "Give its siblings the same settings",
    help: "Give its siblings, or the selected nodes, the same settings",
    group: "node",
    words: "same copy settings",
    needs: "Select a row or a column that has siblings first.",
    when: (c) => holdsColumns(c) && likes(c).length > 0,
    do: (c) => void c.onDo({ alike: { node: c.node!.id, to: likes(c) } }),
  },
  {
    id: "rename",
    keys: "F2 or Enter",
    label: "Rename",
    help: "On a name: rename",
    group: "sheet",
    keyed: (c) => c.spot?.breakpoint === null,
    do: (c) => {
      viewStore.getState().go({ node: c.node!.id, breakpoint: null });
      viewStore.getState().write({ node: c.node!.id, what: "name" });
    },
  },
  {
    id: "element",
    keys: "T",
    label: "Change its element",
    group: "sheet",
    words: "tag",
    needs: "Its element is given.",
    when: (c) => !c.node?.item,
    do: (c) => viewStore.getState().write({ node: c.node!.id, what: "element" }),
  },
  {
    id: "words",
    keys: "E",
    label: "Edit its text in place",
    group: "sheet",
    words: "text content",
    needs: "Select a text, or a column with one, first.",
    when: (c) => !!c.node && wordsOf(c.bench, c.node.id) !== null,
    do: (c) => viewStore.getState().edit(wordsOf(c.bench, c.node!.id)),
  },
  {
    id: "place",
    keys: "P",
    label: "Place the next piece of the content sheet",
    group: "sheet",
    needs: "Select a column first.",
    when: isColumn,
    do: (c) => {
      viewStore.getState().pour(true);
      void c.onDo({ place: { column: c.node!.id } });
    },
  },
  {
    id: "row",
    keys: "C",
    label: "Select all columns of the row",
    group: "sheet",
    needs: "Select a row or a column first.",
    when: holdsColumns,
    do: gatherRow,
  },
  {
    id: "settings",
    keys: "S",
    label: "All settings",
    group: "sheet",
    words:
      "width span offset push pull margin padding space order align hide show visibility gutter gap spread justify nesting",
    do: (c) => viewStore.getState().open({ node: c.node!.id, breakpoint: breakpoint(c) }),
  },
  {
    id: "clear",
    keys: "Delete or Backspace",
    label: "Clear what is set here",
    help: "In a cell: clear what is set here",
    group: "sheet",
    words: "carry reset",
    needs: "Select a row, a column or a block first.",
    when: hasCells,
    keyed: editable,
    do: (c) => {
      const among = viewStore.getState().cells.map((key) => key.split("/"));
      const cells = among.length > 0 ? among : [[c.node!.id, breakpoint(c)]];
      void c.onDo({ type: { cells: cells.map(([node, at]) => ({ node: node!, breakpoint: at! })), text: "" } });
    },
  },
  { id: "addRow", keys: "A", label: "Add a row", help: "To the add row box", group: "page", do: (c) => c.addRow() },
  {
    id: "fill",
    label: (c) => `Fill smaller widths from ${c.focus}`,
    group: "page",
    when: (c) => c.focus !== c.bench.breakpoints[0]?.name,
    do: (c) => c.open("fill"),
  },
  {
    id: "narrowerFocus",
    keys: ",",
    label: "Focus the narrower breakpoint",
    group: "page",
    needs: "This is the narrowest breakpoint.",
    when: (c) => nextFocus(c, -1) !== undefined,
    do: (c) => viewStore.getState().setFocus(nextFocus(c, -1)!),
  },
  {
    id: "widerFocus",
    keys: ".",
    label: "Focus the wider breakpoint",
    group: "page",
    needs: "This is the widest breakpoint.",
    when: (c) => nextFocus(c, 1) !== undefined,
    do: (c) => viewStore.getState().setFocus(nextFocus(c, 1)!),
  },
  {
    id: "code",
    keys: "K",
    label: (c) => (c.bench.can.file ? "Type in its code" : "To its code"),
    help: "To the code of what is selected, with more room for it",
    group: "page",
    words: "html markup source editor",
    do: () => viewStore.getState().enter(),
  },
  { id: "why", label: "Why", group: "page", do: () => viewStore.getState().setPanel("why") },
  {
    id: "checks",
    label: "Checks",
    group: "page",
    words: "problems errors warnings lint validate findings",
    do: () => viewStore.getState().setPanel("checks"),
  },
  {
    id: "nextFinding",
    keys: "F8",
    label: "Next finding",
    group: "page",
    words: "problem error warning",
    needs: "There are no findings.",
    when: (c) => placed(c.bench).length > 0,
    do: (c) => showFinding(c.bench, 1),
  },
  {
    id: "previousFinding",
    keys: "Shift+F8",
    label: "Previous finding",
    group: "page",
    needs: "There are no findings.",
    when: (c) => placed(c.bench).length > 0,
    do: (c) => showFinding(c.bench, -1),
  },
  { id: "content", label: "Content", group: "page", do: () => viewStore.getState().setPanel("content") },
  { id: "history", label: "History", group: "page", do: () => viewStore.getState().setPanel("history") },
  {
    id: "undo",
    keys: "Ctrl+Z",
    label: (c) => (c.bench.undo ? `Undo: ${c.bench.undo}` : "Undo"),
    help: "Undo",
    group: "page",
    needs: "There is nothing to undo.",
    when: (c) => c.bench.undo !== "" || lineStore.getState().waiting > 0, // of an edit on its way
    keyed: () => true,
    do: (c) => void c.onDo("undo"),
  },
  {
    id: "redo",
    keys: "Ctrl+Shift+Z",
    label: (c) => (c.bench.redo ? `Redo: ${c.bench.redo}` : "Redo"),
    help: "Redo",
    group: "page",
    needs: "There is nothing to redo.",
    when: (c) => c.bench.redo !== "" || lineStore.getState().sending.some((kept) => kept.deed === "undo"),
    keyed: () => true,
    do: (c) => void c.onDo("redo"),
  },
  {
    id: "ghosts",
    label: () => (laneStore.getState().ghosts ? "Stop marking hidden columns" : "Mark hidden columns"),
    group: "page",
    do: () => laneStore.setState(({ ghosts }) => ({ ghosts: !ghosts })),
  },
  {
    id: "take",
    label: "Take away the code",
    words: "export download copy markup html css stylesheet mixins",
    group: "page",
    do: (c) => c.navigate(`${here(c)}/take`),
  },
  {
    id: "proof",
    label: "Proof",
    words: "preview browser viewport",
    group: "page",
    do: (c) => c.navigate(`${here(c)}/proof`),
  },
  {
    id: "trace",
    label: "Trace a finished design",
    words: "picture screenshot design overlay draw mockup columns",
    group: "page",
    do: (c) => c.navigate(`${here(c)}/trace`),
  },
  {
    id: "kit",
    label: (c) => `Open the kit ${c.bench.kit.name}`,
    words: "grid columns gutter breakpoint container margin framework",
    group: "page",
    do: (c) => c.navigate(`${here(c)}/kit/${c.bench.kit.id}`),
  },
  {
    id: "ownRules",
    label: (c) => (c.bench.kit.ownRules === "on" ? "Keep to the kit's classes" : "Allow rules of the page's own"),
    group: "page",
    words: "stylesheet missing class",
    when: (c) => c.bench.kit.ownRules !== "none",
    do: (c) => void c.onDo({ ownRules: { allow: c.bench.kit.ownRules === "off" } }),
  },
  {
    id: "mixins",
    label: (c) => (c.bench.mixins === "on" ? "Lay out by classes" : "Lay out by mixins"),
    group: "page",
    words: "scss less selectors clean markup",
    when: (c) => c.bench.mixins !== "none",
    do: (c) => void c.onDo({ mixins: { on: c.bench.mixins === "off" } }),
  },
  {
    id: "lanes",
    keys: "V",
    label: () => (laneStore.getState().shows === "page" ? "Lanes: show boxes" : "Lanes: show the page"),
    help: "Lanes: the page, or boxes",
    group: "page",
    words: "preview content wireframe outline",
    do: () => laneStore.setState(({ shows }) => ({ shows: shows === "page" ? "boxes" : "page" })),
  },
  {
    id: "units",
    keys: "G",
    label: () => (laneStore.getState().units ? "Lanes: hide the grid's units" : "Lanes: show the grid's units"),
    help: "Lanes: the grid's units over the page",
    group: "page",
    words: "overlay columns stripes guides",
    do: () => laneStore.setState(({ units }) => ({ units: !units })),
  },
  {
    id: "design",
    keys: "O",
    label: () => (lookingStore.getState().design > 0 ? "Lanes: hide the design" : "Lanes: show the design"),
    help: "Lanes: the finished design over the page",
    group: "page",
    words: "trace picture compare overlay difference",
    needs: "This page has no finished design: Trace takes one.",
    when: (c) => c.bench.designs.length > 0,
    do: () => lookingStore.getState().setDesign(lookingStore.getState().design > 0 ? 0 : 0.5),
  },
  { id: "newPage", label: "New page", group: "page", do: (c) => void c.onDo({ addPage: {} }) },
  {
    id: "pageDetails",
    label: "Name, title, file…",
    group: "page",
    words: "rename page description language meta head",
    do: () => viewStore.getState().detail(true),
  },
  {
    id: "duplicatePage",
    label: "Duplicate page",
    group: "page",
    words: "copy",
    do: (c) => void c.onDo({ duplicatePage: {} }),
  },
  {
    id: "pageLeft",
    label: "Move page left",
    group: "page",
    words: "order tabs",
    when: (c) => pageAt(c) > 0,
    do: (c) => void c.onDo({ movePage: { index: pageAt(c) - 1 } }),
  },
  {
    id: "pageRight",
    label: "Move page right",
    group: "page",
    words: "order tabs",
    when: (c) => pageAt(c) < c.bench.pages.length - 1,
    do: (c) => void c.onDo({ movePage: { index: pageAt(c) + 1 } }),
  },
  {
    id: "deletePage",
    label: "Delete page",
    group: "page",
    words: "remove",
    when: (c) => c.bench.pages.length > 1,
    do: (c) => void c.onDo({ dropPage: {} }),
  },
  {
    id: "commands",
    keys: "Ctrl+K",
    label: "Find any action, page or node",
    group: "page",
    do: (c) => c.open("commands"),
  },
  { id: "keys", keys: "?", label: "Keys", help: "These keys", group: "page", do: (c) => c.open("keys") },
  { id: "shelf", label: "Shelf", group: "page", do: (c) => c.navigate("/") },
];

/** Whether an action can be done. */
export function can(action: Action, c: Acting): boolean {
  return (action.group === "page" || c.node !== undefined) && (action.when?.(c) ?? true);
}

export const labelOf = (action: Action, c: Acting): string =>
  typeof action.label === "string" ? action.label : action.label(c);

export const actionOf = (id: string): Action => actions.find((a) => a.id === id)!;

interface Pressed {
  key: string;
  ctrlKey: boolean;
  metaKey: boolean;
  altKey: boolean;
  shiftKey: boolean;
}

const arrows: Record<string, string> = { "←": "ArrowLeft", "→": "ArrowRight", "↑": "ArrowUp", "↓": "ArrowDown" };

/** Whether a key is one of those that are shown so. */
function isPressed(keys: string, e: Pressed): boolean {
  return keys.split(" or ").some((shown) => {
    const parts = shown.split("+");
    const name = parts.pop()!;
    const held = (modifier: string) => parts.includes(modifier);
    if (held("Ctrl") !== (e.ctrlKey || e.metaKey) || held("Alt") !== e.altKey) return false;
    if (/^[A-Z]$/.test(name)) return e.key.toUpperCase() === name && held("Shift") === (e.shiftKey || e.key === name);
    if (name.length === 1 && !arrows[name]) return e.key === name; // which key it is depends on the keyboard
    return e.key === (arrows[name] ?? name) && held("Shift") === e.shiftKey;
  });
}

/** Does what a key is for, in the sheet or anywhere, or says why it cannot be done; false where it is for nothing. */
export function press(e: Pressed, groups: readonly Action["group"][], c: Acting): boolean {
  const meant = actions.filter((a) => a.keys && groups.includes(a.group) && isPressed(a.keys, e));
  const action = meant.find((a) => can(a, c) && (a.keyed?.(c) ?? true));
  const [other] = meant;
  if (action) {
    lineStore.setState({ refused: "", offer: null });
    action.do(c);
  } else if (other) {
    const why = other.group !== "page" && !c.node ? "Select something first." : (other.needs ?? "Not here.");
    lineStore.setState({ refused: `${labelOf(other, c)}: ${why}`, offer: null });
  }
  return other !== undefined;
}

/** The keys of the Bench, as they are shown: how the sheet is walked and typed into,
 *  then every action's. The README has the same. */
export const keys: readonly (readonly [keys: string, does: string])[] = [
  ["Arrows, Home, End", "Move around the sheet"],
  ["Shift+arrows · Shift+click", "Select cells from here to there"],
  ["Ctrl+click", "Add a cell to the selection, or take it out"],
  ["6 · 2_6_1 · @4_6 · 1/3 · = · ~ · * · x", "Set the selected cells; in a row /3 or off"],
  ["Enter · Tab", "Set and go down · across"],
  ["Enter, F2", "In a cell: edit it"],
  [
    "Ctrl+C · Ctrl+X · Ctrl+V",
    "Copy, cut or paste a node with everything in it, between pages and projects; pasted text goes to the content sheet",
  ],
  ...actions.flatMap((a) => (a.keys ? [[a.keys, a.help ?? (a.label as string)] as const] : [])),
];
