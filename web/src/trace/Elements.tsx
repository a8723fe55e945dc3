import type { SheetNode } from "../api/client";
import type { TracedFrame } from "../api/traced";
import { Button } from "../parts/Button";
import { carried } from "./Stage";

interface Props {
  nodes: readonly SheetNode[];
  frames: readonly TracedFrame[];
  chosen: string | null;
  onMatch: (id: string, node: string) => void;
  onMatchAll: () => void;
}

/** The elements of the page that no frame is matched to: dragged onto a frame, or clicked for the one that is chosen. */
export function Elements({ nodes, frames, chosen, onMatch, onMatchAll }: Props) {
  const taken = new Set(frames.map((f) => f.node));
  const left = nodes.filter((n) => canMatch(n) && !taken.has(n.id));
  if (left.length === 0) return null;
  return (
    <details className="text-[12px]">
      <summary className="cursor-pointer">
        Elements of the page <span className="text-ink-2">{left.length} not matched</span>
      </summary>
      <p className="my-1 text-ink-2">
        {chosen ? "Click what the chosen frame shows, or drag it" : "Drag each"} onto its frame.
      </p>
      <ul aria-label="Elements" className="flex max-h-24 flex-wrap gap-1 overflow-y-auto [scrollbar-width:thin]">
        {left.map((n) => (
          <li key={n.id}>
            <Button
              size="tiny"
              draggable
              disabled={!chosen}
              onDragStart={(e) => e.dataTransfer.setData(carried, n.id)}
              onClick={() => onMatch(chosen!, n.id)}
            >
              {n.name}
            </Button>
          </li>
        ))}
      </ul>
      <Button size="tiny" className="mt-1" disabled={frames.length === 0} onClick={onMatchAll}>
        Match all in order
      </Button>
    </details>
  );
}

/** Whether a frame can be matched to it: a column, or an element that can become one. */
export const canMatch = (n: SheetNode) => n.kind === "column" || n.kind === "element";

/** The frames with those that are not matched yet matched to the elements that are left, in their order. Where the page
 *  has columns, only those count. */
export function matchedInOrder(frames: readonly TracedFrame[], nodes: readonly SheetNode[]): Map<string, string> {
  const taken = new Set(frames.map((f) => f.node));
  const columns = nodes.filter((n) => n.kind === "column");
  const left = (columns.length > 0 ? columns : nodes.filter(canMatch)).filter((n) => !taken.has(n.id));
  const pairs = new Map<string, string>();
  for (const f of frames) {
    const next = f.node ? undefined : left.shift();
    if (next) pairs.set(f.id, next.id);
  }
  return pairs;
}
