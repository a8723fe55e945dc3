import { Check, Copy } from "lucide-react";
import { lazy, Suspense, useEffect, useMemo, useState } from "react";
import type { Bench } from "../api/client";
import { useWholeSheet, type Place } from "../api/bench";
import { Segmented } from "../parts/Segmented";
import { useView } from "./view";

const CodeView = lazy(() => import("../code/CodeView"));

type Form = "html" | "css" | "kit";

const forms = [
  ["html", "HTML"],
  ["css", "CSS used"],
  ["kit", "Whole kit"],
] as const;

/** The page's code. The selected node's lines are marked; choosing a line
 *  selects its node. */
export function CodePanel({ bench, place }: { bench: Bench; place: Place }) {
  const code = useSettled(bench.code);
  const [form, setForm] = useState<Form>("html");
  const [copied, setCopied] = useState("");
  const spot = useView((v) => v.shown);
  const ends = useView((v) => v.ends);
  const setEnds = useView((v) => v.setEnds);
  const select = useView((v) => v.select);
  const whole = useWholeSheet(place, form === "kit");

  const text = useMemo(() => {
    if (form === "html") return code.lines.map((l) => l.text).join("\n") + "\n";
    return form === "css" ? code.css : (whole.data ?? "");
  }, [code, form, whole.data]);
  // The panel is read from the end that is not there: without its last newline.
  const shown = text.replace(/\n$/, "");
  const stretch = useMemo(() => {
    if (form !== "html" || !spot) return undefined;
    const first = code.lines.findIndex((l) => l.node === spot.node);
    return first < 0
      ? undefined
      : { first: first + 1, last: code.lines.findLastIndex((l) => l.node === spot.node) + 1 };
  }, [code.lines, form, spot]);

  // The sheet shows a block's column.
  function choose(line: number) {
    const node = bench.nodes.find((n) => n.id === code.lines[line - 1]?.node);
    if (node) select({ node: node.kind === "block" ? node.parent : node.id, breakpoint: null });
  }

  async function copy() {
    await navigator.clipboard.writeText(text);
    setCopied(text);
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
      <div className="flex min-h-0 flex-col [contain:strict]">
        {form === "html" && (
          <label className="flex flex-none items-center gap-1.5 px-3 pb-1.5 text-[12px] text-ink-2">
            <input type="checkbox" checked={ends} onChange={(e) => setEnds(e.target.checked)} className="accent-woad" />
            Label the ends of rows and containers
          </label>
        )}
        <div data-code className="min-h-0 flex-1">
          <Suspense fallback={<p className="px-3 text-ink-2">Opening the code…</p>}>
            <CodeView
              label={`${forms.find(([f]) => f === form)![1]} code`}
              text={shown}
              language={form === "html" ? "html" : "css"}
              marked={stretch}
              onLine={form === "html" ? choose : undefined}
            />
          </Suspense>
        </div>
      </div>
    </section>
  );
}

/** How many lines are shown at once; longer code is when edits pause, so that the
 *  lanes need not wait for it. */
const long = 800;

function useSettled(code: Bench["code"]): Bench["code"] {
  const [settled, setSettled] = useState(code);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(code), 150);
    return () => clearTimeout(timer);
  }, [code]);
  return code.lines.length < long ? code : settled;
}
