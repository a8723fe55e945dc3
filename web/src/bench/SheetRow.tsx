import { ChevronRight, SlidersHorizontal } from "lucide-react";
import { memo, type PointerEvent } from "react";
import { Button } from "../parts/Button";
import type { Box, Breakpoint, Cell, SheetNode } from "../api/client";
import { CellInput, type Onward } from "./CellInput";
import { Naming, type Writing } from "./Naming";
import { marks, type Finding, type Told } from "./findings";
import { Strip, type Pull } from "./Strip";
import { type Spot, viewStore } from "./view";

/** A cell being typed into, and why it was refused. */
export interface Typing {
  spot: Spot;
  text: string;
  wrong?: string;
  /** Does it all the same, with a rule of the page's own. */
  onRule?: () => void;
}

interface Props {
  node: SheetNode;
  /** Its place among all rows, from 0, and how far down it stands, in px. */
  index: number;
  top: number;
  breakpoints: Breakpoint[];
  focus: string;
  template: string;
  /** The node's box in the lane in focus, and its row's. */
  box: Box | undefined;
  row: Box | undefined;
  /** The selected cell, when it is in this row: a breakpoint, or null for the
   *  name. */
  selected: string | null | undefined;
  /** The breakpoints at which it is selected together with other cells, with a
   *  space around each. */
  gathered: string;
  /** Whether its blocks have lines; undefined where it has none. */
  unfolded: boolean | undefined;
  typing: Typing | null;
  /** Its name or element, while that is being written. */
  writing: Writing["what"] | null;
  elements: readonly string[];
  /** What is told of it. */
  told: Told | undefined;
  onWrite: (text: string) => void;
  /** What was typed and is not answered yet, by breakpoint. */
  sent: Record<string, string> | undefined;
  /** The grid has one cell that Tab reaches: here, the name of this row. */
  entry: boolean;
  onSelect: (spot: Spot, how: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }) => void;
  onType: (typing: Typing) => void;
  /** Opens all settings of a cell. */
  onOpen: (spot: Spot) => void;
  /** Takes what is typed into a cell, at each key. */
  onInput: (text: string) => void;
  /** Leaves a cell that was entered, for the next key. */
  onPassed: () => void;
  onCommit: (text: string, onward: Onward | null) => void;
  onCancel: () => void;
  onPull: (node: string, pull: Pull) => void;
  onDrop: (node: string, pull: Pull) => void;
}

