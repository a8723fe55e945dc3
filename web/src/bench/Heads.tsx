import { Button } from "../parts/Button";
import type { Bench, Change, SheetNode } from "../api/client";
import { useLooking } from "../api/look";
import { useView } from "./view";
import { WidthBar } from "./WidthBar";

interface Props {
  bench: Bench;
  nodes: Map<string, SheetNode>;
  focus: string;
  template: string;
  /** Where lines change, by breakpoint; none while it is being worked out. */
  changes: Record<string, Change[]> | undefined;
}

const none: Change[] = [];

/** The heads of the breakpoints: name, range, and the width the lane is drawn
 *  at, which can be moved. Choosing one puts it in focus. */
export function Heads({ bench, nodes, focus, template, changes }: Props) {
  const setFocus = useView((v) => v.setFocus);
  const setWidth = useLooking((v) => v.setWidth);
  const widths = useLooking((v) => v.widths);
  const rows = bench.nodes.filter((n) => n.kind === "row").length;
  return (
    <div className="grid gap-x-2 pb-1" style={{ gridTemplateColumns: template }}>
      <div className="min-w-0 px-0.5">
        <h1 className="truncate text-[15px] font-semibold" title={bench.page.name}>
          {bench.page.name}
        </h1>
        <p className="truncate font-mono text-[12px] text-ink-2">
          {bench.page.file} · {rows} {rows === 1 ? "row" : "rows"}
        </p>
      </div>
      {bench.breakpoints.map((b, i) => {
        const on = b.name === focus;
        const width = widths[b.name] ?? bench.lanes[i]!.width;
        const drawn = on ? `${b.units.includes(" ") ? b.units : `${b.units} columns`} · ${width} px` : `${width}`;
        return (
          <div key={b.name} className="min-w-0">
            <Button
              aria-pressed={on}
              aria-label={`${b.name}, ${drawn}, ${b.range} px${on ? ", in focus" : ""}`}
              onClick={() => setFocus(b.name)}
              look="bare"
              className="mb-[5px] block w-full min-w-0 rounded-sm px-0.5 text-left"
            >
              <span className="flex items-baseline justify-between gap-1">
                <span className={`truncate font-semibold ${on ? "text-madder" : ""}`}>{b.name}</span>{" "}
                <span className="font-mono text-[12px] whitespace-nowrap text-ink-2">{drawn}</span>
              </span>{" "}
              <span className="block truncate font-mono text-[12px] text-ink-2">{b.range}</span>
            </Button>
            <WidthBar
              breakpoint={b}
              value={width}
              changes={changes?.[b.name] ?? none}
              nodes={nodes}
              inFocus={on}
              onChange={setWidth}
            />
          </div>
        );
      })}
    </div>
  );
}
