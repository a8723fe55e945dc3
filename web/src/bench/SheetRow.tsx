import { memo } from "react";
import type { Box, Breakpoint, Cell, SheetNode } from "../api/client";
import { CellInput, type Onward } from "./CellInput";
import { Strip, type Pull } from "./Strip";
import type { Spot } from "./view";

/** A cell being typed into, and why it was refused. */
export interface Typing {
  spot: Spot;
  text: string;
  wrong?: string;
}

interface Props {
  node: SheetNode;
  breakpoints: Breakpoint[];
  focus: string;
  template: string;
  /** The node's box in the lane in focus. */
  box: Box | undefined;
  /** The selected cell, when it is in this row: a breakpoint, or null for the
   *  name. */
  selected: string | null | undefined;
  typing: Typing | null;
  /** What was typed and is not answered yet, by breakpoint. */
  sent: Record<string, string> | undefined;
  /** The grid has one cell that Tab reaches: here, the name of this row. */
  entry: boolean;
  onSelect: (spot: Spot) => void;
  onType: (typing: Typing) => void;
  onCommit: (text: string, onward: Onward | null) => void;
  onCancel: () => void;
  onPull: (node: string, pull: Pull) => void;
  onDrop: (node: string, pull: Pull) => void;
}

/** A line of the span sheet: a node's name, then its cell at every breakpoint. */
export const SheetRow = memo(function SheetRow(p: Props) {
  const { node, selected } = p;
  const marked = selected !== undefined;
  return (
    <div
      role="row"
      aria-level={node.depth + 1}
      aria-selected={marked}
      data-row={node.id}
      className={`grid items-center gap-x-2 pl-0.5 ${node.kind === "column" ? "h-[27px]" : "h-[26px] text-ink-2"} ${marked ? "bg-madder-soft" : ""}`}
      style={{ gridTemplateColumns: p.template }}
    >
      <div
        role="rowheader"
        data-spot={`${node.id}/`}
        tabIndex={selected === null || p.entry ? 0 : -1}
        onClick={() => p.onSelect({ node: node.id, breakpoint: null })}
        className="flex min-w-0 cursor-default items-center gap-1.5 rounded-sm pr-1 whitespace-nowrap"
        style={{ paddingLeft: `${6 + node.depth * 13}px` }}
      >
        <Glyph kind={node.kind} />
        <span
          className={`truncate ${marked ? "font-semibold text-ink" : ""} ${node.kind === "column" ? "text-ink" : ""}`}
          title={node.name}
        >
          {node.name}
        </span>
        {(node.element || node.kind === "container") && (
          <span className={`font-mono text-[11px] ${marked ? "text-ink-2" : "text-ink-3"}`}>
            {node.element || "container"}
          </span>
        )}
      </div>
      {p.breakpoints.map((b, i) =>
        node.kind === "column" ? (
          <ColumnCell key={b.name} {...p} breakpoint={b.name} cell={node.cells[i]!} />
        ) : (
          <LedgerCell key={b.name} {...p} breakpoint={b.name} sum={node.sums[i]!} />
        ),
      )}
    </div>
  );
});

type CellProps = Props & { breakpoint: string };

function ColumnCell(p: CellProps & { cell: Cell }) {
  const { node, breakpoint, cell, box } = p;
  const spot = { node: node.id, breakpoint };
  const on = p.selected === breakpoint;
  const typing = on && p.typing?.spot.breakpoint === breakpoint ? p.typing : null;
  const inFocus = breakpoint === p.focus;
  const pending = p.sent?.[breakpoint];
  const text = pending || cell.text;
  const here = pending !== undefined ? pending !== "" : cell.here;
  const origin = cell.here ? "set here" : cell.from ? `carried from ${cell.from}` : "the default";
  const label = `${node.name} at ${breakpoint}: ${cell.text}, ${origin}`;
  return (
    <div
      role="gridcell"
      aria-label={label}
      data-spot={`${node.id}/${breakpoint}`}
      tabIndex={on ? 0 : -1}
      title={inFocus ? undefined : label}
      onPointerDown={() => !typing && p.onSelect(spot)}
      onDoubleClick={() => p.onType({ spot, text: cell.text })}
      className={`flex min-w-0 items-center rounded-[4px] ${on && !typing ? "outline-2 outline-madder" : ""}`}
    >
      {typing ? (
        <CellInput
          label={`${node.name} at ${breakpoint}`}
          text={typing.text}
          wrong={typing.wrong}
          onCommit={p.onCommit}
          onCancel={p.onCancel}
        />
      ) : inFocus && box?.shown && pending === undefined ? (
        <Strip
          box={box}
          here={cell.here}
          selected={p.selected !== undefined}
          onPull={(pull) => p.onPull(node.id, pull)}
          onDrop={(pull) => p.onDrop(node.id, pull)}
        />
      ) : (
        <span
          className={`flex h-[21px] w-full items-center justify-center rounded-[4px] border font-mono text-[12px] ${
            here
              ? "border-line bg-raised text-ink"
              : `border-transparent ${p.selected !== undefined ? "text-ink-2" : "text-ink-3"}`
          } ${text === "x" ? "border-dotted border-control" : ""}`}
        >
          {!here && (
            <span aria-hidden="true" className="mr-0.5 text-[9px]">
              ←
            </span>
          )}
          {text === "x" && inFocus ? "hidden" : text}
        </span>
      )}
    </div>
  );
}

function LedgerCell(p: CellProps & { sum: SheetNode["sums"][number] }) {
  const { node, breakpoint, sum } = p;
  const on = p.selected === breakpoint;
  const why = [`${sum.text}${sum.state && `, ${sum.state}`}`, ...sum.reasons].join("\n");
  return (
    <div
      role="gridcell"
      aria-label={`${node.name} at ${breakpoint}: ${why}`}
      data-spot={`${node.id}/${breakpoint}`}
      tabIndex={on ? 0 : -1}
      title={why}
      onPointerDown={() => p.onSelect({ node: node.id, breakpoint })}
      className={`min-w-0 truncate rounded-[4px] font-mono text-[11px] ${breakpoint === p.focus ? "" : "text-center"} ${on ? "outline-2 outline-madder" : ""}`}
    >
      {breakpoint === p.focus ? (
        <>
          {sum.text}
          {sum.state && (
            <span className={`ml-2.5 ${sum.full ? "text-woad-text" : "font-medium text-weld"}`}>{sum.state}</span>
          )}
        </>
      ) : (
        <span
          className={
            node.kind === "container" || sum.full
              ? p.selected !== undefined
                ? "text-ink-2"
                : "text-ink-3"
              : "text-weld"
          }
        >
          {sum.short}
        </span>
      )}
    </div>
  );
}

function Glyph({ kind }: { kind: SheetNode["kind"] }) {
  return (
    <svg width="13" height="11" viewBox="0 0 13 11" className="flex-none" aria-hidden="true">
      {kind === "container" && (
        <rect x=".5" y=".5" width="12" height="10" fill="none" strokeDasharray="2 2" className="stroke-control" />
      )}
      {kind === "row" && <rect x=".5" y="1.5" width="12" height="8" rx="1.5" fill="none" className="stroke-control" />}
      {kind === "column" && <rect x="3" width="7" height="11" rx="1.5" className="fill-woad-line" />}
    </svg>
  );
}
