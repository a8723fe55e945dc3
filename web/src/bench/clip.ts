import { useEffect, useEffectEvent, type RefObject } from "react";
import { partOf, type Place } from "../api/bench";
import { bounds } from "../api/bounds";
import { Refusal, type Bench, type Operation } from "../api/client";
import { formOf } from "../api/content";
import type { Deed } from "../api/deed";
import { plain, lineStore } from "../api/edits";
import { nodesOf, outermost, type cellOf } from "./cells";
import { type Spot, viewStore } from "./view";

/** Copying, cutting and pasting at a spot of the sheet while it has the focus: whole nodes, what is typed into cells, and
 *  content. */
export function useClip(
  sheet: RefObject<HTMLElement | null>,
  spot: Spot | null,
  place: Place,
  bench: Bench,
  chosen: (at: Spot) => ReturnType<typeof cellOf>[],
  onDo: (deed: Deed) => Promise<Bench | null>,
) {
  const { go, pour } = viewStore.getState();

  /** Does something and selects what it made or left. */
  async function act(operation: Operation) {
    const made = await onDo(operation);
    if (made?.select) go({ node: made.select, breakpoint: spot?.breakpoint ?? null });
  }

  /** Copies the selected nodes, as a project file of its own, and takes them away when they are cut. */
  async function copy(nodes: string[], cut: boolean) {
    const what = cut ? "Cut" : "Copy";
    try {
      await navigator.clipboard.writeText(await partOf(place, nodes));
    } catch (error) {
      const why =
        error instanceof Refusal
          ? plain(error)
          : error instanceof DOMException
            ? "The browser does not let the clipboard be written. Allow it for this address."
            : "The server cannot be reached.";
      lineStore.setState({ refused: `${what}: ${why}`, offer: null });
      return;
    }
    const steps = nodes.map((node) => ({ remove: { node } }));
    if (cut) await act(steps.length > 1 ? { together: { steps, summary: `Cut ${steps.length} nodes` } } : steps[0]!);
  }

  /** A short text is something typed, for the cells; any other than a node that was copied is content. */
  function paste(text: string, at: Spot) {
    if (text.length <= bounds.cell && at.breakpoint) void onDo({ type: { cells: chosen(at), text } });
    else if (text.startsWith("{")) void act({ paste: { near: at.node, part: text } });
    else {
      pour(true);
      void onDo({ pour: { text, as: formOf(text) } });
    }
  }

  const clip = useEffectEvent((event: ClipboardEvent) => {
    if (!spot || getSelection()?.isCollapsed === false) return;
    if (!sheet.current?.contains(document.activeElement)) return;
    event.preventDefault();
    if (event.type === "paste") return paste(event.clipboardData?.getData("text/plain") ?? "", spot);
    const nodes = outermost(bench, nodesOf(viewStore.getState().cells), spot.node);
    if (nodes.length > 0) void copy(nodes, event.type === "cut");
  });
  // Some browsers tell the element that has the focus, others the one that the text cursor would be in.
  useEffect(() => {
    const heard = (event: ClipboardEvent) => clip(event);
    const types = ["copy", "cut", "paste"] as const;
    for (const type of types) document.addEventListener(type, heard);
    return () => types.forEach((type) => document.removeEventListener(type, heard));
  }, []);
}
