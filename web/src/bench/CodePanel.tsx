import { Button } from "../parts/Button";
import { Check, Copy, Maximize2, Minimize2 } from "lucide-react";
import { useQueryClient } from "@tanstack/react-query";
import { Suspense, useCallback, useEffect, useMemo, useRef, useState } from "react";
import type { Bench, Operation } from "../api/client";
import type { Place } from "../api/bench";
import type { Deed } from "../api/deed";
import { codeAt, useCode, wordsAt, type Form } from "../api/code";
import type { MarkupHandle } from "../code/MarkupEditor";
import { languageOf } from "../code/languages";
import { linesOf } from "../code/lines";
import { inFile, toldIn } from "./findings";
import { Findings } from "./Findings";
import { FolderLine } from "./FolderLine";
import { Keeping } from "./Keeping";
import { useSettled } from "./settled";
import { toldOf, widthsOf } from "./told";
import { useLooking } from "../api/look";
import { useTyping } from "./typing";
import { lineStore } from "../api/edits";
import { useView, viewStore } from "./view";
import { WordsField, wordsOf } from "./WordsField";
import { later, unfetched } from "../parts/later";
import { Select } from "../parts/Input";
import { usePainted } from "../parts/painted";

const opening = <p className="px-3 text-ink-2">Opening the code…</p>;
const CodeView = later(() => import("../code/CodeView"), unfetched);
const MarkupEditor = later(() => import("../code/MarkupEditor"), unfetched);

/** The page's code in any form, a file at a time. The selected node's lines are
 *  marked; choosing a line selects its node. The file of a page from HTML is typed into. */
