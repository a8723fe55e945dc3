import type { Sketch } from "../api/client";

/** How much of a page is drawn, as its height by its width. */
const window = 1.3;

/** Where the columns of a page stand, from a little above the first that is other. */
export function SketchDrawing({ sketch, marked, title }: { sketch: Sketch; marked: boolean; title: string }) {
  const { columns, changed, width } = sketch;
  const most = width * window;
  const top = sketch.height <= most ? 0 : Math.max(0, Math.min(sketch.top - width / 12, sketch.height - most));
  const others = new Set(marked ? changed : []);
  let plain = "";
  let other = "";
  for (let i = 0; i < columns.length; i += 4) {
    const [x, y, w, h] = columns.slice(i, i + 4) as [number, number, number, number];
    if (y > top + most || y + h < top) continue;
    const path = `M${x} ${y}h${w}v${h}h${-w}z`;
    if (others.has(i / 4)) other += path;
    else plain += path;
  }
  return (
    <svg
      role="img"
      aria-label={title}
      viewBox={`0 ${top} ${width} ${Math.min(most, Math.max(sketch.height, width / 4))}`}
      className="block h-auto w-full"
    >
      <path d={plain} vectorEffect="non-scaling-stroke" className="fill-woad-soft stroke-woad-line" />
      <path d={other} vectorEffect="non-scaling-stroke" strokeWidth={2} className="fill-madder-soft stroke-madder" />
    </svg>
  );
}
