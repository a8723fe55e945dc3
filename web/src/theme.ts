import { create } from "zustand";
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

const systemDark = matchMedia("(prefers-color-scheme: dark)");

function paint() {
  const { choice } = useTheme.getState();
  const dark = choice === "dark" || (choice === "system" && systemDark.matches);
  document.documentElement.dataset.theme = dark ? "dark" : "light";
}

/** Paints the document in the chosen theme, now and whenever it changes. */
export function followTheme() {
  paint();
  useTheme.subscribe(paint);
  systemDark.addEventListener("change", paint);
}
