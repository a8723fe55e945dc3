import { create, type StoreApi } from "zustand";
import { persist } from "zustand/middleware";

/** What lanes show. It is kept in this browser. */
interface LaneView {
  /** The page itself, or the plan alone. */
  shows: "page" | "boxes";
  /** The grid's units are drawn over the page. */
  units: boolean;
  /** Hidden columns are marked. */
  ghosts: boolean;
}

export const useLaneView = create<LaneView>()(
  persist((): LaneView => ({ shows: "page", units: false, ghosts: true }), { name: "kitrows-lanes" }),
);
/** The same, for what is no component. */
export const laneStore: StoreApi<LaneView> = useLaneView;
