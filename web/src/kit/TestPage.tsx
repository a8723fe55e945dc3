import { useLayoutEffect, useRef, useState } from "react";
import type { Planned } from "../api/client";
import { Segmented } from "../parts/Segmented";

/** The plans that a page is shown by: those between the first and the last of each breakpoint. */
export const middles = (planned: Planned) =>
  planned.plans.filter((p, i, all) => [all[i - 1], all[i + 1]].every((o) => o?.breakpoint === p.breakpoint));

interface Props {
  document: string;
  planned: Planned;
  width: number;
  onWidth: (width: number) => void;
}

/** A page that has the classes of the files on it, as this browser shows it with them. */
export function TestPage({ document, planned, width, onWidth }: Props) {
  const stage = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(600);
  useLayoutEffect(() => setRoom(stage.current?.clientWidth ?? 600), []);
  const scale = Math.min(1, room / width);
  return (
    <>
      <Segmented
        label="Width of the page"
        value={String(width)}
        options={middles(planned).map((p) => [String(p.width), p.breakpoint] as const)}
        onChange={(w) => onWidth(Number(w))}
      />
      <div ref={stage} className="min-h-0 flex-1 overflow-hidden rounded-md border border-line bg-white">
        <iframe
          title={`A page with its classes, at ${width} px`}
          sandbox=""
          src={document}
          className="origin-top-left border-0"
          style={{ width, height: `${100 / scale}%`, transform: `scale(${scale})` }}
        />
      </div>
    </>
  );
}
