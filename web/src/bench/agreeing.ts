import { create, type StoreApi } from "zustand";
import type { Agreement } from "../page/agreement";

/** How the page in each lane agrees with its plan, by the lane's breakpoint. */
export const useAgreement = create<Record<string, Agreement>>()(() => ({}));
/** The same, for what is no component. */
export const agreementStore: StoreApi<Record<string, Agreement>> = useAgreement;
