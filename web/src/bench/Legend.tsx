import { memo, type ReactNode } from "react";
import type { Bench, Box } from "../api/client";
import { DesignStrength } from "./DesignStrength";
import { Segmented } from "../parts/Segmented";
import { useOncePainted } from "../parts/painted";
import { laneStore, useLaneView } from "./laneView";

interface Props {
  bench: Bench;
  selected: string | null;
}

/** What the lanes' marks mean: those that are on the page, the common ones first. */
export const Legend = memo(function Legend({ bench: now, selected }: Props) {
  const bench = useOncePainted(now);
  const { lanes } = bench;
  const framed = bench.document.length > 0;
  const { shows, units, ghosts } = useLaneView();
  const some = (test: (box: Box) => boolean) => lanes.some((l) => l.boxes.some((b) => b.shown && test(b)));
  const hidden = new Set(lanes.flatMap((l) => l.ghosts.map((g) => g.id))).size;
  return (
    <div className="flex min-h-0 flex-col gap-[5px] overflow-y-auto pr-2 pl-0.5 text-[12px] text-ink-2 [scrollbar-width:thin]">
      <h2 className="text-[13px] font-semibold text-ink">Lanes</h2>
      {framed ? (
        <div className="mb-1 flex items-center gap-3">
          <Segmented
            label="Lanes show"
            value={shows}
            options={[
              ["page", "Page"],
              ["boxes", "Boxes"],
            ]}
            onChange={(shows) => laneStore.setState({ shows })}
          />
          {shows === "page" && (
            <label className="flex items-center gap-1.5">
              <input
                type="checkbox"
                checked={units}
                onChange={(e) => laneStore.setState({ units: e.target.checked })}
                className="accent-woad"
              />
              units
            </label>
          )}
        </div>
      ) : (
        <p className="mb-1 whitespace-normal">Boxes only: the page is too long to be shown.</p>
      )}
      {bench.designs.length > 0 && <DesignStrength bench={bench} selected={selected} />}
      <Entry name="column">
        <rect x=".5" y=".5" width="25" height="11" rx="2" className="fill-woad-soft stroke-woad-line" />
      </Entry>
      {some((b) => b.guessed) && (
        <Entry name="not measured yet">
          <rect
            x=".5"
            y=".5"
            width="25"
            height="11"
            rx="2"
            fill="none"
            strokeDasharray="1 2"
            className="stroke-woad-line"
          />
        </Entry>
      )}
      {some((b) => b.needs > 0) && (
        <Entry name="content that does not fit">
          <path d="M18 1v10M20 3l4 3-4 3" fill="none" strokeWidth="2" className="stroke-madder" />
        </Entry>
      )}
      {some((b) => b.span === "share") && (
        <Entry name="share of what is left">
          <rect x=".5" y=".5" width="25" height="11" rx="2" className="fill-woad-soft stroke-woad-line" />
          <path d="M3.5 2.5v7M22.5 2.5v7" className="stroke-woad-line" />
        </Entry>
      )}
      {some((b) => b.span === "natural") && (
        <Entry name="as wide as its content">
          <rect x=".5" y=".5" width="25" height="11" rx="5.5" className="fill-woad-soft stroke-woad-line" />
        </Entry>
      )}
      <Entry name="container">
        <rect x=".5" y=".5" width="25" height="11" fill="none" strokeDasharray="2 3" className="stroke-control" />
      </Entry>
      {some((b) => b.kind === "element") && (
        <Entry name="other element">
          <rect x=".5" y=".5" width="25" height="11" strokeDasharray="1 2" className="fill-raised/50 stroke-control" />
        </Entry>
      )}
      {some((b) => b.perLine > 0) && (
        <Entry name="so many a line">
          <path d="M1 9V4h24v5" fill="none" className="stroke-ink-2" />
        </Entry>
      )}
      {lanes.some((l) => l.empty.length > 0) && (
        <Entry name="skipped or trailing units">
          <path d="M0 6h24" strokeWidth="1.5" strokeDasharray="4 3" className="stroke-weld-line" />
          <path d="M25 2v8" strokeWidth="1.5" className="stroke-weld-line" />
        </Entry>
      )}
      {lanes.some((l) => l.bare.length > 0) && (
        <Entry name="free units">
          <path d="M1 12 13 0M7 12 19 0M13 12 25 0" strokeWidth="2" className="stroke-bare" />
        </Entry>
      )}
      {lanes.some((l) => l.breaks.length > 0) && (
        <Entry name="new line in a row">
          <path d="M9 1v7h8" fill="none" strokeWidth="1.5" className="stroke-ink-2" />
        </Entry>
      )}
      {lanes.some((l) => l.nudged.length > 0) && (
        <Entry name="where a nudged one would be">
          <rect
            x=".5"
            y=".5"
            width="25"
            height="11"
            rx="2"
            fill="none"
            strokeDasharray="1 3"
            className="stroke-ink-2"
          />
        </Entry>
      )}
      {some((b) => b.order !== "") && (
        <Entry name="another order">
          <path d="M8 1h10v9l-5-3-5 3z" className="fill-raised stroke-ink-2" />
        </Entry>
      )}
      {some((b) => b.align !== "") && (
        <Entry name="an align of its own">
          <path d="M5 6h16" strokeWidth="3" className="stroke-ink-2" />
        </Entry>
      )}
      {some((b) => b.off) && (
        <Entry name="off the grid">
          <path d="m10 3 6 6m0-6-6 6" strokeWidth="1.5" className="stroke-madder" />
        </Entry>
      )}
      {hidden > 0 && (
        <label className="flex items-center gap-2">
          <span className="flex w-[26px] flex-none justify-center">
            <input
              type="checkbox"
              checked={ghosts}
              onChange={(e) => laneStore.setState({ ghosts: e.target.checked })}
              className="accent-woad"
            />
          </span>
          <svg width="8" height="12" className="flex-none" aria-hidden="true">
            <rect
              x="1"
              y=".5"
              width="6"
              height="11"
              rx="3"
              strokeDasharray="1.5 2"
              className="fill-raised stroke-ink-2"
            />
          </svg>
          hidden ({hidden})
        </label>
      )}
    </div>
  );
});

function Entry({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="flex items-center gap-2 whitespace-nowrap">
      <svg width="26" height="12" className="flex-none" aria-hidden="true">
        {children}
      </svg>
      {name}
    </div>
  );
}
