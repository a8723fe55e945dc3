import { memo, type ReactNode } from "react";
import type { Breakpoint } from "../api/client";
import { WidthSlider } from "../parts/WidthSlider";
import { useView } from "./view";

interface Props {
  focus: string;
  /** The breakpoint in focus. */
  range: Breakpoint;
  /** The width its lane is drawn at, in px. */
  width: number;
}

/** What the lanes' marks mean, and the width the one in focus is drawn at. */
export const Legend = memo(function Legend({ focus, range, width }: Props) {
  const setWidth = useView((v) => v.setWidth);
  const chosen = useView((v) => v.widths[focus]) ?? width;
  return (
    <div className="flex min-h-0 flex-col gap-[7px] overflow-hidden pr-2 pl-0.5 text-[12px] text-ink-2">
      <h2 className="text-[13px] font-semibold text-ink">Lanes</h2>
      <Entry name="column">
        <rect x=".5" y=".5" width="25" height="11" rx="2" className="fill-woad-soft stroke-woad-line" />
      </Entry>
      <Entry name="selected">
        <rect
          x=".75"
          y=".75"
          width="24.5"
          height="10.5"
          rx="2"
          strokeWidth="1.5"
          className="fill-madder-soft stroke-madder"
        />
      </Entry>
      <Entry name="skipped units">
        <line x1="0" x2="26" y1="6" y2="6" strokeWidth="1.5" strokeDasharray="4 3" className="stroke-weld-line" />
      </Entry>
      <Entry name="unspent units">
        <path d="M1 12 13 0M7 12 19 0M13 12 25 0" strokeWidth="2" className="stroke-bare" />
      </Entry>
      <Entry name="new line in a row">
        <path d="M9 1v7h8" fill="none" strokeWidth="1.5" className="stroke-ink-2" />
      </Entry>
      <Entry name="container">
        <rect x=".5" y=".5" width="25" height="11" fill="none" strokeDasharray="2 3" className="stroke-control" />
      </Entry>
      <div className="mt-auto pb-1">
        <div className="flex justify-between">
          <span>Lane width</span>
          <span className="font-mono text-[11.5px]">{chosen} px</span>
        </div>
        <WidthSlider
          label={`Width of the ${focus} lane`}
          low={range.low}
          high={range.high}
          value={chosen}
          onChange={(px) => setWidth(focus, px)}
        />
        <div className="flex justify-between font-mono text-[11px]">
          <span>{range.low}</span>
          <span>{range.high}</span>
        </div>
      </div>
    </div>
  );
});

function Entry({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="flex items-center gap-2">
      <svg width="26" height="12" className="flex-none" aria-hidden="true">
        {children}
      </svg>
      {name}
    </div>
  );
}
