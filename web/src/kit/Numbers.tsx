import { useState, type KeyboardEvent } from "react";
import type { KitView, Span, Step } from "../api/client";
import { CellInput, type Onward } from "../bench/CellInput";
import { Button } from "../parts/Button";

interface Props {
  view: KitView;
  template: string;
  steps: Step[];
  /** The step that was refused, and why. */
  refused?: { at: Step; why: string };
  onStep: (step: Step) => void;
}

type Field = "rename" | "from" | "container" | "content" | "columns" | "gutter" | "rowGutter" | "edge";

const lines: readonly (readonly [Field, string])[] = [
  ["rename", "Name"],
  ["from", "From"],
  ["container", "Container"],
  ["content", "Content"],
  ["columns", "Columns"],
  ["gutter", "Gutter"],
  ["rowGutter", "Between lines"],
  ["edge", "Edge"],
];

/** A length at both ends of a range. */
export function spanText(s: Span | null | undefined): string {
  if (!s) return "";
  const figure = (n: number) => String(Math.round(n * 100) / 100);
  if (s.from === s.to) return figure(s.from);
  return s.to ? `${figure(s.from)} to ${figure(s.to)}` : `${figure(s.from)} and up`;
}

/** A number without its px. */
const short = (text: string) => text.replace(/^(\d+(\.\d+)?)px$/, "$1").replace(/ column$/, "");

/** The kit's numbers, a line each, under the breakpoints: typed where they stand. */
export function Numbers({ view, template, steps, refused, onStep }: Props) {
  const [open, setOpen] = useState<string | null>(null);
  const [first, setFirst] = useState(""); // the key a cell was opened with
  const count = view.cells.length;

  /** What is set at a breakpoint, and what holds there. */
  function cell(field: Field, i: number): { own: string; holds: string } {
    if (field === "rename") return { own: view.kit.breakpoints[i]!.name, holds: "" };
    const own = view.cells[i]![field];
    if (field === "content") return { own, holds: own || spanText(view.facts[i]!.content) };
    let holds = own;
    for (let at = i; at >= 0 && !holds; at--) holds = view.cells[at]![field];
    return { own, holds };
  }

  function commit(field: Field, i: number, text: string, had: string, onward: Onward | null) {
    const line = lines.findIndex(([f]) => f === field);
    const next =
      onward === "right" && i + 1 < count
        ? `${field} ${i + 1}`
        : onward === "left" && i > 0
          ? `${field} ${i - 1}`
          : onward === "down" && lines[line + 1]
            ? `${lines[line + 1]![0]} ${i}`
            : onward === "up" && line > 0
              ? `${lines[line - 1]![0]} ${i}`
              : null;
    setOpen(next);
    setFirst("");
    if (text.trim() !== had) {
      onStep({ field, breakpoint: view.kit.breakpoints[i]!.name, text });
    }
  }

  /** Moves the focus from cell to cell with the arrow keys. */
  function walk(event: KeyboardEvent<HTMLElement>, field: Field, i: number): boolean {
    const step = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] }[event.key];
    if (!step || event.ctrlKey || event.metaKey || event.altKey) return false;
    event.preventDefault();
    const table = event.currentTarget.closest("[role=table]");
    let [line, at] = [lines.findIndex(([f]) => f === field) + step[0]!, i + step[1]!];
    for (let row = lines[line]; row && at >= 0 && at < count; row = lines[line]) {
      const cell = table?.querySelector<HTMLElement>(`[data-number="${row[0]} ${at}"]`);
      if (cell) {
        cell.focus();
        break;
      }
      [line, at] = [line + step[0]!, at + step[1]!]; // what is not typed is passed over
    }
    return true;
  }

  return (
    <div role="table" aria-label="Numbers" className="pt-1">
      {lines.map(([field, label]) => (
        <div
          key={field}
          role="row"
          className="grid items-center gap-x-2 border-b border-line-2 py-[3px]"
          style={{ gridTemplateColumns: template }}
        >
          <span role="rowheader">{label}</span>
          {view.kit.breakpoints.map((b, i) => {
            const key = `${field} ${i}`;
            const { own, holds } = cell(field, i);
            const fixed =
              field !== "rename" && (view.fixed || (field === "from" && i === 0) || (field === "content" && !own));
            const step = steps.find((s) => s.field === field && s.breakpoint === b.name);
            const wrong = refused && step === refused.at ? refused.why : undefined;
            const text = wrong ? (step?.text ?? "") : short(own);
            const begun = open === key && !wrong ? first : "";
            return (
              <span role="cell" key={key} className="flex min-w-0 justify-center font-mono text-[12px]">
                {open === key || wrong ? (
                  <CellInput
                    key={wrong}
                    label={`${label} at ${b.name}`}
                    text={begun || text}
                    overwrite={!begun}
                    wrong={wrong}
                    align={i === count - 1 ? "end" : "start"}
                    onCommit={(typed, onward) => commit(field, i, typed, text, onward)}
                    onCancel={() => setOpen(null)}
                  />
                ) : fixed ? (
                  <span className="text-ink-2">
                    {own ? short(own) : field === "content" ? holds : `← ${short(holds)}`}
                  </span>
                ) : (
                  <Button
                    look="bare"
                    aria-label={`${label} at ${b.name}: ${short(holds) || short(own)}${own ? "" : ", carried"}`}
                    onClick={() => {
                      setFirst("");
                      setOpen(key);
                    }}
                    data-number={key}
                    onKeyDown={(e) => {
                      if (walk(e, field, i)) return;
                      if (e.key.length !== 1 || e.key === " " || e.ctrlKey || e.metaKey || e.altKey) return;
                      e.preventDefault();
                      setFirst(e.key);
                      setOpen(key);
                    }}
                    className={`min-w-12 rounded-[4px] border px-2 py-px ${own ? (step ? "border-madder bg-raised" : "border-line bg-raised") : "border-transparent text-ink-2"}`}
                  >
                    {own ? short(own) : `← ${short(holds)}`}
                  </Button>
                )}
              </span>
            );
          })}
        </div>
      ))}
      <Facts view={view} template={template} />
    </div>
  );
}

interface FactsProps {
  view: KitView;
  template: string;
  /** What they are a table of by themselves. */
  label?: string;
  /** With those that are typed elsewhere. */
  whole?: boolean;
}

/** What the numbers come to. */
export function Facts({ view, template, label, whole = false }: FactsProps) {
  const all = [
    ["Container", "container"],
    ["Gutter", "gutter"],
    ["Edge", "edge"],
    ["Column", "column"],
    ["Pitch", "pitch"],
    ["Content", "content"],
  ] as const;
  return (
    <div role={label ? "table" : "rowgroup"} aria-label={label}>
      {all.slice(whole ? 0 : 3, whole ? undefined : 5).map(([name, field]) => (
        <div
          key={field}
          role="row"
          className="grid items-center gap-x-2 border-b border-line-2 py-[5px] text-woad-deep"
          style={{ gridTemplateColumns: template }}
        >
          <span role="rowheader">{name}</span>
          {view.facts.map((f) => (
            <span role="cell" key={f.breakpoint} className="text-center font-mono text-[12px]">
              {field === "pitch" && f.pitch.from === 0 ? "–" : spanText(f[field])}
            </span>
          ))}
        </div>
      ))}
    </div>
  );
}
