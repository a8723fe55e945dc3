import { Button } from "../parts/Button";
import { X } from "lucide-react";
import { Dialog, Title, Description, Close } from "../parts/Panel";
import type { Bench, Lane } from "../api/client";
import type { Place } from "../api/bench";
import type { Deed } from "../api/deed";
import { useFilling } from "../api/content";
import { LaneDrawing } from "./LaneDrawing";
import { viewStore } from "./view";

interface Props {
  place: Place;
  bench: Bench;
  /** The breakpoint whose widths are given. */
  from: string;
  onDo: (deed: Deed) => Promise<Bench | null>;
  onClose: () => void;
}

/** Widths proposed for the narrower breakpoints: the page before and after, and
 *  each row's proposal with its reason, accepted one by one or all at once. */
export default function Fill({ place, bench, from, onDo, onClose }: Props) {
  const { data: filling, error } = useFilling(place, bench.revision, from);
  const proposals = filling?.proposals ?? [];
  const width = Math.min(150, Math.floor(270 / (filling?.before.length || 1)) - 6); // of a lane
  return (
    <Dialog
      onClose={onClose}
      onCloseAutoFocus={viewStore.getState().seek}
      className="top-[6vh] left-1/2 flex max-h-[88vh] w-[min(940px,94vw)] -translate-x-1/2 flex-col p-5 text-[12px]"
    >
      <Title className="text-[16px] font-semibold">Fill smaller widths from {from}</Title>
      <Description className="mt-1 max-w-2xl text-ink-2">
        No column gets too narrow for its content, every line is full, and columns stay side by side and in order where
        they fit. As few settings as possible are added.
      </Description>
      {error && <p className="mt-3 text-madder-deep">{error.message}</p>}
      {filling && proposals.length === 0 && (
        <p className="mt-3">Nothing to change: the smaller breakpoints already fit.</p>
      )}
      {proposals.length > 0 && (
        <div className="mt-3 grid min-h-0 grid-cols-[minmax(0,auto)_minmax(0,1fr)] gap-5">
          <div
            // It scrolls, so the keyboard must reach it.
            // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
            tabIndex={0}
            role="group"
            aria-label="Lanes before and after"
            className="flex min-h-0 gap-3 overflow-y-auto [scrollbar-width:thin]"
          >
            {filling!.before.map((before, i) => (
              <Pair key={before.breakpoint} before={before} after={filling!.after[i]!} bench={bench} width={width} />
            ))}
          </div>
          <ol className="min-h-0 overflow-y-auto [scrollbar-width:thin]">
            {proposals.map((p) => (
              <li key={`${p.row} ${p.breakpoint}`} className="border-b border-line-2 py-1.5 last:border-b-0">
                <div className="flex items-baseline gap-2">
                  <b className="min-w-0 truncate font-semibold">{p.name}</b>
                  <span className="font-mono text-[12px] text-madder">{p.breakpoint}</span>
                  <span className="flex-1" />
                  <Button
                    size="tiny"
                    aria-label={`Accept ${p.name} at ${p.breakpoint}`}
                    onClick={() => void onDo({ fill: { from, to: [p.breakpoint], rows: [p.row] } })}
                  >
                    Accept
                  </Button>
                </div>
                <p className="font-mono text-[12px]">
                  <s className="text-ink-2">{p.now}</s> <span aria-hidden="true">→</span>{" "}
                  <span className="sr-only">becomes </span>
                  {p.then}
                </p>
                <p className="text-ink-2">{p.reason}</p>
              </li>
            ))}
          </ol>
        </div>
      )}
      {filling && filling.left.length > 0 && (
        <p className="mt-3 text-ink-2">
          Not changed:{" "}
          {filling.left.map((l, i) => (
            <span key={l.row}>
              {i > 0 && "; "}
              <b className="font-semibold text-ink">{l.name}</b>, because {l.reason}
            </span>
          ))}
          .
        </p>
      )}
      <div className="mt-3 flex gap-2">
        {proposals.length > 0 && (
          <Button look="main" onClick={() => void onDo({ fill: { from } }).then((made) => made && onClose())}>
            Accept all {proposals.length}
          </Button>
        )}
        <Close asChild>
          <Button>{proposals.length > 0 ? "Skip the rest" : "Close"}</Button>
        </Close>
      </div>
      <Close
        aria-label="Close"
        className="absolute top-4 right-4 grid size-6 place-items-center rounded-sm hover:bg-line-2"
      >
        <X size={15} aria-hidden="true" />
      </Close>
    </Dialog>
  );
}

/** A breakpoint's narrowest lane before and after. */
function Pair({ before, after, bench, width }: { before: Lane; after: Lane; bench: Bench; width: number }) {
  const nodes = new Map(bench.nodes.map((n) => [n.id, n]));
  return (
    <section aria-label={`At ${before.breakpoint}`}>
      <h3 className="font-mono text-[12px]">
        {before.breakpoint} <span className="text-ink-2">{before.width} px</span>
      </h3>
      <div className="mt-1 flex gap-1.5">
        {(
          [
            ["before", before],
            ["after", after],
          ] as const
        ).map(([word, lane]) => (
          <figure key={word}>
            <figcaption className={`text-[12px] ${word === "after" ? "text-madder" : "text-ink-2"}`}>{word}</figcaption>
            <div className="mt-0.5 overflow-hidden rounded-sm border border-line bg-raised">
              <LaneDrawing
                lane={lane}
                nodes={nodes}
                width={width}
                tall={120}
                title={`The page at ${lane.breakpoint}, ${word}`}
              />
            </div>
          </figure>
        ))}
      </div>
    </section>
  );
}
