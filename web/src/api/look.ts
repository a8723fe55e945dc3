import { create } from "zustand";

/** How this window looks at pages: what it asks the server to draw. */
interface Looking {
  /** Lane widths in px by breakpoint, where chosen. */
  widths: Record<string, number>;
  /** Whether the code labels the ends of rows. */
  ends: boolean;
  setWidth: (breakpoint: string, px: number) => void;
  setEnds: (ends: boolean) => void;
}

export const useLooking = create<Looking>()((set) => ({
  widths: {},
  ends: true,
  setWidth: (breakpoint, px) => set((v) => ({ widths: { ...v.widths, [breakpoint]: px } })),
  setEnds: (ends) => set({ ends }),
}));

/** The same, as the API takes it. */
export function useLook() {
  const widths = useLooking((v) => v.widths);
  const ends = useLooking((v) => v.ends);
  return { lane: Object.entries(widths).map(([name, px]) => `${name}:${px}`), ends };
}
export type Look = ReturnType<typeof useLook>;
