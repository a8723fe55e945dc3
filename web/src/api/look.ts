import { create, type StoreApi } from "zustand";

/** How this window looks at pages: what it asks the server to draw. */
interface Looking {
  /** Lane widths in px by breakpoint, where chosen. */
  widths: Record<string, number>;
  /** Whether the code labels the ends of rows. */
  ends: boolean;
  /** How strong finished designs are over the lanes, from 0, where they are not shown, to 1. */
  design: number;
  setWidth: (breakpoint: string, px: number) => void;
  setEnds: (ends: boolean) => void;
  setDesign: (design: number) => void;
}

export const useLooking = create<Looking>()((set) => ({
  widths: {},
  ends: true,
  design: 0,
  setWidth: (breakpoint, px) => set((v) => ({ widths: { ...v.widths, [breakpoint]: px } })),
  setEnds: (ends) => set({ ends }),
  // Lanes take the widths of their designs, in the place of those that were chosen.
  setDesign: (design) => set((v) => ({ design, widths: design > 0 && v.design === 0 ? {} : v.widths })),
}));
/** The same, for what is no component. */
export const lookingStore: StoreApi<Looking> = useLooking;

/** The same, as the API takes it. */
export function useLook() {
  const widths = useLooking((v) => v.widths);
  const ends = useLooking((v) => v.ends);
  const designs = useLooking((v) => v.design > 0);
  return {
    lane: Object.entries(widths).map(([name, px]) => `${name}:${px}`),
    ends,
    ...(designs && { designs }),
  };
}
export type Look = ReturnType<typeof useLook>;
