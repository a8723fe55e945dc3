import { defaultRangeExtractor, useVirtualizer } from "@tanstack/react-virtual";
import {
  Suspense,
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
} from "react";
import { flushSync } from "react-dom";
import type { Bench, Operation, SheetNode } from "../api/client";
import type { Place } from "../api/bench";
import type { Deed } from "../api/deed";
import { lineStore } from "../api/edits";
import { press } from "./actions";
import { useActing } from "./acting";
import type { Onward } from "./CellInput";
import { cellOf, keyOf, nodesOf, walk } from "./cells";
import { useClip } from "./clip";
import { usePull } from "./pull";
import { useRange } from "./range";
import { SheetRow, type Typing } from "./SheetRow";
import { worstOf } from "./findings";
import { elementsOf } from "./kinds";
import { later } from "../parts/later";
import { linesOf } from "./tree";
import { useView, type Spot, viewStore } from "./view";

const Settings = later(() => import("./Settings"));

interface Props {
  place: Place;
  /** The page as shown: while a strip is dragged, as it would become. */
  bench: Bench;
  /** The lanes as they are, from which a strip is dragged. */
  lanes: Bench["lanes"];
  focus: string;
  template: string;
  onDo: (deed: Deed, answered?: () => void) => Promise<Bench | null>;
  /** Shows what an operation would make, or what is there again. */
  onTry: (operation: Operation | null) => void;
  /** Has what an operation makes known before it is done. */
  onForesee: (operation: Operation) => void;
}

/** What a cell may begin with when it is typed over. */
const begins: Partial<Record<SheetNode["kind"], RegExp>> = {
  column: /^[0-9@*xX_=~]$/,
  row: /^[/÷o]$/,
  block: /^[x*]$/,
};

/** Where a committed cell goes on to: places, lines, and whether past what is not typed into. */
const onwards: Record<Onward, [number, number, boolean]> = {
  down: [0, 1, true],
  up: [0, -1, true],
  right: [1, 0, false],
  left: [-1, 0, false],
};

/** How long an answer may take to be drawn together with the step to the next cell, in ms. */
const soon = 60;

/** The span sheet: the page's tree, and every column's span at every breakpoint.
 *  One grid, walked with the arrow keys. */
