import {
  DndContext,
  MouseSensor,
  TouchSensor,
  useDraggable,
  useSensor,
  useSensors,
  type CollisionDetection,
} from "@dnd-kit/core";
import { useEffect, useRef, useState, type MouseEvent, type TouchEvent } from "react";
import type { Bench, Operation } from "../api/client";
import type { Place } from "../api/bench";
import { useLook } from "../api/look";
import type { Deed } from "../api/deed";
import { preview } from "../api/edits";
import { heldAt, itemOf, putting, targetAt, type Item, type Target } from "./carry";
import { viewStore } from "./view";

interface Props {
  bench: Bench;
  place: Place;
  focus: string;
  onDo: (deed: Deed) => Promise<Bench | null>;
}

interface Aim {
  item: Item;
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

/** A mouse drags once it has moved a little. */
class Mouse extends MouseSensor {
  static override activators = [
    {
      eventName: "onMouseDown" as const,
      handler: ({ nativeEvent: event }: MouseEvent) => event.button === 0 && heldAt(event.target) !== null,
    },
  ];
}

/** A finger drags after it has rested; before that it scrolls. */
class Finger extends TouchSensor {
  static override activators = [
    {
      eventName: "onTouchStart" as const,
      handler: ({ nativeEvent: event }: TouchEvent) => event.touches.length === 1 && heldAt(event.target) !== null,
    },
  ];
}

// What is dragged says itself where it would go.
const silent = () => undefined;
const quiet = {
  announcements: { onDragStart: silent, onDragOver: silent, onDragEnd: silent, onDragCancel: silent },
  screenReaderInstructions: { draggable: "" },
};

// What is scrolled when the pointer rests at its edge: a tenth of its height.
const edge = { threshold: { x: 0, y: 0.1 }, acceleration: 6 };

/** What is being dragged over the Bench: a mark where it would go, and the ledger
 *  that would make, or why it cannot go there. */
export default function Carrying({ bench, place, focus, onDo }: Props) {
  const look = useLook();
  const [aim, setAim] = useState<Aim | null>(null);
  const [answer, setAnswer] = useState<Answer | null>(null);
  const { go } = viewStore.getState();
  const pointer = useRef({ x: 0, y: 0 });
  const item = useRef<Item>(null);
  const sensors = useSensors(
    useSensor(Mouse, { activationConstraint: { distance: 6 } }),
    useSensor(Finger, { activationConstraint: { delay: 250, tolerance: 8 } }),
  );
  // Where it would go depends on what is under the pointer, not on boxes that overlap.
  const follow: CollisionDetection = ({ pointerCoordinates }) => {
    if (pointerCoordinates) pointer.current = pointerCoordinates;
    return [];
  };

  function move() {
    const { x, y } = pointer.current;
    if (!item.current) return;
    const target = targetAt(bench, item.current, x, y);
    const same = aim?.target && target && aim.target.node === target.node && aim.target.where === target.where;
    const operation = same ? aim.operation : target && putting(bench, item.current, target);
    setAim({ item: item.current, x, y, target, operation });
  }

  function drop() {
    setAim(null);
    if (operation && !known?.refused)
      void onDo(operation).then((made) => made?.select && go({ node: made.select, breakpoint: null }));
  }

  const operation = aim?.operation ?? null;
  useEffect(() => {
    if (!operation) return;
    let wanted = true;
    void preview(place, look, operation, bench).then(({ bench: made, refused }) => {
      if (wanted)
        setAnswer({
          operation,
          says: refused ?? (made && item.current ? ledger(made, item.current, operation, focus) : ""),
          refused: !!refused,
        });
    });
    return () => {
      wanted = false;
    };
    // What is looked at does not change while something is dragged.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [operation]);

  const known = answer && answer.operation === operation ? answer : null;
  return (
    <DndContext
      accessibility={quiet}
      autoScroll={edge}
      sensors={sensors}
      collisionDetection={follow}
      onDragStart={({ activatorEvent }) => {
        const from = heldAt(activatorEvent.target);
        item.current = from && itemOf(bench, from);
      }}
      onDragMove={move}
      onDragEnd={drop}
      onDragCancel={() => setAim(null)}
    >
      <Hold />
      {aim?.target && operation && <Mark target={aim.target} refused={known?.refused ?? false} />}
      {aim && (
        <div
          role="status"
          className={`pointer-events-none fixed z-50 max-w-sm rounded-md border bg-raised px-2 py-1 text-[12px] ${known?.refused ? "border-madder text-madder-deep" : "border-control text-ink"}`}
          style={{ left: aim.x + 14, top: aim.y + 12 }}
        >
          <b className="font-semibold">{aim.item.name}</b>
          {known && <span className="block font-mono text-[12px]">{known.says}</span>}
        </div>
      )}
    </DndContext>
  );
}

/** Takes hold of what is pressed: one for all there is, for a long page has a thousand
 *  columns in each of its lanes. */
function Hold() {
  const { listeners, setNodeRef } = useDraggable({ id: "held" });
  useEffect(() => {
    const press = (nativeEvent: Event) => {
      const from = heldAt(nativeEvent.target);
      if (!from) return;
      setNodeRef(from as HTMLElement); // what it stands in scrolls when the pointer comes to its edge
      listeners?.[nativeEvent.type === "mousedown" ? "onMouseDown" : "onTouchStart"]?.({ nativeEvent });
    };
    addEventListener("mousedown", press);
    addEventListener("touchstart", press, { passive: true });
    return () => {
      removeEventListener("mousedown", press);
      removeEventListener("touchstart", press);
    };
  }, [listeners, setNodeRef]);
  return null;
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
