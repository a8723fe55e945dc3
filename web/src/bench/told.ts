import type { components } from "../api/schema";
import type { Bench } from "../api/client";

type Word = components["schemas"]["Word"];

/** Widths at breakpoints, in short: "mid 283 · wide 191 px". */
export function widthsOf(all: readonly { breakpoint: string; width: number }[]): string {
  if (all.length === 0) return "";
  return `${all.map((w) => `${w.breakpoint} ${Math.round(w.width * 10) / 10}`).join(" · ")} px`;
}

/** What is told of a class on a node: what it does, how wide the node is at each breakpoint, and where its rule is. */
export function toldOf(bench: Bench, words: readonly Word[], name: string, node: string | undefined) {
  const on = bench.nodes.find((n) => n.id === node);
  const word = words.find((w) => w.text === name && w.on === on?.kind) ?? words.find((w) => w.text === name);
  if (!word) return null;
  const here = bench.lanes.flatMap(({ breakpoint, boxes }) => {
    const box = boxes.find((b) => b.id === node && b.shown);
    return box && on?.kind === word.on ? [{ breakpoint, width: box.width }] : [];
  });
  const widths = widthsOf(here.length > 0 ? here : word.widths);
  return {
    lines: [
      ...word.says,
      ...(widths ? [`${here.length > 0 && on ? on.name : "alone in a container"}: ${widths}`] : []),
    ],
    rule: word.file ? `${word.file}, line ${word.line}` : "To its rule",
  };
}
