import type { Bench, Lane } from "../api/client";
import type { Deed } from "../api/deed";
import { useView, viewStore } from "./view";
import { WordsField } from "./WordsField";

interface Props {
  bench: Bench;
  lane: Lane;
  /** Px on screen for each px of the page. */
  scale: number;
  onDo: (deed: Deed) => Promise<Bench | null>;
}

/** A block's words, edited where they stand in the lane. */
export function InPlace({ bench, lane, scale, onDo }: Props) {
  const editing = useView((v) => v.editing);
  const { edit, seek } = viewStore.getState();
  const block = bench.nodes.find((n) => n.id === editing);
  const box = lane.boxes.find((b) => b.id === editing);
  if (!block?.content || !box?.shown) return null;
  return (
    <WordsField
      block={block}
      onDo={onDo}
      onClose={() => {
        edit(null);
        seek();
      }}
      style={{
        left: Math.max(0, Math.min(box.x * scale, lane.width * scale - 160)),
        top: box.y * scale,
        width: Math.max(160, box.width * scale),
        height: Math.max(64, box.height * scale),
      }}
    />
  );
}
