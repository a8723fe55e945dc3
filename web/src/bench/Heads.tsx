import type { Bench } from "../api/client";
import { useView } from "./view";

/** The heads of the breakpoints: name, range, and the width the lane is drawn
 *  at. Choosing one puts it in focus. */
export function Heads({ bench, focus, template }: { bench: Bench; focus: string; template: string }) {
  const setFocus = useView((v) => v.setFocus);
  const rows = bench.nodes.filter((n) => n.kind === "row").length;
  return (
    <div className="grid gap-x-2 pb-1.5" style={{ gridTemplateColumns: template }}>
      <div className="min-w-0 px-0.5">
        <h1 className="truncate text-[15px] font-semibold" title={bench.page.name}>
          {bench.page.name}
        </h1>
        <p className="truncate font-mono text-[11px] text-ink-2">
          {bench.page.file} · {rows} {rows === 1 ? "row" : "rows"}
        </p>
      </div>
      {bench.breakpoints.map((b, i) => {
        const on = b.name === focus;
        return (
          <button
            key={b.name}
            type="button"
            aria-pressed={on}
            aria-label={`${b.name}, ${b.range} px${on ? ", in focus" : ""}`}
            onClick={() => setFocus(b.name)}
            className="min-w-0 rounded-sm px-0.5 text-left"
          >
            <span className="flex items-baseline justify-between gap-2">
              <span className={`truncate font-semibold ${on ? "text-madder" : ""}`}>{b.name}</span>
              {on && (
                <span className="font-mono text-[11px] whitespace-nowrap text-ink-2">{bench.lanes[i]?.width} px</span>
              )}
            </span>
            <span className="block truncate font-mono text-[11px] text-ink-2">{b.range}</span>
          </button>
        );
      })}
    </div>
  );
}
