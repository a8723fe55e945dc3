import { useMemo } from "react";
import type { Bench } from "../api/client";
import type { Finding } from "./findings";
import { LaneDrawing } from "./LaneDrawing";
import { useView } from "./view";

/** The drawing's width, and how high it is at most, in px. */
const [wide, high] = [92, 84];

/** The row that a finding is about, as it stands in the lane of the finding's first breakpoint, or of the one in focus. */
export function RowPicture({ bench, finding, title }: { bench: Bench; finding: Finding; title: string }) {
  const focus = useView((v) => v.focus);
  const nodes = useMemo(() => new Map(bench.nodes.map((n) => [n.id, n])), [bench.nodes]);
  const at = focus && finding.breakpoints.includes(focus) ? focus : (finding.breakpoints[0] ?? focus);
  const lane = bench.lanes.find((l) => l.breakpoint === at) ?? bench.lanes.at(-1)!;
  let row = nodes.get(finding.node);
  while (row && row.kind !== "row") row = nodes.get(row.parent);
  const box = lane.boxes.find((b) => b.id === row?.id && b.shown);
  const scale = wide / lane.width;
  const [top, height] = box ? [box.y, box.height] : [0, lane.height];
  return (
    <span
      className="mb-0.5 block overflow-hidden rounded-sm border border-line-2 bg-cloth"
      style={{ height: Math.min(high, Math.max(14, height * scale + 2)) }}
    >
      <span className="block" style={{ marginTop: -top * scale }}>
        <LaneDrawing lane={lane} nodes={nodes} width={wide} title={title} />
      </span>
    </span>
  );
}
