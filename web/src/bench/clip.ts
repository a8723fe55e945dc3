import type { ClipboardEvent } from "react";
import { partOf, type Place } from "../api/bench";
import { bounds } from "../api/bounds";
import { Refusal, type Bench, type Operation } from "../api/client";
import { formOf } from "../api/content";
import type { Deed } from "../api/deed";
import { plain, lineStore } from "../api/edits";
import { nodesOf, outermost, type cellOf } from "./cells";
import { useView, type Spot, viewStore } from "./view";

/** Copying, cutting and pasting in the sheet: whole nodes, what is typed into cells, and content. */
export function useClip(
  place: Place,
  bench: Bench,
  chosen: (at: Spot) => ReturnType<typeof cellOf>[],
  onDo: (deed: Deed) => Promise<Bench | null>,
) {
  const spot = useView((v) => v.spot);
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
      const why = error instanceof Refusal ? plain(error) : "The server cannot be reached.";
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

  return function clip(event: ClipboardEvent) {
    if (!spot || getSelection()?.isCollapsed === false) return;
    event.preventDefault();
    if (event.type === "paste") return paste(event.clipboardData.getData("text/plain"), spot);
    const nodes = outermost(bench, nodesOf(viewStore.getState().cells), spot.node);
    if (nodes.length > 0) void copy(nodes, event.type === "cut");
  };
}
