import type { Breakpoint } from "../api/client";
import type { TracedDesign } from "../api/traced";

interface Props {
  breakpoints: readonly Breakpoint[];
  designs: readonly TracedDesign[];
  focus: string;
  onFocus: (name: string) => void;
}

/** The breakpoints, each with its design. */
export function Heads({ breakpoints, designs, focus, onFocus }: Props) {
  return (
    <div role="tablist" aria-label="Breakpoints" className="col-span-2 flex border-b border-line bg-cloth">
      {breakpoints.map((b) => {
        const d = designs.find((o) => o.breakpoint === b.name);
        const on = b.name === focus;
        return (
          <button
            key={b.name}
            type="button"
            role="tab"
            aria-selected={on}
            tabIndex={on ? 0 : -1}
            onClick={() => onFocus(b.name)}
            onKeyDown={(e) => {
              const by = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
              const next = by && breakpoints[breakpoints.indexOf(b) + by];
              if (!next) return;
              e.stopPropagation();
              onFocus(next.name);
              (e.currentTarget.parentElement!.children[breakpoints.indexOf(next)] as HTMLElement).focus();
            }}
            className={`flex flex-1 items-baseline gap-2 border-r border-line px-3 py-1.5 text-left last:border-r-0 ${on ? "bg-sheet" : "hover:bg-line-2"}`}
          >
            <b className={`font-semibold ${on ? "text-madder" : ""}`}>{b.name}</b>
            <span className="font-mono text-[12px] text-ink-2">
              {d ? `${Math.round(d.width)} px` : `from ${b.low}`}
            </span>
            <span className="flex-1" />
            <span className="text-[12px] text-ink-2">
              {d ? `${d.frames.length} frame${d.frames.length === 1 ? "" : "s"}` : "no picture"}
            </span>
          </button>
        );
      })}
    </div>
  );
}
