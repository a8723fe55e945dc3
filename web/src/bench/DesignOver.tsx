import { memo } from "react";
import type { Lane } from "../api/client";
import { useLooking } from "../api/look";
import { offsetWords } from "../trace/offset";

type Design = NonNullable<Lane["design"]>;

interface Props {
  design: Design;
  /** Px on screen for each px of the page. */
  scale: number;
}

/** A finished design over its lane, as strong as it was chosen. */
export function DesignOver({ design: { address, picture }, scale }: Props) {
  const strength = useLooking((v) => v.design);
  return (
    <img
      src={address}
      alt=""
      draggable={false}
      className="pointer-events-none absolute max-w-none select-none"
      style={{
        left: picture.x * scale,
        top: picture.y * scale,
        width: picture.width * scale,
        height: picture.height * scale,
        opacity: strength,
      }}
    />
  );
}

interface AsidesProps extends Props {
  lane: Lane;
  /** There is room for words. */
  labelled: boolean;
  selected: string | null;
}

/** Where the design has what the page has elsewhere, and by how much. */
export const Asides = memo(function Asides({ design, lane, scale, labelled, selected }: AsidesProps) {
  const differing = design.parts.filter((p) => p.off || p.uneven);
  const deep = Math.max(0, ...differing.map((p) => p.y + p.height));
  return (
    <svg
      aria-hidden="true"
      className="pointer-events-none absolute top-0 left-0"
      width={lane.width * scale}
      height={deep * scale}
    >
      {differing.map((p) => {
        const words = offsetWords(p);
        const [x, y, wide] = [p.x * scale, p.y * scale, words.length * 6.4 + 8];
        return (
          <g key={p.node}>
            <rect
              {...{ x, y, width: p.width * scale, height: p.height * scale }}
              fill="none"
              strokeWidth={p.off ? 1.5 : 1}
              strokeDasharray={p.off ? "5 3" : "1 3"}
              className="stroke-weld"
            />
            {labelled && (p.off || p.node === selected) && (
              <>
                <rect x={x} y={y} width={wide} height={17} className="fill-weld-soft" />
                <text x={x + 4} y={y + 12.5} fontSize={12} className="fill-ink">
                  {words}
                </text>
              </>
            )}
          </g>
        );
      })}
    </svg>
  );
});