export function Sheet({ place, bench, lanes, focus, template, onDo, onTry, onForesee }: Props) {
  const spot = useView((v) => v.spot);
  const seeking = useView((v) => v.seeking);
  const gathered = useView((v) => v.cells);
  const sent = useView((v) => v.sent);
  const {
    select,
    go,
    gather,
    advance,
    sending,
    catchUp,
    found,
    write: setWriting,
    open: setOpened,
  } = viewStore.getState();
  const acting = useActing();
  const writing = useView((v) => v.writing);
  const [typed, setTyping] = useState<Typing | null>(null);
  // A cell that is left is no longer typed into.
  const typing = typed && spot && keyOf(typed.spot) === keyOf(spot) ? typed : null;
  const opened = useView((v) => v.opened);
  const grid = useRef<HTMLDivElement>(null);
  const unfolded = useView((v) => v.unfolded);
  const lines = useMemo(() => linesOf(bench, unfolded), [bench, unfolded]);
  const holding = useMemo(() => new Set(bench.nodes.filter((n) => n.kind === "block").map((n) => n.parent)), [bench]);
  const told = useMemo(() => worstOf(bench.findings), [bench.findings]);
  const breakpoints = useMemo(() => bench.breakpoints.map((b) => b.name), [bench.breakpoints]);
  const cells = { lines, breakpoints };
  const boxes = useMemo(() => {
    const lane = lanes.find((l) => l.breakpoint === focus);
    return new Map(lane?.boxes.map((b) => [b.id, b]));
  }, [lanes, focus]);

  // Only the rows in sight are there, and the one that is selected.
  const at = useMemo(() => lines.findIndex((n) => n.id === spot?.node), [lines, spot]);
  // eslint-disable-next-line react-hooks/incompatible-library
  const rows = useVirtualizer({
    count: lines.length,
    getScrollElement: () => grid.current,
    getItemKey: (i) => lines[i]!.id,
    estimateSize: (i) => (lines[i]!.kind === "column" ? 27 : 26),
    overscan: 10,
    rangeExtractor: (range) => {
      const seen = defaultRangeExtractor(range);
      return at < 0 || seen.includes(at) ? seen : [...seen, at].sort((a, b) => a - b);
    },
  });

  const cellAt = useCallback(
    (to: Spot) => grid.current?.querySelector<HTMLElement>(`[data-spot="${to.node}/${to.breakpoint ?? ""}"]`),
    [],
  );

  // The keyboard's focus goes where the selection goes, once its cell is drawn: by whatever draws it.
  useEffect(() => {
    if (!seeking || !spot || typing || writing || at < 0) return;
    const cell = cellAt(spot);
    if (!cell) return;
    found();
    // A dialog that closed gives the focus back a moment later; one that was opened meanwhile keeps it.
    if (document.activeElement?.closest('[role="dialog"]')) return;
    // Scrolling has the page laid out, so only when it must.
    const [row, top] = [rows.measurementsCache[at], rows.scrollOffset ?? 0];
    if (!row || row.start < top || row.end > top + (rows.scrollRect?.height ?? 0)) {
      rows.scrollToIndex(at, { align: "auto" });
    }
    cell.focus({ preventScroll: true });
  });

  // Where the selected node goes, by another window say, the one that comes to stand there
  // is selected. One that was never here is on its way: it can be selected before its Bench is drawn.
  const stood = useRef({ node: "", at: -1 });
  useEffect(() => {
    if (!spot) return;
    if (at >= 0) {
      stood.current = { node: spot.node, at };
      return;
    }
    const next = lines[Math.min(stood.current.at, lines.length - 1)];
    if (next && stood.current.node === spot.node) {
      const left = document.activeElement === null || document.activeElement === document.body;
      (left ? go : select)({ node: next.id, breakpoint: spot.breakpoint });
    }
  }, [spot, at, lines, go, select]);

  const { extend, toggle, chosen } = useRange(cells);
  const leaving = useRef<(() => void) | null>(null);

  useClip(grid, typing || writing ? null : spot, place, bench, chosen, onDo);

  async function commit(text: string, onward: Onward | null) {
    const at = typing?.spot;
    if (!at?.breakpoint) return setTyping(null);
    const { node, breakpoint } = at;
    const filled = chosen(at);
    const next = onward && (walk(cells, at, ...onwards[onward]) ?? at);
    const leave = () => {
      clearTimeout(timer);
      if (leaving.current !== leave) return;
      leaving.current = null;
      const { spot } = viewStore.getState();
      // The focus goes on before the field is taken away: afterwards the page would be laid
      // out for it.
      if (next && spot && keyOf(spot) === keyOf(at)) {
        cellAt(next)?.focus({ preventScroll: true });
        advance(next);
      }
      setTyping((now) => (now?.spot === at ? null : now));
      sending(node, breakpoint, text);
    };
    leaving.current = leave;
    const timer = next ? window.setTimeout(leave, soon) : 0;
    if (!next) leave();
    // What comes with the answer is drawn with it, at once.
    const made = await onDo({ type: { cells: filled, text } }, () => {
      leave();
      catchUp(node, breakpoint);
    });
    if (!made && latest.current.has(node)) {
      if (filled.length > 1) gather(at, filled.map(keyOf));
      else select(at);
      const { refused, offer } = lineStore.getState();
      const rule = () => {
        cancel();
        void onDo(offer!);
      };
      setTyping({ spot: at, text, wrong: refused, onRule: offer ? rule : undefined });
    }
  }

  /** Gives the node its new name, or it and what is selected with it their element. */
  function write(text: string) {
    if (!writing) return;
    const { node, what } = writing;
    setWriting(null);
    if (spot) go(spot);
    if (what === "name") return void onDo({ describe: { node, name: text } });
    const all = gathered.length > 0 ? nodesOf(gathered) : [node];
    const steps = all.map((id) => {
      const own = lines.find((n) => n.id === id)?.kind === "section" ? "section" : "div";
      return { describe: { node: id, element: text === own ? "" : text } };
    });
    void onDo(steps.length > 1 ? { together: { steps, summary: `${text} for ${steps.length} nodes` } } : steps[0]!);
  }

  function cancel() {
    setWriting(null);
    setTyping(null);
    if (spot) go(spot);
  }

  function input(text: string) {
    if (typing) onForesee({ type: { cells: chosen(typing.spot), text } });
  }

  // Rows that did not change are not drawn again, so what they call stays the same.
  const has = (node: string) => lines.some((n) => n.id === node);
  const latest = useRef({ commit, cancel, input, key, extend, toggle, write, has });
  useLayoutEffect(() => {
    latest.current = { commit, cancel, input, key, extend, toggle, write, has };
  });
  const choose = useCallback(
    (to: Spot, how: { shiftKey: boolean; ctrlKey: boolean; metaKey: boolean }) => {
      if (how.shiftKey) latest.current.extend(to);
      else if (how.ctrlKey || how.metaKey) latest.current.toggle(to);
      else go(to);
    },
    [go],
  );
  const onCommit = useCallback((text: string, onward: Onward | null) => void latest.current.commit(text, onward), []);
  const onInput = useCallback((text: string) => latest.current.input(text), []);
  const onPassed = useCallback(() => flushSync(() => leaving.current?.()), []);
  const onWrite = useCallback((text: string) => latest.current.write(text), []);
  const onCancel = useCallback(() => latest.current.cancel(), []);

  function key(event: KeyboardEvent) {
    if (typing || writing) return;
    if (!spot) {
      // Nothing is selected yet: the arrows begin at the first line.
      if (!event.key.startsWith("Arrow") || !lines[0]) return;
      event.preventDefault();
      return go({ node: lines[0].id, breakpoint: null });
    }
    const node = lines.find((n) => n.id === spot.node);
    if (!node) return;
    const plain = !event.altKey && !event.ctrlKey && !event.metaKey;
    const handled =
      (plain && sheetKey(event, node)) ||
      press(event, ["node", "sheet"], { ...acting, node }) ||
      (plain && overtype(event, node));
    if (handled) event.preventDefault();
  }

  /** Walks the sheet and types into it. */
  function sheetKey(event: KeyboardEvent, node: SheetNode): boolean {
    const arrows: Record<string, [number, number]> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
    };
    const arrow = arrows[event.key];
    if (arrow) {
      const next = walk(cells, spot!, ...arrow);
      if (next && event.shiftKey) extend(next);
      else if (next) go(next);
      return true;
    }
    if (event.key === "Home" || event.key === "End") {
      const line = event.key === "Home" ? lines[0] : lines.at(-1);
      if (line) go({ node: line.id, breakpoint: spot?.breakpoint ?? null });
      return true;
    }
    if (begins[node.kind] && spot?.breakpoint && (event.key === "Enter" || event.key === "F2")) {
      const at = bench.breakpoints.findIndex((b) => b.name === spot!.breakpoint);
      setTyping({ spot, text: node.cells[at]?.text ?? "" });
      return true;
    }
    return false;
  }

  /** Begins to type over a cell with what may begin one. */
  function overtype(event: KeyboardEvent, node: SheetNode): boolean {
    if (!spot?.breakpoint || !begins[node.kind]?.test(event.key)) return false;
    setTyping({ spot, text: event.key });
    onForesee({ type: { cells: chosen(spot), text: event.key } });
    return true;
  }

  const { pullTo, drop } = usePull(focus, onDo, onTry);

  const gatheredOf = useMemo(() => {
    const by = new Map<string, string>();
    for (const key of gathered) {
      const { node, breakpoint } = cellOf(key);
      by.set(node, `${by.get(node) ?? " "}${breakpoint} `);
    }
    return by;
  }, [gathered]);
  const known = spot && lines.some((n) => n.id === spot.node);
  return (
    <div
      ref={grid}
      role="treegrid"
      tabIndex={-1}
      aria-label="Span sheet"
      aria-multiselectable="true"
      aria-rowcount={lines.length + 1}
      onKeyDown={(event) => latest.current.key(event)}
      className="min-h-0 [contain:strict] overflow-x-hidden overflow-y-auto pt-0.5 pb-6 [scrollbar-width:thin]"
    >
      <div role="row" aria-rowindex={1} className="sr-only">
        <span role="columnheader">Node</span>
        {bench.breakpoints.map((b) => (
          <span key={b.name} role="columnheader">
            {b.name}, {b.range}
          </span>
        ))}
      </div>
      <div role="rowgroup" className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index: i, start, key }) => {
          const node = lines[i]!;
          return (
            <SheetRow
              key={key}
              node={node}
              index={i}
              top={start}
              breakpoints={bench.breakpoints}
              focus={focus}
              template={template}
              box={boxes.get(node.id)}
              row={boxes.get(node.parent)}
              selected={spot?.node === node.id ? spot.breakpoint : undefined}
              gathered={gatheredOf.get(node.id) ?? ""}
              unfolded={node.kind === "column" && holding.has(node.id) ? unfolded.has(node.id) : undefined}
              typing={typing?.spot.node === node.id ? typing : null}
              sent={sent[node.id]}
              entry={!known && i === 0}
              onSelect={choose}
              onType={setTyping}
              onOpen={setOpened}
              onCommit={onCommit}
              onInput={onInput}
              onPassed={onPassed}
              onCancel={onCancel}
              writing={writing?.node === node.id ? writing.what : null}
              elements={elementsOf(bench, node)}
              told={told.get(node.id)}
              onWrite={onWrite}
              onPull={pullTo}
              onDrop={drop}
            />
          );
        })}
      </div>
      <Suspense>
        {opened && (
          <Settings
            key={`${opened.node}/${opened.breakpoint}`}
            place={place}
            bench={bench}
            spot={opened}
            onDo={onDo}
            onTry={onTry}
            onClose={() => {
              setOpened(null);
              go(opened);
            }}
          />
        )}
      </Suspense>
    </div>
  );
}
