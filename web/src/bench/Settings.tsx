import { X } from "lucide-react";
import { Popover } from "radix-ui";
import { useEffect, useMemo, useRef, useState, type ReactNode } from "react";
import { Button } from "../parts/Button";
import { Beside } from "../parts/Panel";
import type { Bench, Operation } from "../api/client";
import { useWhy, type Place } from "../api/bench";
import type { Deed } from "../api/deed";
import { preview, useLine } from "../api/edits";
import { useLook } from "../api/look";
import { comeBy } from "./findings";
import { containerKinds } from "./kinds";
import { Choice, SettingControl } from "./SettingControl";
import type { Spot } from "./view";

interface Props {
  place: Place;
  bench: Bench;
  spot: Spot;
  onDo: (deed: Deed) => Promise<Bench | null>;
  onTry: (operation: Operation | null) => void;
  onClose: () => void;
}

/** Every setting of a node at a breakpoint, and a container's kind, by
 *  labelled controls: for those who do not type notation. Each says whether it is
 *  set here, or where it comes from. */
export default function Settings({ place, bench, spot, onDo, onTry, onClose }: Props) {
  const breakpoint = spot.breakpoint!;
  const node = bench.nodes.find((n) => n.id === spot.node);
  const lane = bench.lanes.find((l) => l.breakpoint === breakpoint)!;
  const { data: why } = useWhy(place, bench, spot.node, lane.width);
  const refused = useLine((l) => l.refused);
  const look = useLook();
  const [asked, ask] = useState<Asked | null>(null);
  useEffect(() => () => onTry(null), [onTry]);
  const anchor = useMemo(
    () => ({ current: document.querySelector<HTMLElement>(`[data-spot="${spot.node}/${breakpoint}"]`)! }),
    [spot.node, breakpoint],
  );
  if (!node || !why) return null;
  const cells = [{ node: spot.node, breakpoint }];
  const holds = why.holds as Record<string, string | number | boolean | undefined>;
  const here = why.here as Record<string, unknown>;

  /** Sets a value; where a row is to have other columns inside, what no longer fits is shown first. */
  async function set(field: string, value: string | number | boolean) {
    const operation: Operation = { adjust: { cells, set: { from: breakpoint, [field]: value } } };
    ask(null);
    if (field === "divides") {
      const { bench: made } = await preview(place, look, operation, bench);
      const unfit = made ? comeBy(bench, made) : [];
      if (unfit.length > 0) {
        onTry(operation);
        return ask({ operation, columns: labelOf(field, value), unfit });
      }
    }
    void onDo(operation);
  }
  const labelOf = (field: string, value: unknown) =>
    why?.controls.find((c) => c.field === field)?.options?.find((o) => o.value === value)?.label ?? String(value);
  const answer = (operation: Operation | null) => {
    onTry(null);
    ask(null);
    if (operation) void onDo(operation);
  };

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
                onChange={(v) => void set(control.field, v)}
              />
            </Line>
          ))}
        </div>
        {asked && <Unfit asked={asked} onAnswer={answer} />}
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

/** A change that is asked about before it is made. */
interface Asked {
  operation: Operation;
  /** The columns a row is to have inside, and what would be told then. */
  columns: string;
  unfit: string[];
}

/** What no longer fits when a row divides into other columns, which the lanes show meanwhile. */
function Unfit({ asked, onAnswer }: { asked: Asked; onAnswer: (operation: Operation | null) => void }) {
  const first = useRef<HTMLButtonElement>(null);
  useEffect(() => first.current?.focus(), [asked]);
  return (
    <div role="group" aria-label="What no longer fits" className="mt-2 rounded-md bg-weld-soft px-2 py-1.5">
      <p className="font-semibold">Inner columns {asked.columns}: these settings would not fit.</p>
      <ul className="mt-1 max-h-32 list-disc overflow-auto pl-4">
        {asked.unfit.map((text) => (
          <li key={text}>{text}</li>
        ))}
      </ul>
      <p className="mt-1.5 flex gap-2">
        <Button ref={first} look="main" size="small" onClick={() => onAnswer(asked.operation)}>
          Change
        </Button>
        <Button size="small" onClick={() => onAnswer(null)}>
          Keep as it is
        </Button>
      </p>
    </div>
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
        <Button
          aria-label={`Reset ${label}, set here`}
          onClick={onClear}
          size="tiny"
          className="justify-self-end font-mono"
        >
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
