import { memo, useId } from "react";
import type { Box, Drawing } from "../api/client";
import { dye } from "./dyes";
import { nestedIn } from "./nested";
import type { Region } from "./regions";

/** The units of a page's grids, in one colour; those of a nested row take the place of the others inside it. */
export const Grid = memo(function Grid({
  drawing: { grids, lane },
  colour,
  strength,
}: {
  drawing: Drawing;
  colour: string;
  /** In per cent. */
  strength: number;
}) {
  const id = useId();
  const [wide, high] = [lane.width, Math.max(lane.height, 1)];
  return (
    <g data-grid={grids.length} fill={colour} opacity={strength / 100}>
      {grids.map((g, i) => {
        const holes = nestedIn(grids, i)
          .map(({ box }) => `M${box.x} ${box.y}h${box.width}v${box.height}h${-box.width}Z`)
          .join("");
        return (
          <g key={g.node} clipPath={holes ? `url(#${id}${i})` : undefined} data-grid-of={g.node}>
            {holes && (
              <clipPath id={`${id}${i}`}>
                <path clipRule="evenodd" d={`M0 0H${wide}V${high}H0Z${holes}`} />
              </clipPath>
            )}
            {g.units.map((u) => (
              <rect key={u.x} x={u.x} y={u.y} width={u.width} height={u.height} />
            ))}
          </g>
        );
      })}
    </g>
  );
});

type Rect = Pick<Box, "x" | "y" | "width" | "height">;

/** A tint on each column. */
export const Tint = memo(function Tint({ drawing: { lane } }: { drawing: Drawing }) {
  return lane.boxes
    .filter((b) => b.kind === "column" && b.shown)
    .map((b) => <rect key={b.id} x={b.x} y={b.y} width={b.width} height={b.height} fill={dye.woad} opacity={0.15} />);
});

/** Where hidden columns would come in, with their names. */
export const Ghosts = memo(function Ghosts({
  drawing: { lane },
  scale,
  nameOf,
}: {
  drawing: Drawing;
  scale: number;
  nameOf: (id: string) => string;
}) {
  const text = 12 / scale;
  return lane.ghosts.map((g) => {
    const name = `${nameOf(g.id)}, hidden`;
    const wide = name.length * text * 0.56 + text;
    const x = Math.max(0, Math.min(g.x + 4 / scale, lane.width - wide));
    return (
      <g key={g.id} data-ghost={g.id}>
        <path d={`M${g.x} ${g.y}v${Math.max(g.height, text)}`} stroke={dye.madderDeep} {...dashed(scale)} />
        <rect
          x={x}
          y={g.y}
          width={wide}
          height={text * 1.5}
          rx={2 / scale}
          fill={dye.paper}
          stroke={dye.madderDeep}
          {...dashed(scale)}
        />
        <text x={x + text / 2} y={g.y + text * 1.1} fontSize={text} fill={dye.madderDeep}>
          {name}
        </text>
      </g>
    );
  });
});

const dashed = (scale: number) => ({ strokeWidth: 1 / scale, strokeDasharray: `${3 / scale} ${3 / scale}` });

/** How each kind of space looks: its colour and the direction of its hatching, or none. */
const kinds = {
  gutter: { colour: dye.weldDeep, lines: "M0 8L8 0" },
  edge: { colour: dye.ink, lines: "M0 4H8" },
  padding: { colour: dye.woadDeep, lines: "" },
  margin: { colour: dye.madder, lines: "M0 0L8 8" },
} as const;

/** Spaces, each kind with its own hatching, and how wide or high they are. */
export const Regions = memo(function Regions({ regions, scale }: { regions: readonly Region[]; scale: number }) {
  const id = useId();
  const text = 12 / scale;
  return (
    <>
      <defs>
        {Object.entries(kinds).map(([kind, { colour, lines }]) => (
          <pattern key={kind} id={`${id}${kind}`} width="8" height="8" patternUnits="userSpaceOnUse">
            <rect width="8" height="8" fill={colour} opacity={lines ? 0.08 : 0.22} />
            {lines && <path d={lines} stroke={colour} strokeWidth="1.2" opacity="0.6" />}
          </pattern>
        ))}
      </defs>
      {regions.map((r, i) => (
        <rect
          key={i}
          data-region={r.kind}
          x={r.x}
          y={r.y}
          width={r.width}
          height={r.height}
          fill={`url(#${id}${r.kind})`}
          stroke={kinds[r.kind].colour}
          strokeWidth={0.5 / scale}
        />
      ))}
      {labelled(regions, text).map(({ region: r, says, wide }) => (
        <g key={`${r.kind} ${r.x} ${r.y}`}>
          <rect
            x={r.x + r.width / 2 - wide / 2}
            y={r.y + r.height / 2 - text * 0.7}
            width={wide}
            height={text * 1.4}
            rx={2 / scale}
            fill={dye.paper}
            opacity="0.92"
          />
          <text
            x={r.x + r.width / 2}
            y={r.y + r.height / 2 + text * 0.35}
            textAnchor="middle"
            fontSize={text}
            fill={kinds[r.kind].colour}
            className="font-mono"
          >
            {says}
          </text>
        </g>
      ))}
    </>
  );
});

/** At most so many spaces are labelled. */
const mostLabels = 300;

/** The labels of spaces, those that would lie on one another left out. */
function labelled(regions: readonly Region[], text: number) {
  const all: { region: Region; says: string; wide: number; at: Rect }[] = [];
  for (const region of regions) {
    if (all.length >= mostLabels) break;
    const says = String(Number(region.size.toFixed(1)));
    const wide = says.length * text * 0.62 + text * 0.5;
    const at = {
      x: region.x + region.width / 2 - wide / 2,
      y: region.y + region.height / 2 - text * 0.7,
      width: wide,
      height: text * 1.4,
    };
    if (!all.some((o) => meets(o.at, at))) all.push({ region, says, wide, at });
  }
  return all;
}

const meets = (a: Rect, b: Rect) =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** The outline of a node, with its name above it. */
export function Outline({ box, name, scale, strong }: { box: Box; name: string; scale: number; strong: boolean }) {
  const text = 12 / scale;
  const wide = name.length * text * 0.58 + text;
  const above = box.y >= text * 1.5;
  const y = above ? box.y - text * 1.5 : box.y;
  return (
    <g data-outline={box.id}>
      <rect
        x={box.x - box.left}
        y={box.y}
        width={box.left + box.width + box.right}
        height={box.height}
        fill="none"
        stroke={strong ? dye.madder : dye.woad}
        strokeWidth={(strong ? 2 : 1) / scale}
      />
      <rect x={box.x - box.left} y={y} width={wide} height={text * 1.5} fill={strong ? dye.madder : dye.woadDeep} />
      <text x={box.x - box.left + text / 2} y={y + text * 1.1} fontSize={text} fill={dye.white}>
        {name}
      </text>
    </g>
  );
}
