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
  const word = words.find((w) => w.text === name);
  if (!word) return null;
  // Tags that begin on one line are those of one in the other.
  const of = (id: string | undefined) => bench.nodes.find((n) => n.id === id);
  let on = of(node);
  while (on && on.kind !== word.on) on = of(on.parent);
  const here = bench.lanes.flatMap(({ breakpoint, boxes }) => {
    const box = boxes.find((b) => b.id === on?.id && b.shown);
    return box ? [{ breakpoint, width: box.width }] : [];
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
