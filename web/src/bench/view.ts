import { create, type StoreApi } from "zustand";
import type { Writing } from "./Naming";

/** A cell of the sheet: a node, and a breakpoint or null for the node itself. */
export interface Spot {
  node: string;
  breakpoint: string | null;
}

/** What the side panel shows besides the selection and the code. */
export type Panel = "why" | "checks" | "content" | "styles" | "history";

/** How the Bench is looked at. It is this window's own and no part of the
 *  project. */
interface View {
  /** The page that it is about, by project and page. */
  of: string;
  /** The breakpoint in focus; null before one is chosen. */
  focus: string | null;
  /** The selected cell. */
  spot: Spot | null;
  /** The cells selected together with it, itself among them, as "node/breakpoint";
   *  empty when it is alone. What is typed goes into all of them. */
  cells: readonly string[];
  /** What lanes, panel and code show as selected: the same, but while an edit is
   *  on its way, so that they are drawn once, with its answer. */
  shown: Spot | null;
  /** What was typed and is not answered yet, by node and breakpoint. */
  sent: Readonly<Record<string, Readonly<Record<string, string>>>>;
  /** The keyboard's focus should follow the selection into the sheet. */
  seeking: boolean;
  panel: Panel;
  /** The finding that was shown last, by its place among those of nodes; null for none. */
  finding: number | null;
  /** The content panel shows the content sheet, not what is in the column. */
  pouring: boolean;
  /** The columns whose blocks have lines in the sheet. */
  unfolded: ReadonlySet<string>;
  /** The code has most of the room. */
  wide: boolean;
  /** The keyboard's focus should go into the code, to the selected node. */
  entering: boolean;
  /** What the page is called and says of itself is open. */
  detailed: boolean;
  /** The block that is edited in place, in the lane in focus. */
  editing: string | null;
  /** What of a node is written in the tree. */
  writing: Writing | null;
  /** The cell whose settings are all open. */
  opened: Spot | null;
  write: (writing: Writing | null) => void;
  open: (opened: Spot | null) => void;
  setPanel: (panel: Panel) => void;
  check: (finding: number | null) => void;
  /** Shows what is in the column, or the content sheet. */
  pour: (pouring: boolean) => void;
  edit: (block: string | null) => void;
  setFocus: (focus: string) => void;
  select: (spot: Spot | null) => void;
  /** Selects, and takes the keyboard's focus along. */
  go: (spot: Spot) => void;
  /** Selects several cells, of which spot is the one that is shown. */
  gather: (spot: Spot, cells: string[]) => void;
  /** Goes on to another cell, which is shown as selected at the next catchUp. */
  advance: (spot: Spot) => void;
  /** Shows what was typed into a cell before it is answered. */
  sending: (node: string, breakpoint: string, text: string) => void;
  /** What was sent into a cell is answered: the selection is shown where it went. */
  catchUp: (node: string, breakpoint: string) => void;
  /** Takes the keyboard's focus back to the selection. */
  seek: () => void;
  found: () => void;
  detail: (detailed: boolean) => void;
  /** Shows the blocks of columns in the sheet, or not. */
  unfold: (columns: readonly string[], shown: boolean) => void;
  widen: (wide: boolean) => void;
  /** Gives the code room, and takes the keyboard's focus there. */
  enter: () => void;
  entered: () => void;
  /** Begins anew on another page. */
  reset: (of: string) => void;
}

const start = {
  sent: {},
  focus: null,
  spot: null,
  cells: [],
  shown: null,
  seeking: false,
  editing: null,
  writing: null,
  opened: null,
  unfolded: new Set<string>(),
};

export const useView = create<View>()((set) => ({
  ...start,
  of: "",
  panel: "why",
  finding: null,
  pouring: false,
  wide: false,
  entering: false,
  detailed: false,
  setPanel: (panel) => set({ panel }),
  check: (finding) => set({ finding }),
  pour: (pouring) => set({ panel: "content", pouring }),
  edit: (editing) => set({ editing }),
  write: (writing) => set({ writing }),
  open: (opened) => set({ opened }),
  setFocus: (focus) => set({ focus }),
  select: (spot) => set({ spot, cells: [], shown: spot }),
  go: (spot) => set({ spot, cells: [], shown: spot, seeking: true }),
  gather: (spot, cells) => set({ spot, cells, shown: spot, seeking: true }),
  advance: (spot) => set({ spot, cells: [], seeking: true }),
  sending: (node, breakpoint, text) =>
    set((v) => ({ sent: { ...v.sent, [node]: { ...v.sent[node], [breakpoint]: text } } })),
  catchUp: (node, breakpoint) =>
    set((v) => {
      const { [breakpoint]: _, ...rest } = v.sent[node] ?? {};
      return { shown: v.spot, sent: { ...v.sent, [node]: rest } };
    }),
  seek: () => set({ seeking: true }),
  found: () => set({ seeking: false }),
  detail: (detailed) => set({ detailed }),
  unfold: (columns, shown) =>
    set((v) => {
      const unfolded = new Set(v.unfolded);
      for (const id of columns) {
        if (shown) unfolded.add(id);
        else unfolded.delete(id);
      }
      return { unfolded };
    }),
  widen: (wide) => set({ wide }),
  enter: () => set({ wide: true, entering: true }),
  entered: () => set({ entering: false }),
  reset: (of) => set((v) => (v.of === of ? {} : { ...start, of })),
}));
/** The same, for what is no component. */
export const viewStore: StoreApi<View> = useView;
