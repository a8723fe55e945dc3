import { create, type StoreApi } from "zustand";
import { persist } from "zustand/middleware";

export type Choice = "system" | "light" | "dark";

interface Theme {
  choice: Choice;
  choose: (choice: Choice) => void;
}

/** The chosen theme, kept in this browser. */
export const useTheme = create<Theme>()(
  persist((set) => ({ choice: "system", choose: (choice) => set({ choice }) }), { name: "kitrows-theme" }),
);
/** The same, for what is no component. */
export const themeStore: StoreApi<Theme> = useTheme;

const systemDark = matchMedia("(prefers-color-scheme: dark)");

function paint() {
  const { choice } = themeStore.getState();
  const dark = choice === "dark" || (choice === "system" && systemDark.matches);
  document.documentElement.dataset.theme = dark ? "dark" : "light";
}

/** Paints the document in the chosen theme, now and whenever it changes. */
export function followTheme() {
  paint();
  themeStore.subscribe(paint);
  systemDark.addEventListener("change", paint);
}
