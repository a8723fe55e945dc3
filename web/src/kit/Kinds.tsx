import type { KitView } from "../api/client";
import { spanText } from "./Numbers";

/** How wide each kind of container is at every breakpoint, and what names it. */
export function Kinds({ view, template }: { view: KitView; template: string }) {
  return (
    <div role="table" aria-label="Kinds of container" className="pb-6">
      {view.kinds.map((kind) => (
        <div
          key={kind.name}
          role="row"
          className="grid items-baseline gap-x-2 border-b border-line-2 py-[5px]"
          style={{ gridTemplateColumns: template }}
        >
          <span role="rowheader" className="min-w-0">
            {kind.name}
            <span className="block truncate font-mono text-[12px] text-ink-2">{kind.class}</span>
          </span>
          {kind.widths.map((w, i) => (
            <span role="cell" key={i} className="text-center font-mono text-[12px]">
              {spanText(w)}
            </span>
          ))}
        </div>
      ))}
      {!view.kit.cap && (
        <p className="mt-2 text-[12px] text-ink-2">Type a cap at the right for containers that grow up to it.</p>
      )}
    </div>
  );
}