/** A line of the span sheet: a node's name, then its cell at every breakpoint. */
export const SheetRow = memo(function SheetRow(p: Props) {
  const { node, selected } = p;
  const marked = selected !== undefined || p.gathered.includes("  ");
  const finding = p.told?.get("");
  return (
    <div
      role="row"
      aria-level={node.depth + 1}
      aria-rowindex={p.index + 2}
      aria-selected={marked}
      aria-expanded={p.unfolded}
      data-row={node.id}
      className={`absolute inset-x-0 grid items-center gap-x-2 pl-0.5 ${node.kind === "column" ? "h-[27px]" : "h-[26px] text-ink-2"} ${marked ? "bg-madder-soft" : ""}`}
      style={{ gridTemplateColumns: p.template, top: p.top }}
    >
      <div
        role="rowheader"
        data-spot={`${node.id}/`}
        tabIndex={selected === null || p.entry ? 0 : -1}
        onClick={(e) => p.onSelect({ node: node.id, breakpoint: null }, e)}
        className="flex min-w-0 cursor-default select-none items-center gap-1.5 rounded-sm pr-1 whitespace-nowrap"
        style={{ paddingLeft: `${6 + node.depth * 13}px` }}
      >
        {p.unfolded !== undefined && (
          <Button
            look="bare"
            tabIndex={-1}
            aria-hidden="true" // B does it, and the row says whether it is expanded
            title={`${p.unfolded ? "Hide" : "Show"} its blocks (B)`}
            onClick={(e) => {
              e.stopPropagation();
              viewStore.getState().unfold([node.id], !p.unfolded);
            }}
            className="-ml-[13px] grid h-4 w-[13px] flex-none place-items-center text-ink-3 hover:text-ink"
          >
            <ChevronRight size={11} aria-hidden="true" className={p.unfolded ? "rotate-90" : ""} />
          </Button>
        )}
        <Glyph kind={node.kind} />
        {p.writing === "name" ? (
          <Naming
            what="name"
            name={node.name}
            text={node.name}
            elements={p.elements}
            onCommit={p.onWrite}
            onCancel={p.onCancel}
          />
        ) : (
          <span
            className={`truncate ${marked ? "font-semibold text-ink" : ""} ${node.kind === "column" ? "text-ink" : ""}`}
            title={node.name}
          >
            {node.name}
          </span>
        )}
        {p.writing === "element" ? (
          <Naming
            what="element"
            name={node.name}
            text={node.element || (node.kind === "section" ? "section" : "div")}
            elements={p.elements}
            onCommit={p.onWrite}
            onCancel={p.onCancel}
          />
        ) : node.item || node.element || node.content || node.kind === "container" || node.kind === "section" ? (
          <span className={`font-mono text-[12px] ${marked ? "text-ink-2" : "text-ink-3"}`}>
            {node.item ? "li" : node.element || node.content?.type || node.kind}
          </span>
        ) : null}
        {finding && (
          <span title={finding.text} className={`flex-none text-[12px] ${marks[finding.severity].tone}`}>
            <span aria-hidden="true">{marks[finding.severity].sign}</span>
            <span className="sr-only">finding: {finding.text}</span>
          </span>
        )}
        {node.note && (
          <span title={node.note} className="text-weld">
            <span aria-hidden="true">¶</span>
            <span className="sr-only">note: {node.note}</span>
          </span>
        )}
      </div>
      {p.breakpoints.map((b, i) =>
        node.kind === "section" || node.kind === "element" ? (
          <div
            key={b.name}
            role="gridcell"
            aria-label={`${node.name} at ${b.name}: ${node.kind === "section" ? "as wide as the viewport" : "not part of the grid"}`}
            data-spot={`${node.id}/${b.name}`}
            tabIndex={selected === b.name ? 0 : -1}
            onPointerDown={(e) => {
              pressed = { x: e.clientX, y: e.clientY };
              p.onSelect({ node: node.id, breakpoint: b.name }, e);
            }}
            onPointerEnter={(e) =>
              e.buttons === 1 &&
              hasMoved(e) &&
              p.onSelect({ node: node.id, breakpoint: b.name }, { shiftKey: true, ctrlKey: false, metaKey: false })
            }
            className={`h-[21px] rounded-[4px] ${selected === b.name ? "outline-2 outline-madder" : p.gathered.includes(` ${b.name} `) ? "bg-madder-soft outline-1 outline-madder" : ""}`}
          />
        ) : node.kind === "container" ? (
          <ContainerCell
            key={b.name}
            {...p}
            {...unruled}
            breakpoint={b.name}
            cell={node.cells[i]!}
            sum={node.sums[i]!}
          />
        ) : (
          <SettingCell
            key={b.name}
            {...p}
            {...(b.name !== p.focus && unruled)}
            breakpoint={b.name}
            cell={node.cells[i]!}
            units={b.units}
            sum={node.sums[i]}
          />
        ),
      )}
    </div>
  );
});

type CellProps = Props & { breakpoint: string };
type Sum = SheetNode["sums"][number];

/** Where the pointer was pressed. A cell that comes under it since the sheet scrolls is
 *  not one it was drawn over. */
let pressed = { x: 0, y: 0 };
const hasMoved = (e: PointerEvent) => Math.abs(e.clientX - pressed.x) + Math.abs(e.clientY - pressed.y) > 3;

/** Only cells in focus have a ruler, so that others stay as they are when something moves. */
const unruled = { box: undefined, row: undefined };

/** What a row, a column or a block is set to at a breakpoint: typed over, or opened. */
const SettingCell = memo(function SettingCell(p: CellProps & { cell: Cell; units: string; sum: Sum | undefined }) {
  const { node, breakpoint, cell } = p;
  const spot = { node: node.id, breakpoint };
  const on = p.selected === breakpoint;
  const inFocus = breakpoint === p.focus;
  const among = p.gathered.includes(` ${breakpoint} `);
  const typing = on && p.typing?.spot.breakpoint === breakpoint ? p.typing : null;
  const finding = p.told?.get(breakpoint);
  const label = `${node.name} at ${breakpoint}: ${saying(node, cell, p.sum)}`;
  return (
    <div
      role="gridcell"
      aria-label={typing ? undefined : label}
      data-spot={`${node.id}/${breakpoint}`}
      tabIndex={on ? 0 : -1}
      title={[label, finding?.text].filter(Boolean).join("\n")}
      onPointerDown={(e) => {
        pressed = { x: e.clientX, y: e.clientY };
        if (!typing) p.onSelect(spot, e);
      }}
      onPointerEnter={(e) =>
        e.buttons === 1 &&
        !inFocus &&
        hasMoved(e) &&
        p.onSelect(spot, { shiftKey: true, ctrlKey: false, metaKey: false })
      }
      onDoubleClick={() => p.onType({ spot, text: cell.text })}
      aria-selected={on || among}
      className={`relative flex min-w-0 items-center rounded-[4px] ${on && !typing ? "outline-2 outline-madder" : among ? "bg-madder-soft outline-1 outline-madder" : ""}`}
    >
      {typing ? (
        <CellInput
          label={`${node.name} at ${breakpoint}`}
          text={typing.text}
          wrong={typing.wrong}
          offer={typing.onRule && { label: "Write a rule", onTake: typing.onRule }}
          onInput={p.onInput}
          onPassed={p.onPassed}
          onCommit={p.onCommit}
          onCancel={p.onCancel}
        />
      ) : node.kind === "row" ? (
        <RowSaid {...p} />
      ) : node.kind === "block" ? (
        <BlockSaid {...p} />
      ) : (
        <ColumnSaid {...p} />
      )}
      {!typing && <More cell={cell} finding={finding} />}
      {on && !typing && <Opener name={node.name} spot={spot} onOpen={p.onOpen} />}
    </div>
  );
});

