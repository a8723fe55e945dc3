import { useGrid } from "../api/bench";
import type { Place } from "../api/bench";

interface Props {
  place: Place;
  revision: number;
  breakpoint: string;
  width: number;
}

/** The kit's units at a width, over the page in the frame. */
export function Grid({ place, revision, breakpoint, width }: Props) {
  const units = useGrid(place, revision, breakpoint, width);
  return (
    <svg
      aria-hidden="true"
      data-grid={units.data?.length ?? 0}
      viewBox={`0 0 ${width} 1`}
      preserveAspectRatio="none"
      className="pointer-events-none absolute inset-0 size-full"
    >
      {units.data?.map((u) => (
        <rect key={u.x} x={u.x} width={u.width} height={1} className="fill-woad/20" />
      ))}
    </svg>
  );
}
