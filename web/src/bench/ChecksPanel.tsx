import type { Place } from "../api/bench";
import type { Bench, Operation, SheetNode } from "../api/client";
import type { Deed } from "../api/deed";
import { Button } from "../parts/Button";
import { Field } from "../parts/Field";
import { marks, placed, severities, show, type Finding } from "./findings";
import { MendAll, Mends } from "./Mend";
import { useView, viewStore } from "./view";

interface Props {
  place: Place;
  bench: Bench;
  onDo: (deed: Deed) => Promise<Bench | null>;
  /** Shows what a fix would do in the lanes; null for nothing. */
  onTry: (operation: Operation | null) => void;
}

const titles: Record<Finding["severity"], string> = {
  broken: "Broken",
  surprise: "Surprising",
  tidy: "Untidy",
  estimate: "Only estimated",
};

/** All that is told of the page, by how bad it is, with where it is and what mends it. */
export default function ChecksPanel(props: Props) {
  const { bench } = props;
  const { findings } = bench;
  const order = placed(bench);
  const meant = findings.filter((f) => f.meant);
  return (
    <div className="max-h-[44vh] overflow-y-auto px-3.5 pb-3">
      {findings.every((f) => f.meant) && <p className="mb-2 text-ink-2">No findings on this page.</p>}
      {severities.map((severity) => {
        const all = findings.filter((f) => f.severity === severity && !f.meant);
        if (all.length === 0) return null;
        return (
          <section key={severity} aria-label={titles[severity]} className="mb-2">
            <h3 className="flex items-baseline gap-1.5 text-[12px] font-semibold text-ink-2">
              <span aria-hidden="true" className={marks[severity].tone}>
                {marks[severity].sign}
              </span>
              {titles[severity]} · {all.length}
            </h3>
            <ul>
              {all.map((f, i) => (
                <Told
                  key={`${f.code} ${f.node} ${f.breakpoints.join(" ")} ${i}`}
                  {...props}
                  finding={f}
                  at={order.indexOf(f)}
                />
              ))}
            </ul>
            {[...mendable(all)].map(
              ([code, count]) => count > 1 && <MendAll key={code} code={code} count={count} {...props} />,
            )}
          </section>
        );
      })}
      {meant.length > 0 && (
        <section aria-label="As meant" className="mb-2">
          <h3 className="text-[12px] font-semibold text-ink-2">As meant · {meant.length}</h3>
          <ul>
            {meant.map((f, i) => (
              <Told key={`${f.code} ${f.node} ${i}`} {...props} finding={f} at={-1} />
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

/** How many findings of each code have a fix. */
function mendable(findings: Finding[]) {
  const counts = new Map<string, number>();
  for (const f of findings) if (f.fixes.length > 0) counts.set(f.code, (counts.get(f.code) ?? 0) + 1);
  return counts;
}

/** One thing that is told; its place among those of nodes is at. */
function Told({ finding: f, at, ...props }: Props & { finding: Finding; at: number }) {
  const { bench, onDo } = props;
  const shown = useView((v) => v.finding) === at && at >= 0;
  const { check } = viewStore.getState();
  /** Does what takes the finding off the list: the next one comes to its place. */
  const settle = (deed: Deed) => {
    if (shown) check(at - 1);
    return onDo(deed);
  };
  const node = bench.nodes.find((n) => n.id === f.node);
  const isMarked = node?.meant?.includes(f.code) ?? false; // here, and not in the file
  return (
    <li
      aria-current={shown || undefined}
      className={`-mx-1.5 rounded-md px-1.5 py-1 text-[12px] ${shown ? "bg-madder-soft" : ""}`}
    >
      {node && (
        <Button
          look="link"
          className="mr-1 inline font-semibold"
          title="Show it"
          onClick={() => {
            check(at >= 0 ? at : null);
            show(bench, f);
          }}
        >
          {node.name}
        </Button>
      )}{" "}
      {f.breakpoints.length > 0 && <span className="font-mono text-ink-2">{f.breakpoints.join(", ")} </span>}
      {f.text}
      {f.line > 0 && <span className="font-mono text-ink-2"> · line {f.line}</span>}
      <span className="mt-1 flex flex-wrap gap-1.5">
        {!f.meant && <Mends finding={f} drawn={shown} {...props} onDo={settle} />}
        {f.meant && !isMarked && <span className="text-ink-2">The file says so.</span>}
        {node && f.severity !== "estimate" && (!f.meant || isMarked) && (
          <Button size="tiny" onClick={() => void settle(meaning(node, f))}>
            {f.meant ? "Not meant" : "Meant"}
          </Button>
        )}
      </span>
      {node && f.meant && (
        <span className="mt-1 grid grid-cols-[40px_minmax(0,1fr)] items-center gap-x-2">
          <Field
            label="Note"
            value={node.note ?? ""}
            onCommit={(note) => void onDo({ describe: { node: node.id, note } })}
          />
        </span>
      )}
    </li>
  );
}

/** Says of a finding of a node that it is as it is meant to be, or takes that back. */
function meaning(node: SheetNode, f: Finding): Operation {
  const others = (node.meant ?? []).filter((code) => code !== f.code);
  return { describe: { node: node.id, meant: f.meant ? others : [...others, f.code] } };
}
