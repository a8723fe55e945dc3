import { create, type StoreApi } from "zustand";
import { persist } from "zustand/middleware";
import type { As } from "../api/code";
import { dye } from "./dyes";
import { usual, type Ways } from "./ways";

/** Whether the kit's grid lies over the page, under it, or is left out. */
export type GridAt = "off" | "under" | "over";

/** Of which boxes gutters, edges, padding and margins are drawn. */
export type BoxesOf = "none" | "pointed" | "all";

/** How many widths may stand side by side. */
export const mostPanes = 4;

/** How the Proof is looked at. It is this window's own, but for what is drawn over pages, which is kept in this browser. */
interface View {
  /** The widths of the viewports that stand side by side, in px; empty before one is chosen. */
  widths: readonly number[];
  /** Which of them the bar is about. */
  active: number;
  as: As;
  held: boolean;
  grid: GridAt;
  colour: string;
  /** Of the grid, in per cent. */
  strength: number;
  boxes: BoxesOf;
  /** Columns are tinted. */
  tint: boolean;
  /** Hidden columns are marked. */
  ghosts: boolean;
  ways: Ways;
  set: (view: Partial<View>) => void;
  /** Gives the active pane another width. */
  setWidth: (px: number) => void;
}

/** The colours that the grid is offered in: dyes that are seen on light and on dark pages. */
export const colours = [
  [dye.woad, "Woad"],
  [dye.madder, "Madder"],
  [dye.weld, "Weld"],
  [dye.ink, "Ink"],
  [dye.white, "White"],
] as const;

export const useProof = create<View>()(
  persist(
    (set) => ({
      widths: [],
      active: 0,
      as: "classes",
      held: false,
      grid: "off",
      colour: colours[0][0],
      strength: 20,
      boxes: "none",
      tint: false,
      ghosts: false,
      ways: usual,
      set: (view) => set(view),
      setWidth: (px) => set((v) => ({ widths: v.widths.map((w, i) => (i === v.active ? px : w)) })),
    }),
    {
      name: "kitrows-proof",
      partialize: ({ grid, colour, strength, boxes, tint, ghosts }) => ({
        grid,
        colour,
        strength,
        boxes,
        tint,
        ghosts,
      }),
    },
  ),
);
/** The same, for what is no component. */
export const proofStore: StoreApi<View> = useProof;
