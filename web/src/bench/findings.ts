import type { Bench } from "../api/client";

export type Finding = Bench["findings"][number];

/** How findings are marked: each severity by its own shape. */
export const marks: Record<Finding["severity"], { sign: string; tone: string; fill: string }> = {
  broken: { sign: "■", tone: "text-madder-deep", fill: "fill-madder-deep" },
  surprise: { sign: "▲", tone: "text-weld", fill: "fill-weld" },
  tidy: { sign: "●", tone: "text-ink-2", fill: "fill-ink-2" },
  estimate: { sign: "≈", tone: "text-ink-2", fill: "fill-ink-2" },
};

/** What is told of one state of a page and not of the other before it, each with the name of its node. */
export function comeBy(before: Bench, after: Bench): string[] {
  const keyOf = (f: Finding) => `${f.node} ${f.text}`;
  const told = new Set(before.findings.map(keyOf));
  const names = new Map(after.nodes.map((n) => [n.id, n.name]));
  return after.findings.filter((f) => !told.has(keyOf(f))).map((f) => `${names.get(f.node) ?? f.node}: ${f.text}`);
}

/** The nodes with findings, each with its worst. */
export function worstOf(findings: Finding[]): ReadonlyMap<string, Finding> {
  const order = ["broken", "surprise", "tidy", "estimate"];
  const worst = new Map<string, Finding>();
  for (const f of findings) {
    const had = worst.get(f.node);
    if (f.node && (!had || order.indexOf(f.severity) < order.indexOf(had.severity))) worst.set(f.node, f);
  }
  return worst;
}
