import { useEffect, useRef } from "react";
import type { TracedFrame } from "../api/traced";
import { notation, offOf, px } from "./frames";
import { offsetWords } from "./offset";

interface Props {
  frames: readonly TracedFrame[];
  chosen: string | null;
  /** What elements of the page are called, by their ids. */
  names: Map<string, string>;
  onChoose: (id: string) => void;
}

/** The frames over a design with what each takes and how far it is off. */
export function FrameList({ frames, chosen, names, onChoose }: Props) {
  const list = useRef<HTMLUListElement>(null);
  useEffect(() => {
    list.current?.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: "nearest" });
  }, [chosen]);
  if (frames.length === 0) {
    return (
      <p className="text-ink-2">
        Draw a frame over each column of the picture, or press <b className="font-semibold">F</b> to find them.
      </p>
    );
  }
  const at = frames.findIndex((f) => f.id === chosen);
  const step = (by: number) => onChoose(frames[Math.min(frames.length - 1, Math.max(0, at + by))]!.id);
  return (
    <ul
      ref={list}
      role="listbox"
      aria-label="Frames"
      tabIndex={0}
      aria-activedescendant={chosen ? `frame-${chosen}` : undefined}
      onKeyDown={(e) => {
        if (e.altKey || e.shiftKey || e.ctrlKey || e.metaKey) return;
        const by = { ArrowDown: 1, ArrowUp: -1, Home: -frames.length, End: frames.length }[e.key];
        if (by === undefined) return;
        e.preventDefault();
        e.stopPropagation();
        step(by);
      }}
      className="min-h-0 overflow-y-auto rounded-md border border-line bg-raised [scrollbar-width:thin]"
    >
      {frames.map((f) => (
        <li
          key={f.id}
          id={`frame-${f.id}`}
          role="option"
          aria-selected={f.id === chosen}
          onClick={() => onChoose(f.id)}
          className={`grid cursor-pointer grid-cols-[minmax(0,1fr)_auto_64px_52px] items-baseline gap-2 border-b border-line-2 px-2 py-[3px] last:border-b-0 ${
            f.id === chosen ? "bg-madder-soft" : "hover:bg-line-2"
          }`}
        >
          <span className="truncate" style={{ paddingLeft: f.depth * 12 }}>
            {f.name || <i className="text-ink-2 not-italic">{f.type || "text"}</i>}
            {!!f.order && <span className="text-ink-2"> · read as {f.order}</span>}
            {f.node && <span className="text-ink-2"> = {names.get(f.node) ?? "gone"}</span>}
          </span>
          <b
            className="font-mono text-[12px] font-medium"
            title={`From unit ${f.unit}: ${f.skip} empty before it, ${f.take} of ${f.of}`}
          >
            {notation(f)}
            {f.of !== frames[0]!.of && <span className="text-ink-2">/{f.of}</span>}
          </b>
          <span className="text-right font-mono text-[12px]">{px(f.width)} px</span>
          <Off frame={f} />
        </li>
      ))}
    </ul>
  );
}

/** By how much a frame is off its units; of one that is matched, off the element in the plan. */
function Off({ frame: f }: { frame: TracedFrame }) {
  const on = f.offset;
  const most = on && [on.across, on.wider, on.down].reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a), 0);
  const value = most ?? offOf(f);
  const isOff = Math.abs(value) > 2;
  const title = on
    ? `On the page: ${offsetWords(on) || "as in the design"}`
    : `Its edges are ${signed(f.start)} and ${signed(f.end)} px off the units`;
  return (
    <span
      title={title}
      className={`text-right font-mono text-[12px] ${isOff ? "font-semibold text-weld" : "text-ink-2"}`}
    >
      {signed(value)}
      {isOff && <span aria-hidden="true"> ▲</span>}
    </span>
  );
}

const signed = (n: number) => (Math.abs(n) < 0.05 ? "0" : `${n > 0 ? "+" : "−"}${px(Math.abs(n))}`);
