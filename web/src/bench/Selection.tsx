import { ArrowDown, ArrowUp, Columns2, Copy, Equal, Rows2, Trash2 } from "lucide-react";
import type { ReactNode } from "react";
import type { Bench, Operation, SheetNode } from "../api/client";
import type { Deed } from "../api/edits";
import { Details } from "./Details";
import { containerKinds } from "./kinds";
import { useView } from "./view";

interface Props {
  bench: Bench;
  node: SheetNode | undefined;
  focus: string;
  onDo: (deed: Deed) => Promise<Bench | null>;
}

/** The selected node: its name, element and kind, and what can be done to it. */
export function Selection({ bench, node, focus, onDo }: Props) {
  const go = useView((v) => v.go);
  const spot = useView((v) => v.spot);
  if (!node) {
    return (
      <section aria-label="Selection" className="px-3.5 py-3 text-ink-2">
        Nothing is selected. Choose a column in a lane or in the sheet, then type its width.
      </section>
    );
  }
  async function act(operation: Operation) {
    const made = await onDo(operation);
    if (made?.select) go({ node: made.select, breakpoint: spot?.breakpoint ?? null });
  }
  const own = node.kind === "section" ? "section" : "div";
  const siblings = bench.nodes.filter((n) => n.parent === node.parent).length;
  const alike = bench.nodes
    .filter((n) => n.parent === node.parent && n.kind === node.kind && n.id !== node.id)
    .map((n) => n.id);
  const move = (by: number) => act({ move: { node: node.id, parent: node.parent, index: node.index + by } });
  const describe = (what: { name?: string; element?: string; frame?: string }) =>
    void onDo({ describe: { node: node.id, ...what } });

  return (
    <section aria-label="Selection" className="px-3.5 pt-3 pb-2">
      <div className="flex gap-2">
        <input
          key={`${node.id} ${node.name}`}
          defaultValue={node.name}
          aria-label={`Name of the ${node.kind}`}
          maxLength={120}
          onBlur={(e) => e.target.value !== node.name && describe({ name: e.target.value })}
          onKeyDown={(e) => {
            if (e.key === "Enter") e.currentTarget.blur();
            if (e.key === "Escape") {
              e.currentTarget.value = node.name;
              e.currentTarget.blur();
            }
          }}
          className="min-w-0 flex-1 rounded-md border border-control bg-raised px-2 py-1 font-semibold"
        />
        <select
          aria-label={`Element of the ${node.kind}`}
          value={node.item ? "li" : node.element || own}
          disabled={node.item}
          title={node.item ? "An item of the list it stands in" : undefined}
          onChange={(e) => describe({ element: e.target.value === own ? "" : e.target.value })}
          className="rounded-md border border-control bg-raised px-1 py-1 font-mono text-[11.5px]"
        >
          {(node.item ? ["li"] : node.kind === "block" ? [] : bench.elements[node.kind]).map((e) => (
            <option key={e}>{e}</option>
          ))}
        </select>
      </div>
      {node.kind === "container" && (
        <label className="mt-2 flex items-center gap-2 text-[12px] text-ink-2">
          Kind
          <select
            value={node.frame}
            onChange={(e) => describe({ frame: e.target.value })}
            className="flex-1 rounded-md border border-control bg-raised px-1 py-1 font-mono text-[11.5px] text-ink"
          >
            {containerKinds(bench).map((kind) => (
              <option key={kind}>{kind}</option>
            ))}
          </select>
        </label>
      )}
      {node.kind !== "block" && <Details node={node} onDo={onDo} />}
      <div className="mt-2 flex flex-wrap gap-1">
        {(node.kind === "column" || node.kind === "row") && (
          <Act label="Column" keys="N" onClick={() => void act({ addColumn: { near: node.id } })}>
            <Columns2 size={13} aria-hidden="true" />
          </Act>
        )}
        {node.kind !== "row" && (
          <Act
            label={node.kind === "column" ? "Nest" : "Row"}
            keys="R"
            onClick={() => void act({ addRow: { inside: node.id, recipe: "", breakpoint: focus } })}
          >
            <Rows2 size={13} aria-hidden="true" />
          </Act>
        )}
        {(node.kind === "column" || node.kind === "row") && alike.length > 0 && (
          <Act
            label="Make its siblings alike"
            keys="L"
            brief
            onClick={() => void act({ alike: { node: node.id, to: alike } })}
          >
            <Equal size={13} aria-hidden="true" />
          </Act>
        )}
        <Act label="Move up" keys="Alt+↑" brief disabled={node.index === 0} onClick={() => void move(-1)}>
          <ArrowUp size={13} aria-hidden="true" />
        </Act>
        <Act label="Move down" keys="Alt+↓" brief disabled={node.index + 1 >= siblings} onClick={() => void move(1)}>
          <ArrowDown size={13} aria-hidden="true" />
        </Act>
        <Act label="Duplicate" keys="D" brief onClick={() => void act({ duplicate: { node: node.id } })}>
          <Copy size={13} aria-hidden="true" />
        </Act>
        <Act label="Delete" keys="Delete on the name" brief onClick={() => void act({ remove: { node: node.id } })}>
          <Trash2 size={13} aria-hidden="true" />
        </Act>
      </div>
    </section>
  );
}

interface ActProps {
  label: string;
  keys: string;
  /** Shown by its picture alone. */
  brief?: boolean;
  disabled?: boolean;
  onClick: () => void;
  children: ReactNode;
}

function Act({ label, keys, brief = false, disabled = false, onClick, children }: ActProps) {
  return (
    <button
      type="button"
      title={`${label} (${keys})`}
      aria-label={brief ? label : undefined}
      disabled={disabled}
      onClick={onClick}
      className="flex min-h-[27px] items-center gap-1 rounded-md border border-control bg-raised px-1.5 text-[12px] hover:bg-line-2 disabled:opacity-40"
    >
      {children}
      {!brief && label}
    </button>
  );
}
