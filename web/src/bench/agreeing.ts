import { create } from "zustand";
import type { Agreement } from "../page/agreement";

/** How the page in each lane agrees with its plan, by the lane's breakpoint. */
export const useAgreement = create<Record<string, Agreement>>()(() => ({}));
