import type { Place } from "./bench";
import type { Deed } from "./deed";

/** A deed that the server has not acknowledged, as the browser keeps it. */
export interface Kept {
  /** No other deed has it, so that the server does none twice. */
  id: string;
  /** The window it was done in. */
  window: string;
  /** When it was done; of two, the earlier has the smaller number. */
  at: number;
  place: Place;
  deed: Deed;
  /** Why it was refused when it was sent at last; empty before. */
  refused: string;
}

const prefix = "kitrows.waiting.";

/** How long what this window was before a reload may still hold its name, in ms. */
const releasing = 1500;

/** This window's own name: it outlives a reload, and no other open window has it. */
let own = sessionStorage.getItem("kitrows.window") ?? "";
const claimed = claim();

/** A window holds a lock of its name for as long as it is open. */
async function claim() {
  own ||= crypto.randomUUID().slice(0, 8);
  sessionStorage.setItem("kitrows.window", own);
  const held = await new Promise<boolean>((decide) => {
    const keep = () => {
      decide(true);
      return new Promise(() => {});
    };
    navigator.locks.request(prefix + own, { signal: AbortSignal.timeout(releasing) }, keep).catch(() => decide(false));
  });
  if (held) return;
  own = ""; // this window is a copy of another one
  await claim();
}

let last = 0;

/** Makes a deed of this window to be kept. */
export function newKept(place: Place, deed: Deed): Kept {
  last = Math.max(Date.now(), last + 1);
  return { id: `${own}-${last}`, window: own, at: last, place, deed, refused: "" };
}

/** Keeps a deed until it is dropped. One that is too large for the browser is not kept. */
export function keep(kept: Kept) {
  try {
    localStorage.setItem(prefix + kept.id, JSON.stringify(kept));
  } catch {
    // The window warns when it is left before the deed is on disk.
  }
}

export function drop(kept: Kept) {
  localStorage.removeItem(prefix + kept.id);
}

/** The kept deeds on a project whose window is closed, or is this one: what it left when it
 *  was reloaded. In their order; mine are those of this window. */
export async function left(project: string): Promise<{ kept: Kept; mine: boolean }[]> {
  await claimed;
  const { held = [] } = await navigator.locks.query();
  const open = new Set(held.map((lock) => lock.name));
  return Object.keys(localStorage)
    .filter((key) => key.startsWith(prefix))
    .map((key) => parsed(localStorage.getItem(key)))
    .filter((kept) => kept !== null)
    .filter((kept) => kept.place.project === project)
    .map((kept) => ({ kept, mine: kept.window === own }))
    .filter(({ kept, mine }) => mine || !open.has(prefix + kept.window))
    .sort((a, b) => a.kept.at - b.kept.at);
}

/** A deed as it was kept; null of one that is damaged, which keeps none of the others. */
function parsed(text: string | null): Kept | null {
  try {
    const kept = JSON.parse(text ?? "null") as Partial<Kept> | null;
    const whole =
      typeof kept?.id === "string" &&
      typeof kept.window === "string" &&
      typeof kept.at === "number" &&
      typeof kept.place?.project === "string" &&
      typeof kept.place.page === "string" &&
      kept.deed != null;
    return whole ? { ...(kept as Kept), refused: kept.refused ?? "" } : null;
  } catch {
    return null;
  }
}

/** Calls with the id of a deed that another window has dropped. */
export function onDropped(call: (id: string) => void): () => void {
  const listen = (event: StorageEvent) => {
    if (event.key?.startsWith(prefix) && event.newValue === null) call(event.key.slice(prefix.length));
  };
  addEventListener("storage", listen);
  return () => removeEventListener("storage", listen);
}

/** A deed in a few words. */
export function wordsOf(deed: Deed): string {
  if (typeof deed === "string") return deed === "undo" ? "Undo" : "Redo";
  if ("to" in deed) return `Back to ${deed.name || `revision ${deed.to}`}`;
  if (deed.type) {
    const [first, ...others] = deed.type.cells;
    return `“${deed.type.text}” in ${others.length ? `${others.length + 1} cells` : "a cell"} at ${first!.breakpoint}`;
  }
  const name = Object.keys(deed).find((key) => key !== "page") ?? "edit";
  const words = name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
  return words[0]!.toUpperCase() + words.slice(1);
}
