import { create, type StoreApi } from "zustand";

/** How a design is looked at. */
interface Tracing {
  /** How strong the picture is, from 0 to 1. */
  fade: number;
  /** How strong the page under it is, from 0 to 1. */
  shown: number;
  grid: "off" | "under" | "over";
  colour: "woad" | "madder" | "weld" | "ink";
  /** Of the grid, from 0 to 1. */
  strength: number;
  /** The picture is moved, and not the frames. */
  moving: boolean;
  set: (to: Partial<Omit<Tracing, "set">>) => void;
}

export const useTracing = create<Tracing>()((set) => ({
  fade: 1,
  shown: 0,
  grid: "over",
  colour: "woad",
  strength: 0.12,
  moving: false,
  set,
}));
/** The same, for what is no component. */
export const tracingStore: StoreApi<Tracing> = useTracing;
