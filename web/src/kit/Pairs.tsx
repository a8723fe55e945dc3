import { useState } from "react";
import type { KitView, Step } from "../api/client";
import { usePairs } from "../api/kit";
import { Button } from "../parts/Button";
import { SortHead, useSorted } from "./sorted";
import { Input } from "../parts/Input";
import { Table } from "../parts/Table";

interface Props {
  project: string;
  kit: string;
  revision: number;
  view: KitView;
  /** The breakpoint whose edge they have, and which takes them. */
  at: string;
  onUse: (steps: Step[]) => void;
}

/** All columns and gutters of whole px that make up a container. */
export function Pairs({ project, kit, revision, view, at, onUse }: Props) {
  const i = Math.max(
    0,
    view.kit.breakpoints.findIndex((b) => b.name === at),
  );
  const facts = view.facts[i]!;
  const [typed, setTyped] = useState<{ width?: string; columns?: string }>({});
  const width = typed.width ?? String(Math.round(facts.container.to || facts.container.from));
  const columns = typed.columns ?? String(view.rulers[i]!.units.length);
  const pairs = usePairs(project, kit, revision, { width: Number(width), columns: Number(columns), breakpoint: at });
  const [sorted, sort] = useSorted(pairs.data ?? [], { Column: (p) => p.column, Gutter: (p) => p.gutter });
  return (
    <section aria-label="Whole px">
      <div className="flex flex-wrap items-center gap-3">
        <label className="flex items-center gap-2">
          Container
          <Input
            value={width}
            onChange={(e) => setTyped((t) => ({ ...t, width: e.target.value }))}
            inputMode="numeric"
            maxLength={5}
            className="w-16 px-2 py-1 font-mono text-[12px]"
          />
        </label>
        <label className="flex items-center gap-2">
          Columns
          <Input
            value={columns}
            onChange={(e) => setTyped((t) => ({ ...t, columns: e.target.value }))}
            inputMode="numeric"
            maxLength={2}
            className="w-12 px-2 py-1 font-mono text-[12px]"
          />
        </label>
      </div>
      <p className="mt-1 text-[12px] text-ink-2">
        Columns and gutters of whole px at {at}, edge {view.cells.slice(0, i + 1).findLast((c) => c.edge)?.edge}
      </p>
      {pairs.error && (
        <p role="alert" className="mt-2 text-madder-deep">
          {pairs.error.message}
        </p>
      )}
      {pairs.data?.length === 0 && <p className="mt-2">No pair makes up {width} px exactly.</p>}
      {sorted.length > 0 && (
        <div className="mt-2 max-h-60 overflow-y-auto [scrollbar-width:thin]">
          <Table className="font-mono [&_td]:py-0.5 [&_td]:pr-8 [&_th]:pr-8">
            <thead>
              <tr>
                <SortHead name="Column" {...sort} />
                <SortHead name="Gutter" {...sort} />
                <td />
              </tr>
            </thead>
            <tbody>
              {sorted.map((p) => (
                <tr key={p.gutter}>
                  <td>{p.column}</td>
                  <td>{p.gutter}</td>
                  <td>
                    <Button
                      size="tiny"
                      aria-label={`Use columns of ${p.column} and gutters of ${p.gutter} px`}
                      onClick={() =>
                        onUse([
                          { field: "container", breakpoint: at, text: width },
                          { field: "columns", breakpoint: at, text: columns },
                          { field: "gutter", breakpoint: at, text: String(p.gutter) },
                        ])
                      }
                    >
                      Use this
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </Table>
        </div>
      )}
    </section>
  );
}