/** The sum of a row's line, where it is seen: a row of so many a line says that in its cell already. */
const sumSeen = (text: string, sum: Sum | undefined) => (text.startsWith("÷") ? "" : sum?.text);

/** A cell in words. What is seen in it stands together and comes first, as those expect who speak to their browser. */
function saying(node: SheetNode, cell: Cell, sum: Sum | undefined): string {
  const origin = cell.here ? "set here" : cell.from ? `carried from ${cell.from}` : "the default";
  const word = cell.text === "x" ? "hidden" : node.kind === "block" && /^\*?$/.test(cell.text) ? "shown" : "";
  const set = [cell.text, word, cell.more].filter(Boolean).join(", ");
  if (!sum) return [set && `${set}, ${origin}`, cell.wrong].filter(Boolean).join("\n");
  const seen = sumSeen(cell.text, sum);
  const line = [cell.text, seen, sum.state, cell.more, set && origin, !seen && sum.text].filter(Boolean).join(", ");
  return [line, ...sum.reasons, cell.wrong].filter(Boolean).join("\n");
}

/** The sign of what is told of a cell, or that more is set here than its text says. */
function More({ cell, finding }: { cell: Cell; finding?: Finding | undefined }) {
  const severity = finding?.severity ?? (cell.wrong ? "surprise" : undefined);
  if (!severity && !(cell.more && cell.here)) return null;
  return (
    <i
      aria-hidden="true"
      className={`absolute -top-px right-0.5 font-mono text-[12px] not-italic ${severity ? marks[severity].tone : "text-ink-2"}`}
    >
      {severity ? marks[severity].sign : "+"}
    </i>
  );
}

/** The way to all settings of the selected cell. */
function Opener({ name, spot, onOpen }: { name: string; spot: Spot; onOpen: (spot: Spot) => void }) {
  return (
    <Button
      tabIndex={-1}
      aria-label={`Settings of ${name} at ${spot.breakpoint}`}
      title="All settings (S)"
      onPointerDown={(e) => e.stopPropagation()}
      onClick={() => onOpen(spot)}
      look="bare"
      className="absolute -right-1.5 -bottom-1.5 z-10 grid size-[15px] place-items-center rounded-full border border-madder bg-raised text-madder"
    >
      <SlidersHorizontal size={9} aria-hidden="true" />
    </Button>
  );
}

type SaidProps = CellProps & { cell: Cell; units: string; sum: Sum | undefined };

/** The width in a cell's notation: its only part, or the one after what is before the column. */
const widthIn = (text: string) => text.split("_")[text.includes("_") ? 1 : 0]!;

/** A column's cell: a strip in the breakpoint in focus, else its notation. */
function ColumnSaid({ cell, box, row, breakpoint, focus, ...p }: SaidProps) {
  const inFocus = breakpoint === focus;
  const pending = p.sent?.[breakpoint];
  const text = pending || cell.text;
  const here = pending !== undefined ? pending !== "" : cell.here;
  if (inFocus && box?.shown && row && pending === undefined) {
    const ratios = p.units.split(" ").map(Number);
    return (
      <Strip
        box={box}
        row={row}
        ratios={ratios.length > 1 && ratios.length === box.columns ? ratios : null}
        text={box.span === "per line" ? "" : widthIn(cell.text)}
        here={cell.here}
        selected={p.selected !== undefined}
        onPull={(pull) => p.onPull(p.node.id, pull)}
        onDrop={(pull) => p.onDrop(p.node.id, pull)}
      />
    );
  }
  return (
    <Said here={here} dotted={text === "x"} marked={p.selected !== undefined}>
      {text === "x" && inFocus ? "hidden" : text}
    </Said>
  );
}

/** A block's cell: whether it is hidden or shown again. */
function BlockSaid({ cell, breakpoint, focus, ...p }: SaidProps) {
  const text = p.sent?.[breakpoint] ?? cell.text;
  const inFocus = breakpoint === focus;
  if (text === "") return <span className="h-[21px] w-full" />;
  return (
    <Said here={cell.here} dotted={text === "x"} marked={p.selected !== undefined}>
      {text === "x" && inFocus ? "hidden" : text === "*" && inFocus ? "shown" : text}
    </Said>
  );
}

