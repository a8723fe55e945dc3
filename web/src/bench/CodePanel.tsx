import { Check, Copy } from "lucide-react";
import { memo, useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Bench } from "../api/client";
import { useWholeSheet, type Place } from "../api/bench";
import { Segmented } from "../parts/Segmented";
import { colour } from "./highlight";
import { useView } from "./view";

type Form = "html" | "css" | "kit";

const forms = [
  ["html", "HTML"],
  ["css", "CSS used"],
  ["kit", "Whole kit"],
] as const;

/** The page's code. The selected node's lines are marked; choosing a line
 *  selects its node. */
export function CodePanel({ bench, place }: { bench: Bench; place: Place }) {
  const [form, setForm] = useState<Form>("html");
  const [copied, setCopied] = useState("");
  const spot = useView((v) => v.shown);
  const ends = useView((v) => v.ends);
  const setEnds = useView((v) => v.setEnds);
  const select = useView((v) => v.select);
  const whole = useWholeSheet(place, form === "kit");
  const list = useRef<HTMLDivElement>(null);

  const text = useMemo(() => {
    if (form === "html") return bench.code.lines.map((l) => l.text).join("\n") + "\n";
    return form === "css" ? bench.code.css : (whole.data ?? "");
  }, [bench.code, form, whole.data]);
  const lines = text.replace(/\n$/, "").split("\n");
  const stretch = useMemo(() => {
    if (form !== "html" || !spot) return undefined;
    const first = bench.code.lines.findIndex((l) => l.node === spot.node);
    return first < 0
      ? undefined
      : { first: first + 1, last: bench.code.lines.findLastIndex((l) => l.node === spot.node) + 1 };
  }, [bench.code.lines, form, spot]);

  useEffect(() => {
    const [first, last] = [stretch?.first, stretch?.last].map(
      (n) => n && (list.current?.children[n - 1] as HTMLElement | undefined),
    );
    const view = list.current?.parentElement;
    if (!first || !last || !view) return;
    const top = first.getBoundingClientRect().top;
    const spare = view.clientHeight - (last.getBoundingClientRect().bottom - top);
    view.scrollTop += top - view.getBoundingClientRect().top - Math.max(20, spare / 3);
  }, [stretch]);

  const parents = useRef(new Map<string, string>());
  useEffect(() => {
    parents.current = new Map(bench.nodes.filter((n) => n.kind === "block").map((n) => [n.id, n.parent]));
  }, [bench.nodes]);
  // The sheet shows a block's column.
  const choose = useCallback(
    (node: string) => select({ node: parents.current.get(node) ?? node, breakpoint: null }),
    [select],
  );

  async function copy() {
    try {
      await navigator.clipboard.writeText(text);
      setCopied(text);
    } catch {
      const range = document.createRange();
      range.selectNodeContents(list.current!);
      getSelection()?.removeAllRanges();
      getSelection()?.addRange(range);
    }
  }

  return (
    <section aria-label="Code" className="grid min-h-0 grid-rows-[auto_1fr]">
      <div className="flex items-center gap-2 px-3 py-2">
        <Segmented label="Code form" value={form} options={forms} onChange={setForm} />
        <span className="flex-1" />
        <button
          type="button"
          onClick={() => void copy()}
          className="flex items-center gap-1.5 rounded-md border border-control bg-raised px-2.5 py-1 text-[12px] hover:bg-line-2"
        >
          {copied === text && text ? <Check size={13} aria-hidden="true" /> : <Copy size={13} aria-hidden="true" />}
          <span aria-live="polite">{copied === text && text ? "Copied" : "Copy"}</span>
        </button>
      </div>
      <div
        className="min-h-0 overflow-auto pb-3 [contain:strict] [scrollbar-width:thin]"
        // It scrolls, so the keyboard must reach it.
        // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
        tabIndex={0}
        role="group"
        aria-label={`${forms.find(([f]) => f === form)![1]} code`}
      >
        {form === "html" && (
          <label className="flex items-center gap-1.5 px-3 pb-1.5 text-[12px] text-ink-2">
            <input type="checkbox" checked={ends} onChange={(e) => setEnds(e.target.checked)} className="accent-woad" />
            Label the ends of rows and containers
          </label>
        )}
        <div ref={list} data-code className="font-mono text-[11.5px] leading-[1.62]">
          {lines.map((line, i) => (
            <CodeLine
              key={i}
              number={i + 1}
              text={line}
              markup={form === "html"}
              node={form === "html" ? bench.code.lines[i]?.node : undefined}
              marked={stretch !== undefined && i + 1 >= stretch.first && i + 1 <= stretch.last}
              onChoose={choose}
            />
          ))}
        </div>
      </div>
    </section>
  );
}

/** A line too long for the panel goes on under itself, a little further in. */
function hang(line: string) {
  const indent = line.length - line.trimStart().length + 4;
  return { paddingLeft: `calc(40px + ${indent}ch)`, textIndent: `-${indent}ch` };
}

interface LineProps {
  number: number;
  text: string;
  markup: boolean;
  /** The node the line belongs to; none in a stylesheet. */
  node: string | undefined;
  marked: boolean;
  onChoose: (node: string) => void;
}

const CodeLine = memo(function CodeLine({ number, text, markup, node, marked, onChoose }: LineProps) {
  return (
    // The sheet selects the same nodes by keyboard.
    // eslint-disable-next-line jsx-a11y/no-static-element-interactions
    <div
      data-marked={marked || undefined}
      onClick={node === undefined ? undefined : () => getSelection()?.isCollapsed !== false && onChoose(node)}
      className={`relative pr-3 [content-visibility:auto] [contain-intrinsic-size:auto_19px] break-words whitespace-pre-wrap ${node ? "cursor-pointer" : ""} ${marked ? "bg-madder-soft" : ""}`}
      style={hang(text)}
    >
      <span aria-hidden="true" className="absolute left-0 w-8 text-right indent-0 text-[11px] text-ink-3 select-none">
        {number}
      </span>
      {colour(text, markup).map((part, k) => (
        <span key={k} className={part.dye}>
          {part.text}
        </span>
      ))}
      {"\n"}
    </div>
  );
});
