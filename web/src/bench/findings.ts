import type { Bench } from "../api/client";
import { viewStore } from "./view";

export type Finding = Bench["findings"][number];

/** How findings are marked: each severity by its own shape. */
export const marks: Record<Finding["severity"], { sign: string; tone: string; fill: string }> = {
  broken: { sign: "■", tone: "text-madder-deep", fill: "fill-madder-deep" },
  surprise: { sign: "▲", tone: "text-weld", fill: "fill-weld" },
  tidy: { sign: "●", tone: "text-ink-2", fill: "fill-ink-2" },
  estimate: { sign: "≈", tone: "text-ink-2", fill: "fill-ink-2" },
};

/** The severities, the worst first. */
export const severities = ["broken", "surprise", "tidy", "estimate"] as const;

/** All that is told of a page, the worst first. */
export const sorted = (findings: Finding[]) =>
  severities.flatMap((severity) => findings.filter((f) => f.severity === severity));

/** Whether a finding counts: it is no estimate, and not as it is meant to be. */
export const isCounted = (f: Finding) => f.severity !== "estimate" && !f.meant;

/** What counts among what is told of nodes of a page, the worst first. */
export function placed(bench: Bench): Finding[] {
  const nodes = new Set(bench.nodes.map((n) => n.id));
  return sorted(bench.findings).filter((f) => nodes.has(f.node) && isCounted(f));
}

/** What is told of the file of a page, beside its text: what is untidy or estimated stands among the checks alone. */
export const inFile = (bench: Bench): Finding[] =>
  bench.can.file
    ? bench.findings.filter((f) => !f.meant && (f.severity === "broken" || f.severity === "surprise"))
    : [];

/** Selects where a finding is, at the breakpoint in focus if it is so there, else with another in focus. The sheet shows
 *  a block by its column. */
export function show(bench: Bench, f: Finding) {
  const node = bench.nodes.find((n) => n.id === f.node);
  if (!node) return;
  const { focus, setFocus, go } = viewStore.getState();
  const breakpoint = focus && f.breakpoints.includes(focus) ? focus : (f.breakpoints[0] ?? null);
  if (breakpoint) setFocus(breakpoint);
  go({ node: node.kind === "block" ? node.parent : node.id, breakpoint });
}

/** What is told of one state of a page and not of the other before it, each with the name of its node. */
export function comeBy(before: Bench, after: Bench): string[] {
  const keyOf = (f: Finding) => `${f.node} ${f.text}`;
  const told = new Set(before.findings.map(keyOf));
  const names = new Map(after.nodes.map((n) => [n.id, n.name]));
  return after.findings.filter((f) => !told.has(keyOf(f))).map((f) => `${names.get(f.node) ?? f.node}: ${f.text}`);
}

/** The worst of what is told of a node: of the node itself, under "", and at each breakpoint. */
export type Told = ReadonlyMap<string, Finding>;

/** The nodes with findings, each with the worst. */
export function worstOf(findings: Finding[]): ReadonlyMap<string, Told> {
  const worst = new Map<string, Map<string, Finding>>();
  for (const f of sorted(findings)) {
    if (!f.node || f.meant) continue;
    const at = worst.get(f.node) ?? new Map<string, Finding>();
    worst.set(f.node, at);
    for (const breakpoint of f.breakpoints.length > 0 ? f.breakpoints : [""]) {
      if (!at.has(breakpoint)) at.set(breakpoint, f);
    }
  }
  return worst;
}

/** Where in the lines of code, given by their nodes, something is told that counts: at the first line of each node, the
 *  worst of it. */
export function toldIn(nodes: readonly string[] = [], findings: Finding[]) {
  const worst = new Map<string, Finding>();
  for (const f of sorted(findings)) if (f.node && isCounted(f) && !worst.has(f.node)) worst.set(f.node, f);
  return nodes.flatMap((node, i) => {
    const finding = worst.get(node);
    if (!finding) return [];
    worst.delete(node);
    return [{ line: i + 1, severity: finding.severity, text: finding.text }];
  });
}
