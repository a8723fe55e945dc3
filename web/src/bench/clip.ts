import type { ClipboardEvent } from "react";
import { partOf, type Place } from "../api/bench";
import { bounds } from "../api/bounds";
import { Refusal, type Bench, type Operation } from "../api/client";
import { formOf } from "../api/content";
import type { Deed } from "../api/deed";
import { plain, useLine } from "../api/edits";
import type { cellOf } from "./cells";
import { useView, type Spot } from "./view";

/** Copying, cutting and pasting in the sheet: whole nodes, what is typed into cells, and content. */
export function useClip(
  place: Place,
  bench: Bench,
  chosen: (at: Spot) => ReturnType<typeof cellOf>[],
  onDo: (deed: Deed) => Promise<Bench | null>,
) {
  const spot = useView((v) => v.spot);
  const { go, pour } = useView.getState();

  /** Does something and selects what it made or left. */
  async function act(operation: Operation) {
    const made = await onDo(operation);
    if (made?.select) go({ node: made.select, breakpoint: spot?.breakpoint ?? null });
  }

  /** Copies the selected node, as a project file of its own, and takes it away when it is cut. */
  async function copy(node: string, kind: string, cut: boolean) {
    const what = cut ? "Cut" : "Copy";
    if (kind === "element" || kind === "block") {
      useLine.setState({ refused: `${what}: Select a section, a container, a row or a column first.`, offer: null });
      return;
    }
    try {
      await navigator.clipboard.writeText(await partOf(place, node));
    } catch (error) {
      const why = error instanceof Refusal ? plain(error) : "The server cannot be reached.";
      useLine.setState({ refused: `${what}: ${why}`, offer: null });
      return;
    }
    if (cut) await act({ remove: { node } });
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
    const node = bench.nodes.find((n) => n.id === spot.node);
    if (node) void copy(node.id, node.kind, event.type === "cut");
  };
}