export function CodePanel({
  bench,
  tried,
  place,
  onDo,
  onTry,
}: {
  bench: Bench;
  /** What an edit would make of it that is not done yet. */
  tried: Bench | null;
  place: Place;
  onDo: (deed: Deed) => Promise<Bench | null>;
  onTry: (operation: Operation | null) => void;
}) {
  const painted = usePainted();
  const [gone, setGone] = useState(0);
  const now = useSettled(bench);
  const [form, setForm] = useState<Form>("used");
  const [chosen, setChosen] = useState<string | null>(null);
  const [copied, setCopied] = useState("");
  const spot = useView((v) => v.shown);
  const ends = useLooking((v) => v.ends);
  const setEnds = useLooking((v) => v.setEnds);
  const select = useView((v) => v.select);
  // The form that is shown first comes with the Bench, but of a long page.
  const aside = now.can.file && chosen !== null && chosen !== now.page.file; // a stylesheet of the page
  const comes = form === "used" && !now.code.left && !aside;
  const other = useCode(place, now.revision, form, { ends }, !comes);

  const filed = useMemo(() => inFile(now), [now]);
  const files = useMemo(() => {
    if (!comes) return other.data?.files ?? [];
    const markup = {
      name: now.page.file,
      text: textOf(now),
      nodes: now.code.lines.map((l) => l.node),
    };
    return now.can.file ? [markup] : [markup, { name: "kit.css", text: now.code.css, nodes: [] }];
  }, [comes, now, other.data]);
  const file = files.find((f) => f.name === chosen) ?? files[0];
  const typed = now.can.file && !aside && form === "used" && file !== undefined && file === files[0];
  const kept = file?.text.replace(/\n$/, "") ?? "";
  const editor = useRef<MarkupHandle>(null);
  const typing = useTyping(typed ? kept : "", editor, onDo, onTry);
  const would = tried && comes && file === files[0] && !typing.busy ? textOf(tried) : null;
  const text = would ?? file?.text ?? "";
  const was = useBefore(place.page, form === "used" ? (files[0]?.text ?? "") : "");
  const told = useMemo(() => toldIn(file?.nodes, now.findings), [file, now.findings]);
  const marked = useMemo(() => linesOf(file?.nodes, spot?.node), [file, spot]);

  // The sheet shows a block's column.
  function choose(line: number) {
    const node = bench.nodes.find((n) => n.id === file?.nodes[line - 1]);
    setGone(0);
    if (node) select({ node: node.kind === "block" ? node.parent : node.id, breakpoint: null });
  }

  // The block whose words are typed where they stand in the code of a page made here, and where that is.
  const [worded, setWorded] = useState<{ block: string; top: number } | null>(null);
  function openWords(line: number, top: number) {
    const block = wordsOf(bench, file?.nodes[line - 1] ?? "");
    const why = "These lines have no words of a block: texts are edited here, all else in the lanes and the sheet.";
    if (block && !now.can.file) setWorded({ block, top });
    else if (file?.nodes.length) lineStore.setState({ refused: why, offer: null });
  }
  const block = worded && bench.nodes.find((n) => n.id === worded.block);

  const wide = useView((v) => v.wide);
  const entering = useView((v) => v.entering);
  const { widen, entered } = viewStore.getState();
  const panel = useRef<HTMLElement>(null);
  useEffect(() => {
    if (!entering) return;
    if (!typed)
      panel.current
        ?.querySelector<HTMLElement>("[data-code] > *")
        ?.shadowRoot?.querySelector<HTMLElement>('[tabindex="0"]')
        ?.focus();
    else if (editor.current) editor.current.enter(marked?.first ?? 1);
    else return; // it is not here yet
    entered();
  });

  const queries = useQueryClient();
  const known = useCallback(() => queries.fetchQuery(wordsAt(place, now.revision)), [queries, place, now.revision]);
  /** To the rule of a class: in the stylesheet that it was read from, or where one first has it. */
  async function goToRule(name: string) {
    const word = (await known()).find((w) => w.text === name);
    const all = await queries.fetchQuery(codeAt(place, now.revision, "used", { ends }));
    const rule = new RegExp(`\\.${CSS.escape(name).replace(/[\\$.*+?^()[\]{}|]/g, "\\$&")}(?![\\w-])`);
    for (const f of all.files.filter((f) => f.name.endsWith(".css"))) {
      const line = f.name === word?.file ? word.line : f.text.split("\n").findIndex((l) => rule.test(l)) + 1;
      if (line === 0 || (word?.file && word.file !== f.name)) continue;
      setChosen(f.name);
      setGone(line);
      return;
    }
    lineStore.setState({ refused: `No stylesheet of this page has a rule for .${name}.`, offer: null });
  }

  async function copy() {
    await navigator.clipboard.writeText(text);
    setCopied(text);
  }

  return (
    <section ref={panel} aria-label="Code" className="grid min-h-0 grid-cols-[minmax(0,1fr)] grid-rows-[auto_1fr]">
      <div className="flex items-center gap-1.5 px-3 pt-2">
        <Select
          aria-label="Form"
          value={form}
          onChange={(e) => setForm(e.target.value as Form)}
          className="min-w-0 flex-1 px-1 py-[3px] text-[12px]"
        >
          {now.forms.map((f) => (
            <option key={f.form} value={f.form}>
              {f.name}
            </option>
          ))}
        </Select>
        <Button size="tiny" onClick={() => void copy()}>
          {copied === text && text ? <Check size={13} aria-hidden="true" /> : <Copy size={13} aria-hidden="true" />}
          <span aria-live="polite">{copied === text && text ? "Copied" : "Copy"}</span>
        </Button>
        <Button
          size="tiny"
          aria-pressed={wide}
          aria-label="More room for the code"
          title="More room for the code (K goes to it)"
          onClick={() => widen(!wide)}
        >
          {wide ? <Minimize2 size={13} aria-hidden="true" /> : <Maximize2 size={13} aria-hidden="true" />}
        </Button>
      </div>
      <div className="flex min-h-0 flex-col [contain:strict]">
        <div className="flex flex-none items-center gap-3 px-3 py-1.5 text-[12px] text-ink-2">
          <Select
            aria-label="File"
            value={file?.name ?? ""}
            onChange={(e) => setChosen(e.target.value)}
            className="min-w-0 flex-1 px-1 py-[3px] font-mono text-[12px]"
          >
            {files.map((f) => (
              <option key={f.name}>{f.name}</option>
            ))}
          </Select>
          <label className={`items-center gap-1.5 ${now.can.ends ? "flex" : "hidden"}`}>
            <input type="checkbox" checked={ends} onChange={(e) => setEnds(e.target.checked)} className="accent-woad" />
            Label the ends of rows
          </label>
          {now.mixins !== "none" && (
            <label className="flex items-center gap-1.5">
              <input
                type="checkbox"
                checked={now.mixins === "on"}
                onChange={(e) => void onDo({ mixins: { on: e.target.checked } })}
                className="accent-woad"
              />
              Lay out by mixins
            </label>
          )}
        </div>
        {now.folder && form !== "used" && form !== "whole" && (
          <Keeping key={form} form={form} kept={now.kept} onDo={onDo} />
        )}
        {now.folder && <FolderLine folder={now.folder} file={now.page.file} />}
        {filed.length > 0 && form === "used" && (
          <Findings
            findings={filed}
            nodes={now.nodes}
            onSelect={(node) => select({ node, breakpoint: null })}
            onGo={setGone}
            onDo={onDo}
            onTry={onTry}
          />
        )}
        <div data-code className="relative min-h-0 flex-1">
          <Suspense fallback={opening}>
            {painted && typed ? (
              <MarkupEditor
                key={now.page.id}
                ref={editor}
                label={`${now.page.file}, the page's file`}
                text={(would ?? kept).replace(/\n$/, "")}
                was={(would === null ? was : kept)?.replace(/\n$/, "")}
                marked={gone ? { first: gone, last: gone } : marked}
                faults={(typing.busy && tried ? tried : now).findings}
                classes={async () => (await known()).map((w) => ({ ...w, widths: widthsOf(w.widths) }))}
                tell={async (name, line) => toldOf(bench, await known(), name, file?.nodes[line - 1])}
                onType={typing.type}
                onLine={choose}
                onRule={(name) => void goToRule(name)}
                onLeave={() => void typing.keep()}
                onUndo={(again) => void typing.keep().then(() => onDo(again ? "redo" : "undo"))}
              />
            ) : painted ? (
              <CodeView
                label={`${file?.name ?? "code"}, ${now.forms.find((f) => f.form === form)?.name ?? ""}`}
                text={text.replace(/\n$/, "")}
                was={
                  form === "used" && file === files[0]
                    ? (would === null ? was : file?.text)?.replace(/\n$/, "")
                    : undefined
                }
                language={languageOf(file?.name ?? "")}
                marked={gone ? { first: gone, last: gone } : marked}
                told={told}
                onLine={choose}
                onWords={openWords}
              />
            ) : (
              opening
            )}
          </Suspense>
          {block && (
            <WordsField
              block={block}
              onDo={onDo}
              onClose={() => {
                setWorded(null);
                viewStore.setState({ entering: true });
              }}
              style={{ left: 44, right: 8, top: Math.max(0, worded.top), height: 96 }}
            />
          )}
        </div>
        {!now.can.file && (
          <p className="flex-none border-t border-line-2 px-3 py-1 text-[12px] text-ink-2">
            Read-only. Double-click a text to edit it.
          </p>
        )}
      </div>
    </section>
  );
}

function textOf(bench: Bench) {
  return bench.code.lines.map((l) => l.text).join("\n") + "\n";
}

/** The text of the page's file before the last edit; undefined where there was none. */
function useBefore(page: string, text: string): string | undefined {
  const last = useRef({ page, text });
  const [before, setBefore] = useState<{ page: string; text: string }>();
  useEffect(() => {
    if (text === "") return; // another form is shown
    if (last.current.page === page && last.current.text !== text && last.current.text !== "") setBefore(last.current);
    last.current = { page, text };
  }, [page, text]);
  return before?.page === page ? before.text : undefined;
}