/** A row's cell: how many stand on a line, if it says so, and its ledger. */
function RowSaid({ cell, sum, breakpoint, focus, ...p }: SaidProps) {
  const text = p.sent?.[breakpoint] ?? cell.text;
  if (breakpoint === focus) {
    return (
      <span className="flex min-w-0 items-center gap-2.5">
        {text && (
          <span className="w-9 flex-none">
            <Said here={cell.here} marked={p.selected !== undefined}>
              {text}
            </Said>
          </span>
        )}{" "}
        <span className="truncate font-mono text-[12px] text-ink-2">{sumSeen(text, sum)}</span>{" "}
        {sum?.state && (
          <span className={`flex-none font-mono text-[12px] ${sum.full ? "text-woad-text" : "font-medium text-weld"}`}>
            {sum.state}
          </span>
        )}
      </span>
    );
  }
  if (text)
    return (
      <Said here={cell.here} marked={p.selected !== undefined}>
        {text}
      </Said>
    );
  return (
    <span
      className={`w-full truncate text-center font-mono text-[12px] ${sum?.full ? (p.selected !== undefined ? "text-ink-2" : "text-ink-3") : "text-weld"}`}
    >
      {sum?.short}
    </span>
  );
}

/** Up to how many letters fit into every cell. Others are clipped, which is dear to draw in every cell. */
const shortText = 4;

/** Something said in a cell: boxed where it is set here, else faint with an arrow. */
function Said(p: { here: boolean; dotted?: boolean; marked: boolean; children: string }) {
  return (
    <span
      className={`flex h-[21px] w-full items-center justify-center ${p.children.length > shortText ? "overflow-hidden" : ""} rounded-[4px] border font-mono text-[12px] ${
        p.here ? "border-line bg-raised text-ink" : `border-transparent ${p.marked ? "text-ink-2" : "text-ink-3"}`
      } ${p.dotted ? "border-dotted border-control" : ""}`}
    >
      {!p.here && (
        <span aria-hidden="true" className="mr-0.5 text-[12px]">
          ←
        </span>
      )}
      {p.children}
    </span>
  );
}

/** How wide a container is. */
const ContainerCell = memo(function ContainerCell(p: CellProps & { cell: Cell; sum: Sum }) {
  const { node, breakpoint, cell, sum } = p;
  const on = p.selected === breakpoint;
  const inFocus = breakpoint === p.focus;
  const origin = cell.here ? "set here" : `carried from ${cell.from}`;
  const said = [`${node.frame}, ${sum.text}`, cell.more && `${cell.more}, ${origin}`, cell.wrong]
    .filter(Boolean)
    .join("\n");
  return (
    <div
      role="gridcell"
      aria-label={`${node.name} at ${breakpoint}: ${said}`}
      data-spot={`${node.id}/${breakpoint}`}
      tabIndex={on ? 0 : -1}
      title={said}
      onPointerDown={(e) => p.onSelect({ node: node.id, breakpoint }, e)}
      className={`relative min-w-0 rounded-[4px] font-mono text-[12px] ${inFocus ? "" : "text-center"} ${on ? "outline-2 outline-madder" : ""} ${p.selected === undefined && !inFocus ? "text-ink-3" : "text-ink-2"}`}
    >
      <span className="block truncate">
        {inFocus ? `${node.frame === "fixed" ? "" : `${node.frame}, `}${sum.text}` : sum.short}
      </span>
      <More cell={cell} />
      {on && <Opener name={node.name} spot={{ node: node.id, breakpoint }} onOpen={p.onOpen} />}
    </div>
  );
});

function Glyph({ kind }: { kind: SheetNode["kind"] }) {
  return (
    <svg width="13" height="11" viewBox="0 0 13 11" className="flex-none" aria-hidden="true">
      {kind === "section" && <path d="M.5 .5H12.5M.5 10.5H12.5" fill="none" className="stroke-ink-2" />}
      {kind === "container" && (
        <rect x=".5" y=".5" width="12" height="10" fill="none" strokeDasharray="2 2" className="stroke-control" />
      )}
      {kind === "row" && <rect x=".5" y="1.5" width="12" height="8" rx="1.5" fill="none" className="stroke-control" />}
      {kind === "element" && <path d="M.5 3V.5H12.5V3M.5 8v2.5H12.5V8" fill="none" className="stroke-control" />}
      {kind === "block" && <path d="M1.5 3.5h10M1.5 7.5h7" fill="none" className="stroke-control" />}
      {kind === "column" && <rect x="3" width="7" height="11" rx="1.5" className="fill-woad-line" />}
    </svg>
  );
}
