import type { Bench, Operation, SheetNode } from "../api/client";
import type { Deed } from "../api/deed";
import { Button } from "../parts/Button";
import { marks, placed, severities, show, type Finding } from "./findings";
import { useView } from "./view";

interface Props {
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
export default function ChecksPanel({ bench, onDo, onTry }: Props) {
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
                  {...{ bench, onDo, onTry }}
                  finding={f}
                  at={order.indexOf(f)}
                />
              ))}
            </ul>
            <Together all={all} {...{ onDo, onTry }} />
          </section>
        );
      })}
      {meant.length > 0 && (
        <section aria-label="As meant" className="mb-2">
          <h3 className="text-[12px] font-semibold text-ink-2">As meant · {meant.length}</h3>
          <ul>
            {meant.map((f, i) => (
              <Told key={`${f.code} ${f.node} ${i}`} {...{ bench, onDo, onTry }} finding={f} at={-1} />
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

/** One thing that is told; its place among those of nodes is at. */
function Told({ bench, finding: f, at, onDo, onTry }: Props & { finding: Finding; at: number }) {
  const shown = useView((v) => v.finding) === at && at >= 0;
  const { check } = useView.getState();
  const node = bench.nodes.find((n) => n.id === f.node);
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
        {!f.meant &&
          f.fixes.map((fix) => (
            <Mend key={fix.label} label={fix.label} operation={fix.operation} {...{ onDo, onTry }} />
          ))}
        {node && f.severity !== "estimate" && (
          <Button size="tiny" onClick={() => void onDo(meaning(node, f))}>
            {f.meant ? "Not meant" : "Meant"}
          </Button>
        )}
      </span>
    </li>
  );
}

/** Says of a finding of a node that it is as it is meant to be, or takes that back. */
function meaning(node: SheetNode, f: Finding): Operation {
  const others = (node.meant ?? []).filter((code) => code !== f.code);
  return { describe: { node: node.id, meant: f.meant ? others : [...others, f.code] } };
}

/** Mends one thing, or several; what that would do is seen in the lanes while it is pointed at. */
function Mend({ label, operation, onDo, onTry }: { label: string; operation: Operation } & Omit<Props, "bench">) {
  return (
    <Button
      size="tiny"
      onClick={() => {
        onTry(null);
        void onDo(operation);
      }}
      onPointerEnter={() => onTry(operation)}
      onPointerLeave={() => onTry(null)}
      onFocus={() => onTry(operation)}
      onBlur={() => onTry(null)}
    >
      {label}
    </Button>
  );
}

/** Mends all settings that repeat what is carried in one step. */
function Together({ all, ...rest }: { all: Finding[] } & Omit<Props, "bench">) {
  const steps = all.filter((f) => f.code === "repeats").flatMap((f) => f.fixes.slice(0, 1).map((fix) => fix.operation));
  if (steps.length < 2) return null;
  const label = `Remove all ${steps.length} that repeat`;
  return <Mend label={label} operation={{ together: { steps, summary: label } }} {...rest} />;
}
