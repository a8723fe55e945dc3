import type { SheetNode } from "../api/client";
import type { Frame, TracedFrame } from "../api/traced";
import { Field } from "../parts/Field";
import { Select } from "../parts/Input";
import { Figure } from "./Figure";
import { types } from "./frames";

interface Props {
  frame: TracedFrame;
  nodes: readonly SheetNode[];
  onChange: (to: Partial<Frame>) => void;
}

/** What the chosen frame is: its name, what it holds, where it is, and the element that it is matched to. */
export function FrameDetails({ frame: f, nodes, onChange }: Props) {
  const row = "text-ink-2";
  return (
    <section aria-label="Frame" className="grid grid-cols-[auto_minmax(0,1fr)] items-center gap-x-2.5 gap-y-1.5">
      <Field key={`${f.id} name`} label="Name" value={f.name ?? ""} onCommit={(name) => onChange({ name })} />
      <label htmlFor="frame-type" className={row}>
        Holds
      </label>
      <Select
        id="frame-type"
        value={f.type ?? ""}
        onChange={(e) => onChange({ type: e.target.value as Frame["type"] })}
        className="px-1.5 py-[3px]"
      >
        {types.map(([value, word]) => (
          <option key={value} value={value}>
            {word}
          </option>
        ))}
      </Select>
      <span className={row}>Place</span>
      <span className="grid grid-cols-4 gap-1">
        <Figure label="Left" value={f.x} onCommit={(x) => onChange({ x })} />
        <Figure label="Top" value={f.y} onCommit={(y) => onChange({ y })} />
        <Figure label="Width" value={f.width} low={1} onCommit={(width) => onChange({ width })} />
        <Figure label="Height" value={f.height} low={1} onCommit={(height) => onChange({ height })} />
      </span>
      {(f.frames?.length ?? 0) > 0 && (
        <>
          <label htmlFor="frame-units" className={row}>
            Divides
          </label>
          <Select
            id="frame-units"
            value={f.units ?? 0}
            onChange={(e) => onChange({ units: Number(e.target.value) })}
            className="px-1.5 py-[3px]"
          >
            <option value={0}>as fits best: {f.inside.length}</option>
            {[...new Set([f.take, f.of, f.units ?? 0])]
              .filter((n) => n > 0)
              .map((n) => (
                <option key={n} value={n}>
                  into {n}
                  {n === f.take ? ", the page’s units" : ""}
                </option>
              ))}
          </Select>
        </>
      )}
      <label htmlFor="frame-node" className={row}>
        Matches
      </label>
      <Select
        id="frame-node"
        value={f.node ?? ""}
        onChange={(e) => onChange({ node: e.target.value })}
        className="min-w-0 px-1.5 py-[3px]"
      >
        <option value="">nothing yet: it becomes a column</option>
        {nodes
          .filter((n) => n.kind === "column" || n.kind === "element" || n.kind === "block" || n.id === f.node)
          .map((n) => (
            <option key={n.id} value={n.id}>
              {n.name}
              {n.kind !== "column" ? ` (${n.element || n.kind})` : ""}
            </option>
          ))}
      </Select>
      <label className="col-start-2 flex items-center gap-1.5">
        <input type="checkbox" checked={f.loose ?? false} onChange={(e) => onChange({ loose: e.target.checked })} />
        its words end before it does
      </label>
    </section>
  );
}
