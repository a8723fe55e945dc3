import type { KitView } from "../api/client";
import { spanText } from "./Numbers";

/** What 1 to N units measure at every breakpoint, in px. */
export function Widths({ view, template }: { view: KitView; template: string }) {
  return (
    <div role="table" aria-label="Widths" className="pb-6">
      {view.widths.map((row) => (
        <div
          key={row.units}
          role="row"
          className="grid gap-x-2 border-b border-line-2 py-[5px]"
          style={{ gridTemplateColumns: template }}
        >
          <span role="rowheader" className="font-mono text-[12px]">
            {row.units} <span className="text-ink-2">{row.units === 1 ? "unit" : "units"}</span>
          </span>
          {row.widths.map((w, i) => (
            <span role="cell" key={i} className="text-center font-mono text-[12px]">
              {spanText(w)}
            </span>
          ))}
        </div>
      ))}
    </div>
  );
}
