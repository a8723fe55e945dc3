import { useState } from "react";
import { useGrids, type Grid, type TracedDesign, type TracedFrame } from "../api/traced";
import type { Place } from "../api/bench";
import { Button } from "../parts/Button";
import { px } from "./frames";

interface Props {
  place: Place;
  revision: number;
  design: TracedDesign;
  /** Frames that were found and are not taken yet; nothing before they are asked for. */
  found: readonly TracedFrame[] | null;
  /** Of all that were found, how many are off the grid, and the most that one is, in px. */
  off: { count: number; most: number };
  looking: boolean;
  /** Why nothing can be found; empty where it can. */
  wrong: string;
  onFind: (on: boolean) => void;
  onTake: (ids: string[]) => void;
  /** Makes a grid that of the page's kit. */
  onUse: (grid: Grid) => void;
}

const use = "Gives the page's kit this grid here; where other pages use that kit, the page gets a new one";

/** What the picture itself shows: its frames, and the grids that fit it. */
export function Finding({ place, revision, design, found, off, looking, wrong, onFind, onTake, onUse }: Props) {
  const [by, setBy] = useState<"frames" | "picture" | null>(null);
  const grids = useGrids(place, design, revision, by);
  return (
    <section aria-label="Find" className="grid gap-1.5">
      <span className="flex flex-wrap items-center gap-1.5">
        <Button
          size="small"
          aria-pressed={found !== null}
          onClick={() => onFind(found === null)}
          title="Find the frames (F)"
        >
          {found === null ? "Find frames" : "Hide found"}
        </Button>
        <Button
          size="small"
          disabled={!found?.length}
          onClick={() => onTake(found!.map((f) => f.id))}
          title="Take all (A)"
        >
          Take all{found?.length ? ` ${found.length}` : ""}
        </Button>
        <Button
          size="small"
          onClick={() => setBy(by === null ? (design.frames.length > 1 ? "frames" : "picture") : null)}
          aria-pressed={by !== null}
        >
          Find the grid
        </Button>
      </span>
      <p role="status" className="text-[12px] text-ink-2">
        {wrong || (looking ? "Looking at the picture…" : found && says(found.length, off))}
      </p>
      {by !== null && (
        <>
          <span className="flex gap-3 text-[12px]">
            {(["frames", "picture"] as const).map((b) => (
              <label key={b} className="flex items-center gap-1">
                <input type="radio" name="grid-by" checked={by === b} onChange={() => setBy(b)} />
                {b === "frames" ? "from the frames" : "from the picture alone"}
              </label>
            ))}
          </span>
          {grids.data && grids.data.length === 0 && (
            <p className="text-[12px] text-ink-2">
              {by === "frames"
                ? "No grid fits: draw two frames or more that begin at other units"
                : "No grid fits what was found"}
            </p>
          )}
          {grids.error && (
            <p role="alert" className="text-[12px] text-madder">
              {grids.error.message}
            </p>
          )}
          {grids.data && grids.data.length > 0 && (
            <table className="w-full text-right font-mono text-[12px]">
              <thead className="text-ink-2">
                <tr>
                  {["columns", "column", "gutter", "begins", "off"].map((h) => (
                    <th key={h} scope="col" className="pl-2 font-normal">
                      {h}
                    </th>
                  ))}
                  <td />
                </tr>
              </thead>
              <tbody>
                {grids.data.map((g) => (
                  <tr key={g.columns} className="border-t border-line-2">
                    <td>{g.columns}</td>
                    <td>{px(g.column)}</td>
                    <td>{px(g.gutter)}</td>
                    <td>{px(g.left)}</td>
                    <td title={`At most ${px(g.worst)} px`} className="pl-2">
                      {px(g.off)}
                    </td>
                    <td className="py-0.5 pl-1.5">
                      <Button size="small" aria-label={`Use ${g.columns} columns`} title={use} onClick={() => onUse(g)}>
                        Use
                      </Button>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </>
      )}
    </section>
  );
}

/** What there is to say of frames that were found: how many are left, and how all are off the grid. */
function says(left: number, off: Props["off"]) {
  if (left === 0) return "All that was found is taken";
  const how = off.count === 0 ? "All are on the grid" : `${off.count} off the grid, by up to ${px(off.most)} px`;
  return `${how}. Click one to take it, or drag with Shift over several.`;
}
