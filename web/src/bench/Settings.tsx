import { X } from "lucide-react";
import { Popover } from "radix-ui";
import { useMemo, type ReactNode } from "react";
import { Button } from "../parts/Button";
import { bounds } from "../api/bounds";
import type { Bench, Operation } from "../api/client";
import { useWhy, type Place } from "../api/bench";
import { useLine, type Deed } from "../api/edits";
import { containerKinds } from "./kinds";
import type { Spot } from "./view";

type Setting = NonNullable<Operation["adjust"]>["set"] & object;
type Field = Exclude<keyof Setting, "from">;

interface Props {
  place: Place;
  bench: Bench;
  spot: Spot;
  onDo: (deed: Deed) => Promise<Bench | null>;
  onClose: () => void;
}

/** Every setting of a row or column at a breakpoint, and a container's kind, by
 *  labelled controls: for those who do not type notation. Each says whether it is
 *  set here. */
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
  const set = (change: Partial<Setting>) => void onDo({ adjust: { cells, set: { from: breakpoint, ...change } } });
  const clear = (field: Field) => void onDo({ adjust: { cells, clear: [field] } });
  const { holds, here, units } = why;
  const row = (field: Field, label: string, control: ReactNode) => (
    <Line key={field} label={label} here={here[field] !== undefined} onClear={() => clear(field)}>
      {control}
    </Line>
  );
  const number = (field: Field, label: string, low: number, high: number) =>
    row(
      field,
      label,
      <Amount
        label={label}
        value={Number(holds[field] ?? 0)}
        low={low}
        high={high}
        onChange={(n) => set({ [field]: n })}
      />,
    );
  const choice = (field: Field, label: string, options: string[]) =>
    row(
      field,
      label,
      <Choice label={label} value={String(holds[field])} options={options} onChange={(v) => set({ [field]: v })} />,
    );
  const width = String(holds.width ?? "full");
  const take = /^take (\d+)$/.exec(width)?.[1];
  const part = /[/%]/.test(width);

  return (
    <Popover.Root open onOpenChange={(open) => !open && onClose()}>
      <Popover.Anchor virtualRef={anchor} />
      <Popover.Portal>
        <Popover.Content
          aria-label={`Settings of ${node.name} at ${breakpoint}`}
          align="start"
          sideOffset={6}
          collisionPadding={8}
          // What is typed here is not for the sheet, from which it opens.
          onKeyDown={(e) => e.stopPropagation()}
          className="z-40 w-[372px] rounded-md border border-control bg-sheet p-3 text-[12px] text-ink"
        >
          <div className="flex items-baseline gap-2">
            <h3 className="min-w-0 flex-1 truncate text-[13px] font-semibold">{node.name}</h3>
            <span className="mr-6 font-mono text-[12px] text-ink-2">
              {node.kind === "container" || node.kind === "section" ? node.kind : `at ${breakpoint}, ${units} units`}
            </span>
          </div>
          <div className="mt-2 grid gap-1.5">
            {node.kind === "container" ? (
              <div className="grid min-h-[25px] grid-cols-[92px_minmax(0,1fr)] items-center gap-2">
                <span>Kind</span>
                <Choice
                  label="Kind"
                  value={node.frame}
                  options={containerKinds(bench)}
                  onChange={(frame) => void onDo({ describe: { node: node.id, frame } })}
                />
              </div>
            ) : node.kind === "column" ? (
              <>
                {row(
                  "width",
                  "Width",
                  <span className="flex gap-1.5">
                    <Choice
                      label="Width"
                      value={take ? "take" : part ? "part" : width}
                      options={["take", "full", "share", "natural", "part"]}
                      onChange={(v) => set({ width: { take: `take ${Math.ceil(units / 2)}`, part: "1/2" }[v] ?? v })}
                    />
                    {part && (
                      <Typed
                        label="Part of the row"
                        value={width}
                        hint="such as 1/3 or 30%"
                        onChange={(width) => set({ width })}
                      />
                    )}
                    {take && (
                      <Amount
                        label="Units"
                        value={Number(take)}
                        low={1}
                        high={units}
                        onChange={(n) => set({ width: `take ${n}` })}
                      />
                    )}
                  </span>,
                )}
                {number("skip", "Skip before", 0, units - 1)}
                {number("trail", "Trail after", 0, units - 1)}
                {number("nudge", "Nudge", 1 - units, units - 1)}
                {row(
                  "order",
                  "Order",
                  <Typed
                    label="Order"
                    value={String(holds.order)}
                    hint="first, last or a number; 0 is the source order"
                    onChange={(order) => set({ order })}
                  />,
                )}
                {choice("align", "Align", ["row", "top", "middle", "bottom", "stretch"])}
                {row(
                  "shown",
                  "Shown",
                  <input
                    type="checkbox"
                    aria-label="Shown"
                    checked={holds.shown !== false}
                    onChange={(e) => set({ shown: e.target.checked })}
                    className="size-4 accent-woad"
                  />,
                )}
              </>
            ) : (
              <>
                {row(
                  "perLine",
                  "Columns per line",
                  <Amount
                    label="Columns per line"
                    value={Number(holds.perLine ?? 0)}
                    low={0}
                    high={bounds.perLine}
                    zero="off"
                    onChange={(n) => set({ perLine: n })}
                  />,
                )}
                {choice("divides", "Inner columns", [
                  "fresh",
                  "parent",
                  ...Array.from({ length: bounds.divides }, (_, i) => String(i + 1)),
                ])}
                {choice("gapX", "Gutter", gaps(String(holds.gapX)))}
                {choice("gapY", "Between lines", gaps(String(holds.gapY)))}
                {choice("align", "Align", ["top", "middle", "bottom", "stretch"])}
                {choice("spread", "Spread", ["start", "centre", "end", "between", "around", "even"])}
              </>
            )}
          </div>
          {refused && (
            <p role="alert" className="mt-2 rounded-md border border-madder px-2 py-1.5 text-madder-deep">
              {refused}
            </p>
          )}
          {why.reports.map((text) => (
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
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** The gutters offered, with the one there is among them. */
function gaps(now: string): string[] {
  const offered = ["kit", "none", "4px", "8px", "12px", "16px", "20px", "24px", "32px", "40px", "48px"];
  return offered.includes(now) ? offered : [now, ...offered];
}

/** A setting: its label, its control, and the way back to what is carried. */
function Line(p: { label: string; here: boolean; onClear: () => void; children: ReactNode }) {
  return (
    <div className="grid min-h-[25px] grid-cols-[92px_minmax(0,1fr)_68px] items-center gap-2">
      <span className={p.here ? "font-semibold" : "text-ink-2"}>{p.label}</span>
      {p.children}
      {p.here ? (
        <Button aria-label={`Reset ${p.label}`} onClick={p.onClear} size="tiny" className="justify-self-end font-mono">
          here ×
        </Button>
      ) : (
        <span className="justify-self-end font-mono text-[12px] text-ink-2">← carried</span>
      )}
    </div>
  );
}

/** Values that are not said by their own word. */
const names: Record<string, string> = { fresh: "as the kit", parent: "as many as the parent takes" };

function Choice(p: { label: string; value: string; options: string[]; onChange: (value: string) => void }) {
  return (
    <select
      aria-label={p.label}
      value={p.value}
      onChange={(e) => p.onChange(e.target.value)}
      className="min-w-0 rounded-md border border-control bg-raised px-1 py-[3px] font-mono text-[12px]"
    >
      {p.options.map((o) => (
        <option key={o} value={o}>
          {names[o] ?? o}
        </option>
      ))}
    </select>
  );
}

interface TypedProps {
  label: string;
  value: string;
  /** What it may be. */
  hint: string;
  onChange: (value: string) => void;
}

/** A value that is typed. */
function Typed({ label, value, hint, onChange }: TypedProps) {
  return (
    <input
      key={value}
      aria-label={label}
      title={hint}
      defaultValue={value}
      maxLength={bounds.cell}
      onFocus={(e) => e.target.select()}
      onBlur={(e) => e.target.value.trim() !== value && onChange(e.target.value.trim())}
      onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
      className="w-full min-w-0 rounded-md border border-control bg-raised px-1.5 py-[3px] font-mono text-[12px]"
    />
  );
}

interface AmountProps {
  label: string;
  value: number;
  low: number;
  high: number;
  /** What 0 means, in words. */
  zero?: string;
  onChange: (value: number) => void;
}

/** A whole number, by steps or typed. */
function Amount({ label, value, low, high, zero, onChange }: AmountProps) {
  const step = (by: number) => value + by >= low && value + by <= high && onChange(value + by);
  return (
    <span className="flex w-fit items-center overflow-hidden rounded-md border border-control bg-raised">
      <Button
        aria-label={`${label}: one less`}
        disabled={value <= low}
        onClick={() => step(-1)}
        look="bare"
        className="px-2 hover:bg-line-2"
      >
        −
      </Button>
      <input
        key={value}
        aria-label={label}
        inputMode="numeric"
        defaultValue={value === 0 && zero ? zero : value}
        onBlur={(e) => {
          const typed = Number(e.target.value);
          if (e.target.value.trim() !== "" && Number.isInteger(typed) && typed !== value) onChange(typed);
          else e.target.value = value === 0 && zero ? zero : String(value);
        }}
        onFocus={(e) => e.target.select()}
        onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
        className={`${zero ? "w-[74px]" : "w-9"} border-x border-line-2 bg-transparent py-[3px] text-center font-mono text-[12px]`}
      />
      <Button
        aria-label={`${label}: one more`}
        disabled={value >= high}
        onClick={() => step(1)}
        look="bare"
        className="px-2 hover:bg-line-2"
      >
        +
      </Button>
    </span>
  );
}
