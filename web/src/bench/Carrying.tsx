import { useEffect, useRef, useState } from "react";
import type { Bench, Operation } from "../api/client";
import { useLook, type Place } from "../api/bench";
import { preview, type Deed } from "../api/edits";
import { putting, targetAt, useCarry, type Item, type Target } from "./carry";
import { useView } from "./view";

interface Props {
  bench: Bench;
  place: Place;
  focus: string;
  onDo: (deed: Deed) => Promise<Bench | null>;
}

/** What is being dragged over the Bench: a mark where it would go, and the ledger
 *  that would make, or why it cannot go there. */
export function Carrying(props: Props) {
  const item = useCarry((c) => c.item);
  return item && <Held {...props} item={item} />;
}

interface Aim {
  x: number;
  y: number;
  target: Target | null;
  operation: Operation | null;
}

interface Answer {
  operation: Operation;
  says: string;
  refused: boolean;
}

function Held({ bench, place, focus, onDo, item }: Props & { item: Item }) {
  const look = useLook();
  const [aim, setAim] = useState<Aim | null>(null);
  const [answer, setAnswer] = useState<Answer | null>(null);
  const { go } = useView.getState();
  const latest = useRef<{ aim: Aim | null; answer: Answer | null }>({ aim: null, answer: null });
  useEffect(() => {
    latest.current = { aim, answer };
  });

  useEffect(() => {
    const { from, drop } = useCarry.getState();
    let started = false;
    function move(event: PointerEvent) {
      const { clientX: x, clientY: y } = event;
      if (!started && Math.hypot(x - from.x, y - from.y) < 6) return;
      started = true;
      getSelection()?.removeAllRanges();
      const target = targetAt(bench, item, x, y);
      const had = latest.current.aim;
      const same = had?.target && target && had.target.node === target.node && had.target.where === target.where;
      setAim({ x, y, target, operation: same ? had.operation : target && putting(bench, item, target) });
    }
    function up() {
      const { aim, answer } = latest.current;
      const operation = aim?.operation;
      drop();
      if (!started) return;
      // The click that ends a drag selects nothing.
      addEventListener("click", stop, { capture: true, once: true });
      setTimeout(() => removeEventListener("click", stop, { capture: true }));
      if (operation && !(answer?.operation === operation && answer.refused))
        void onDo(operation).then((made) => made?.select && go({ node: made.select, breakpoint: null }));
    }
    function key(event: KeyboardEvent) {
      if (event.key === "Escape") drop();
    }
    addEventListener("pointermove", move);
    addEventListener("pointerup", up);
    addEventListener("pointercancel", drop);
    addEventListener("keydown", key);
    return () => {
      removeEventListener("pointermove", move);
      removeEventListener("pointerup", up);
      removeEventListener("pointercancel", drop);
      removeEventListener("keydown", key);
    };
  }, [bench, item, onDo, go]);

  const operation = aim?.operation ?? null;
  useEffect(() => {
    if (!operation) return;
    let wanted = true;
    void preview(place, look, operation, bench).then(({ bench: made, refused }) => {
      if (wanted)
        setAnswer({
          operation,
          says: refused ?? (made ? ledger(made, item, operation, focus) : ""),
          refused: !!refused,
        });
    });
    return () => {
      wanted = false;
    };
    // What is looked at does not change while something is dragged.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [operation]);

  if (!aim) return null;
  const known = answer && answer.operation === operation ? answer : null;
  return (
    <>
      {aim.target && operation && <Mark target={aim.target} refused={known?.refused ?? false} />}
      <div
        role="status"
        className={`pointer-events-none fixed z-50 max-w-sm rounded-md border bg-raised px-2 py-1 text-[12px] ${known?.refused ? "border-madder text-madder-deep" : "border-control text-ink"}`}
        style={{ left: aim.x + 14, top: aim.y + 12 }}
      >
        <b className="font-semibold">{item.name}</b>
        {known && <span className="block font-mono text-[11px]">{known.says}</span>}
      </div>
    </>
  );
}

function stop(event: Event) {
  event.stopPropagation();
  event.preventDefault();
}

/** The line before or after the target, or the frame around it. */
function Mark({ target, refused }: { target: Target; refused: boolean }) {
  const name = target.across ? "column" : "row";
  const all = [...document.querySelectorAll(`[data-${name}="${target.node}"]`)];
  const box = all.map((e) => e.getBoundingClientRect()).sort((a, b) => b.width - a.width)[0];
  if (!box) return null;
  const { left, top, width, height } = box;
  const line = 3;
  const place =
    target.where === "inside"
      ? { left, top, width, height }
      : target.across
        ? { left: (target.where === "before" ? left : left + width) - line / 2, top, width: line, height }
        : { left, top: (target.where === "before" ? top : top + height) - line / 2, width, height: line };
  return (
    <div
      data-drop={target.where}
      className={`pointer-events-none fixed z-40 rounded-sm ${target.where === "inside" ? `border-2 ${refused ? "border-dotted" : ""} border-madder` : refused ? "border-2 border-dotted border-madder" : "bg-madder"}`}
      style={place}
    />
  );
}

/** The ledger of the row that a node came to stand in, or that it is. */
function ledger(bench: Bench, item: Item, operation: Operation, focus: string): string {
  const nodes = new Map(bench.nodes.map((n) => [n.id, n]));
  const at = bench.breakpoints.findIndex((b) => b.name === focus);
  if (operation.place) return `into ${nodes.get(operation.place.column)?.name}`;
  const node = "node" in item ? nodes.get(item.node) : undefined;
  const row = node?.kind === "column" ? nodes.get(node.parent) : node;
  const sum = row?.sums[at];
  if (!row || !sum) return `into ${nodes.get(node?.parent ?? "")?.name ?? "the page"}`;
  if (row.kind !== "row") return sum.text;
  return `${row.name} at ${focus}: ${sum.text}${sum.state && `, ${sum.state}`}`;
}
