import { useState } from "react";
import type { KitView, Step } from "../api/client";
import { tableOf, useWidthsAt } from "../api/kit";
import { CopyTable } from "./CopyTable";
import { spanText } from "./Numbers";
import { Input } from "../parts/Input";

interface Props {
  project: string;
  revision: number;
  view: KitView;
  template: string;
  steps: Step[];
}

/** What 1 to N units measure at every breakpoint, in px, and in a viewport of any width. */
export function Widths({ project, revision, view, template, steps }: Props) {
  const [typed, setTyped] = useState("");
  const width = Number(typed);
  const at = useWidthsAt(project, view.kit.id, revision, steps, typed.trim() ? width : 0);
  const exact = typed.trim() !== "" && at.data ? new Map(at.data.slice(1).map((row) => [Number(row[0]), row])) : null;
  return (
    <div className="pb-6">
      <div className="mb-2 flex flex-wrap items-center gap-x-5 gap-y-2">
        <label className="flex items-center gap-2">
          At a viewport of
          <Input
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            inputMode="decimal"
            maxLength={8}
            placeholder="any"
            className="w-20 px-2 py-1 font-mono text-[12px]"
          />
          px
        </label>
        <CopyTable
          what="the widths"
          table={(as) =>
            tableOf(project, view.kit.id, {
              steps,
              what: "widths",
              width: exact ? width : view.rulers.at(-1)!.viewport,
              as,
            })
          }
        />
        {at.error && typed.trim() !== "" && (
          <span role="alert" className="text-madder-deep">
            {at.error.message}
          </span>
        )}
      </div>
      <div role="table" aria-label="Widths">
        {view.widths.map((row) => (
          <div
            key={row.units}
            role="row"
            className="grid gap-x-2 border-b border-line-2 py-[5px]"
            style={{ gridTemplateColumns: exact ? `${template} 110px` : template }}
          >
            <span role="rowheader" className="font-mono text-[12px]">
              {row.units} <span className="text-ink-2">{row.units === 1 ? "unit" : "units"}</span>
            </span>
            {row.widths.map((w, i) => (
              <span role="cell" key={i} className="text-center font-mono text-[12px]">
                {spanText(w)}
              </span>
            ))}
            {exact && (
              <span role="cell" className="text-center font-mono text-[12px] text-woad-deep">
                {exact.get(row.units)?.slice(1).filter(Boolean).join(" · ")}
              </span>
            )}
          </div>
        ))}
      </div>
    </div>
  );
}
