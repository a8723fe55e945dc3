import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent } from "react";
import type { Bench, Operation, SheetNode } from "../api/client";
import { useLine, type Deed, type Place } from "../api/bench";
import type { Onward } from "./CellInput";
import { Settings } from "./Settings";
import { SheetRow, type Typing } from "./SheetRow";
import type { Pull } from "./Strip";
import { useView, type Spot } from "./view";

interface Props {
  place: Place;
  /** The page as shown: while a strip is dragged, as it would become. */
  bench: Bench;
  /** The lanes as they are, from which a strip is dragged. */
  lanes: Bench["lanes"];
  focus: string;
  template: string;
  onDo: (deed: Deed) => Promise<Bench | null>;
  /** Shows what an operation would make, or what is there again. */
  onTry: (operation: Operation | null) => void;
  onAddRow: () => void;
}

/** What a cell may begin with when it is typed over. */
const begins = { column: /^[0-9*xX_=~]$/, row: /^[/÷o]$/ };

/** The span sheet: the page's tree, and every column's span at every breakpoint.
 *  One grid, walked with the arrow keys. */
export function Sheet({ place, bench, lanes, focus, template, onDo, onTry, onAddRow }: Props) {
  const spot = useView((v) => v.spot);
  const seeking = useView((v) => v.seeking);
  const { select, go, advance, catchUp, found } = useView.getState();
  const [typing, setTyping] = useState<Typing | null>(null);
  const [opened, setOpened] = useState<Spot | null>(null);
  const [sent, setSent] = useState<Record<string, Record<string, string>>>({});
  const grid = useRef<HTMLDivElement>(null);
  const lines = useMemo(() => bench.nodes.filter((n) => n.kind !== "block"), [bench.nodes]);
  const boxes = useMemo(() => {
    const lane = lanes.find((l) => l.breakpoint === focus);
    return new Map(lane?.boxes.map((b) => [b.id, b]));
  }, [lanes, focus]);

  // The keyboard's focus goes where the selection goes.
  useEffect(() => {
    if (!seeking || !spot || typing) return;
    const cell = grid.current?.querySelector<HTMLElement>(`[data-spot="${spot.node}/${spot.breakpoint ?? ""}"]`);
    if (!cell) return;
    found();
    cell.focus({ preventScroll: true });
    cell.scrollIntoView({ block: "nearest" });
  }, [spot, seeking, typing, lines, found]);

  function walk(dx: number, dy: number, columnsOnly = false): Spot | null {
    if (!spot) return null;
    const names = [null, ...bench.breakpoints.map((b) => b.name)];
    const x = Math.min(Math.max(names.indexOf(spot.breakpoint) + dx, 0), names.length - 1);
    let y = lines.findIndex((n) => n.id === spot.node) + dy;
    while (columnsOnly && lines[y] && lines[y]!.kind !== "column") y += Math.sign(dy);
    const line = lines[y];
    return line ? { node: line.id, breakpoint: names[x] ?? null } : null;
  }

  /** Does something and selects what it made or left. */
  async function act(operation: Operation) {
    const made = await onDo(operation);
    if (made?.select) go({ node: made.select, breakpoint: spot?.breakpoint ?? null });
  }

  async function commit(text: string, onward: Onward | null) {
    const at = typing?.spot;
    if (!at?.breakpoint) return setTyping(null);
    const { node, breakpoint } = at;
    const answer = onDo({ type: { cells: [{ node, breakpoint }], text } });
    setTyping(null);
    const to = { down: [0, 1], up: [0, -1], right: [1, 0], left: [-1, 0] } as const;
    if (onward)
      advance((onward === "down" || onward === "up" ? walk(0, to[onward][1], true) : walk(to[onward][0], 0)) ?? at);
    setSent((s) => ({ ...s, [node]: { ...s[node], [breakpoint]: text } }));
    const made = await answer;
    catchUp();
    setSent((s) => {
      const { [breakpoint]: _, ...rest } = s[node] ?? {};
      return { ...s, [node]: rest };
    });
    if (!made) {
      select(at);
      setTyping({ spot: at, text, wrong: useLine.getState().refused });
    }
  }

  function cancel() {
    setTyping(null);
    if (spot) go(spot);
  }

  // Rows that did not change are not drawn again, so what they call stays the same.
  const latest = useRef({ commit, cancel });
  useLayoutEffect(() => {
    latest.current = { commit, cancel };
  });
  const onCommit = useCallback((text: string, onward: Onward | null) => void latest.current.commit(text, onward), []);
  const onCancel = useCallback(() => latest.current.cancel(), []);

  function key(event: KeyboardEvent) {
    if (!spot || typing) return;
    const node = lines.find((n) => n.id === spot.node);
    if (!node) return;
    const handled = event.altKey ? altKey(event, node) : event.ctrlKey || event.metaKey ? false : plainKey(event, node);
    if (handled) event.preventDefault();
  }

  function altKey(event: KeyboardEvent, node: SheetNode): boolean {
    const by = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -1, ArrowDown: 1 }[event.key];
    if (by === undefined) return false;
    if (event.key === "ArrowUp" || event.key === "ArrowDown") {
      void act({ move: { node: node.id, parent: node.parent, index: Math.max(0, node.index + by) } });
    } else if (node.kind === "column") {
      const step = { node: node.id, breakpoint: spot?.breakpoint ?? focus };
      void onDo({ step: event.shiftKey ? { ...step, skip: by } : { ...step, width: by } });
    }
    return true;
  }

  function plainKey(event: KeyboardEvent, node: SheetNode): boolean {
    const arrows: Record<string, [number, number]> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
    };
    const arrow = arrows[event.key];
    if (arrow) {
      const next = walk(...arrow);
      if (next) go(next);
      return true;
    }
    const editable = (node.kind === "column" || node.kind === "row") && spot?.breakpoint ? node.kind : null;
    switch (event.key) {
      case "Home":
      case "End": {
        const line = event.key === "Home" ? lines[0] : lines.at(-1);
        if (line) go({ node: line.id, breakpoint: spot?.breakpoint ?? null });
        return true;
      }
      case "Enter":
      case "F2":
        if (!editable) return false;
        setTyping({
          spot: spot!,
          text: node.cells[bench.breakpoints.findIndex((b) => b.name === spot!.breakpoint)]?.text ?? "",
        });
        return true;
      case "Backspace":
      case "Delete":
        if (editable) void onDo({ type: { cells: [{ node: node.id, breakpoint: spot!.breakpoint! }], text: "" } });
        else void act({ remove: { node: node.id } });
        return true;
      case "n":
        if (node.kind === "row" || node.kind === "column") void act({ addColumn: { near: node.id } });
        return true;
      case "r":
        if (node.kind !== "row")
          void act({ addRow: { inside: node.id, recipe: "6 6", breakpoint: spot?.breakpoint ?? focus } });
        return true;
      case "d":
        void act({ duplicate: { node: node.id } });
        return true;
      case "a":
        onAddRow();
        return true;
      case "s":
        if (node.kind === "column" || node.kind === "row")
          setOpened({ node: node.id, breakpoint: spot?.breakpoint ?? focus });
        return true;
    }
    if (editable && begins[editable].test(event.key)) {
      setTyping({ spot: spot!, text: event.key });
      return true;
    }
    return false;
  }

  const stepOf = useCallback(
    (node: string, pull: Pull): Operation => ({ step: { node, breakpoint: focus, ...pull } }),
    [focus],
  );
  const pullTo = useCallback(
    (node: string, pull: Pull) => onTry(pull.width || pull.skip ? stepOf(node, pull) : null),
    [onTry, stepOf],
  );
  const drop = useCallback(
    (node: string, pull: Pull) => {
      if (pull.width || pull.skip) void onDo(stepOf(node, pull)).finally(() => onTry(null));
      else onTry(null);
    },
    [onDo, onTry, stepOf],
  );

  const known = spot && lines.some((n) => n.id === spot.node);
  return (
    <div
      ref={grid}
      role="treegrid"
      tabIndex={-1}
      aria-label="Span sheet"
      aria-multiselectable="false"
      onKeyDown={key}
      className="min-h-0 [contain:strict] overflow-x-hidden overflow-y-auto pt-0.5 pb-6 [scrollbar-width:thin]"
    >
      <div role="row" className="sr-only">
        <span role="columnheader">Node</span>
        {bench.breakpoints.map((b) => (
          <span key={b.name} role="columnheader">
            {b.name}, {b.range}
          </span>
        ))}
      </div>
      {lines.map((node, i) => (
        <SheetRow
          key={node.id}
          node={node}
          breakpoints={bench.breakpoints}
          focus={focus}
          template={template}
          box={boxes.get(node.id)}
          row={boxes.get(node.parent)}
          selected={spot?.node === node.id ? spot.breakpoint : undefined}
          typing={typing?.spot.node === node.id ? typing : null}
          sent={sent[node.id]}
          entry={!known && i === 0}
          onSelect={go}
          onType={setTyping}
          onOpen={setOpened}
          onCommit={onCommit}
          onCancel={onCancel}
          onPull={pullTo}
          onDrop={drop}
        />
      ))}
      {opened && (
        <Settings
          key={`${opened.node}/${opened.breakpoint}`}
          place={place}
          bench={bench}
          spot={opened}
          onDo={onDo}
          onClose={() => {
            setOpened(null);
            go(opened);
          }}
        />
      )}
    </div>
  );
}
