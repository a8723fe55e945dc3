import { Suspense, useMemo } from "react";
import { Tabs } from "radix-ui";
import type { Bench, Operation, SheetNode } from "../api/client";
import type { Place } from "../api/bench";
import type { Deed } from "../api/deed";
import { useView, type Panel } from "./view";
import { isCounted } from "./findings";
import { WhyPanel } from "./WhyPanel";
import { later, unfetched } from "../parts/later";
import { useOncePainted } from "../parts/painted";

const ChecksPanel = later(() => import("./ChecksPanel"), unfetched);
const ContentPanel = later(() => import("./ContentPanel"), unfetched);
const StylesPanel = later(() => import("./StylesPanel"), unfetched);
const HistoryPanel = later(() => import("./HistoryPanel"), unfetched);

interface Props {
  bench: Bench;
  place: Place;
  node: SheetNode | undefined;
  focus: string;
  onDo: (deed: Deed) => Promise<Bench | null>;
  onTry: (operation: Operation | null) => void;
}

const panels: readonly (readonly [Panel, string])[] = [
  ["why", "Why"],
  ["checks", "Checks"],
  ["content", "Content"],
  ["styles", "Styles"],
  ["history", "History"],
];

/** What there is to know and do beside the sheet, one at a time. */
export function SidePanel({ bench, place, node, focus, onDo, onTry }: Props) {
  const panel = useView((v) => v.panel);
  const setPanel = useView((v) => v.setPanel);
  // What explains is drawn after the lanes and the sheet.
  const why = useOncePainted(useMemo(() => ({ bench, place, node, focus }), [bench, place, node, focus]));
  const told = bench.findings.filter(isCounted).length;
  return (
    <Tabs.Root value={panel} onValueChange={(p) => setPanel(p as Panel)}>
      <Tabs.List aria-label="Side panel" className="flex gap-3 border-b border-line-2 px-3.5">
        {panels.map(([value, label]) => (
          <Tabs.Trigger
            key={value}
            value={value}
            className="-mb-px border-b-2 border-transparent px-0.5 whitespace-nowrap py-1.5 text-ink-2 data-[state=active]:border-madder data-[state=active]:font-semibold data-[state=active]:text-ink"
          >
            {label}
            {value === "checks" && told > 0 && " "}
            {value === "checks" && told > 0 && (
              <span className="ml-1 rounded-full bg-line-2 px-1.5 font-mono text-[12px] font-normal text-ink-2">
                {told}
              </span>
            )}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content value="why" className="pt-2">
        {why.node ? (
          <WhyPanel {...why} node={why.node} />
        ) : (
          <p className="px-3.5 pb-3 text-ink-2">What is selected is explained here.</p>
        )}
      </Tabs.Content>
      <Tabs.Content value="checks" className="pt-2">
        <Suspense>
          <ChecksPanel place={place} bench={bench} onDo={onDo} onTry={onTry} />
        </Suspense>
      </Tabs.Content>
      <Tabs.Content value="content" className="pt-2">
        <Suspense>
          <ContentPanel bench={bench} place={place} node={node} onDo={onDo} />
        </Suspense>
      </Tabs.Content>
      <Tabs.Content value="styles" className="pt-2">
        <Suspense>
          <StylesPanel place={place} bench={bench} focus={focus} onDo={onDo} onTry={onTry} />
        </Suspense>
      </Tabs.Content>
      <Tabs.Content value="history" className="pt-2">
        <Suspense>
          <HistoryPanel bench={bench} place={place} onDo={onDo} />
        </Suspense>
      </Tabs.Content>
    </Tabs.Root>
  );
}
