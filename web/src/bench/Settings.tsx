import { X } from "lucide-react";
import { Popover } from "radix-ui";
import { useMemo, type ReactNode } from "react";
import { Button } from "../parts/Button";
import { Beside } from "../parts/Panel";
import type { Bench } from "../api/client";
import { useWhy, type Place } from "../api/bench";
import type { Deed } from "../api/deed";
import { useLine } from "../api/edits";
import { containerKinds } from "./kinds";
import { Choice, SettingControl } from "./SettingControl";
import type { Spot } from "./view";

interface Props {
  place: Place;
  bench: Bench;
  spot: Spot;
  onDo: (deed: Deed) => Promise<Bench | null>;
  onClose: () => void;
}

/** Every setting of a node at a breakpoint, and a container's kind, by
 *  labelled controls: for those who do not type notation. Each says whether it is
 *  set here, or where it comes from. */
export default function Settings({ place, bench, spot, onDo, onClose }: Props) {
  const breakpoint = spot.breakpoint!;
  const node = bench.nodes.find((n) => n.id === spot.node);
  const lane = bench.lanes.find((l) => l.breakpoint === breakpoint)!;
  const { data: why } = useWhy(place, bench.revision, spot.node, lane.width);
  const refused = useLine((l) => l.refused);
  const anchor = useMemo(
    () => ({ current: document.querySelector<HTMLElement>(`[data-spot="${spot.node}/${breakpoint}"]`)! }),
    [spot.node, breakpoint],
  );
  if (!node || !why) return null;
  const cells = [{ node: spot.node, breakpoint }];
  const holds = why.holds as Record<string, string | number | boolean | undefined>;
  const here = why.here as Record<string, unknown>;

  return (
    <Popover.Root open onOpenChange={(open) => !open && onClose()}>
      <Popover.Anchor virtualRef={anchor} />
      <Beside
        aria-label={`Settings of ${node.name} at ${breakpoint}`}
        align="start"
        // What is typed here is not for the sheet, from which it opens.
        onKeyDown={(e) => e.stopPropagation()}
        className="w-[388px] p-3 text-[12px] text-ink"
      >
        <div className="flex items-baseline gap-2">
          <h3 className="min-w-0 flex-1 truncate text-[13px] font-semibold">{node.name}</h3>
          <span className="mr-6 font-mono text-[12px] text-ink-2">
            {node.kind === "section"
              ? node.kind
              : `at ${breakpoint}${node.kind === "row" || node.kind === "column" ? `, ${why.units} units` : ""}`}
          </span>
        </div>
        <div className="mt-2 grid gap-1.5">
          {node.kind === "container" && (
            <div className="grid min-h-[25px] grid-cols-[92px_minmax(0,1fr)] items-center gap-2">
              <span>Kind</span>
              <Choice
                label="Kind"
                value={node.frame}
                options={containerKinds(bench).map((kind) => ({ value: kind, label: kind }))}
                onChange={(frame) => void onDo({ describe: { node: node.id, frame } })}
              />
            </div>
          )}
          {why.controls.map((control, i) => (
            <Line
              key={control.field}
              label={control.label}
              here={here[control.field] !== undefined}
              from={why.carried[i]!}
              onClear={() => void onDo({ adjust: { cells, clear: [control.field] } })}
            >
              <SettingControl
                control={control}
                value={holds[control.field]}
                onChange={(v) => void onDo({ adjust: { cells, set: { from: breakpoint, [control.field]: v } } })}
              />
            </Line>
          ))}
        </div>
        {refused && (
          <p role="alert" className="mt-2 rounded-md border border-madder px-2 py-1.5 text-madder-deep">
            {refused}
          </p>
        )}
        {why.findings.map(({ text }) => (
          <p key={text} className="mt-2 rounded-md bg-weld-soft px-2 py-1.5">
            {text}
          </p>
        ))}
        <Popover.Close
          aria-label="Close"
          className="absolute top-2.5 right-2.5 grid size-5 place-items-center rounded-sm"
        >
          <X size={13} aria-hidden="true" />
        </Popover.Close>
      </Beside>
    </Popover.Root>
  );
}

interface LineProps {
  label: string;
  here: boolean;
  /** The breakpoint it is carried from; empty for the default. */
  from: string;
  onClear: () => void;
  children: ReactNode;
}

/** A setting: its label, its control, and the way back to what is carried. */
function Line({ label, here, from, onClear, children }: LineProps) {
  return (
    <div className="grid min-h-[25px] grid-cols-[92px_minmax(0,1fr)_84px] items-center gap-2">
      <span className={here ? "font-semibold" : "text-ink-2"}>{label}</span>
      {children}
      {here ? (
        <Button aria-label={`Reset ${label}`} onClick={onClear} size="tiny" className="justify-self-end font-mono">
          here ×
        </Button>
      ) : (
        <span className="justify-self-end truncate font-mono text-[12px] text-ink-2">
          {from ? `from ${from}` : "default"}
        </span>
      )}
    </div>
  );
}
