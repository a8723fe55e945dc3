import { Suspense, useEffect, useMemo, useRef, useState } from "react";
import type { Place } from "../api/bench";
import type { Bench, Operation } from "../api/client";
import { useStyles } from "../api/code";
import type { Deed } from "../api/deed";
import type { StyleHandle } from "../code/StyleEditor";
import { Button } from "../parts/Button";
import { Select } from "../parts/Input";
import { later, unfetched } from "../parts/later";

const StyleEditor = later(() => import("../code/StyleEditor"), unfetched);

/** How long nothing is typed before what was typed is a step of the history, in ms. */
const pause = 900;

interface Props {
  place: Place;
  bench: Bench;
  focus: string;
  onDo: (deed: Deed) => Promise<Bench | null>;
  /** Shows what an operation would make, or what is there again. */
  onTry: (operation: Operation | null) => void;
}

/** The page's own stylesheet, or one of those that its file links: every lane follows while it is typed. */
export default function StylesPanel({ place, bench, focus, onDo, onTry }: Props) {
  const editor = useRef<StyleHandle>(null);
  const typed = useRef<{ file: string; text: string } | null>(null); // what is not kept yet
  const styles = useStyles(place, bench.revision);
  const [chosen, choose] = useState("");
  const timer = useRef(0);
  const words = useMemo(() => wordsOf(bench), [bench]);
  const at = bench.breakpoints.find((b) => b.name === focus);
  const narrowest = focus === bench.breakpoints[0]?.name;

  const latest = useRef({ onDo, onTry });
  useEffect(() => {
    latest.current = { onDo, onTry };
  });
  const keep = useRef(() => {
    clearTimeout(timer.current);
    const style = typed.current;
    typed.current = null;
    if (style) void latest.current.onDo({ style }).finally(() => latest.current.onTry(null));
  });
  useEffect(() => {
    const keeping = keep.current;
    return () => keeping();
  }, []);

  if (!styles.data) return <p className="px-3.5 pb-3 text-ink-2">{styles.error?.message ?? "Loading the styles…"}</p>;
  const { files, begin } = styles.data;
  const file = files.find((f) => f.name === chosen) ?? files.findLast((f) => !f.fixed) ?? files.at(-1);

  function change(text: string) {
    if (!file || (text === file.text && !typed.current)) return;
    typed.current = { file: bench.can.file ? file.name : "", text };
    onTry({ style: typed.current });
    clearTimeout(timer.current);
    timer.current = window.setTimeout(keep.current, pause);
  }
  const link = begin && (
    <Button
      size="small"
      title="Links a new stylesheet after the others"
      onClick={() => void onDo(begin).then((made) => made && choose(styles.data.new))}
    >
      New {styles.data.new}
    </Button>
  );

  if (!file) {
    return (
      <div className="grid justify-items-start gap-2 px-3.5 pb-3 text-ink-2">
        <p>
          {begin
            ? "This page links no stylesheet of its own yet."
            : "This file has no head to link a stylesheet in: its styles are in the stylesheets of the pages that include it."}
        </p>
        {link}
      </div>
    );
  }
  return (
    <div className="grid h-[46vh] grid-rows-[auto_minmax(0,1fr)]">
      <div className="flex flex-wrap items-center gap-2 px-3.5 pb-2">
        {files.length > 1 ? (
          <Select
            aria-label="Stylesheet"
            value={file.name}
            onChange={(e) => {
              keep.current();
              choose(e.target.value);
            }}
            className="max-w-40 px-1 py-0.5 font-mono text-[12px]"
          >
            {files.map((f) => (
              <option key={f.name} value={f.name}>
                {f.name}
                {f.fixed && " (read only)"}
              </option>
            ))}
          </Select>
        ) : (
          <span className="font-mono text-[12px]">{file.name}</span>
        )}
        {!bench.can.file && <span className="text-[12px] text-ink-2">linked after the kit</span>}
        {file.fixed && !files.some((f) => !f.fixed) && link}
        {file.fixed && <p className="basis-full text-[12px] text-ink-2">{file.fixed}</p>}
        {at && !narrowest && !file.fixed && (
          <Button
            size="small"
            className="ml-auto"
            onClick={() => editor.current?.append(`\n@media (min-width: ${at.from}) {\n  |\n}\n`)}
          >
            From {focus} on
          </Button>
        )}
      </div>
      {/* What is typed here is not for the sheet. */}
      {/* eslint-disable-next-line jsx-a11y/no-static-element-interactions */}
      <div
        className="min-h-0 border-t border-line-2"
        onBlur={() => keep.current()}
        onKeyDown={(e) => e.stopPropagation()}
      >
        <Suspense>
          <StyleEditor
            key={`${bench.page.id} ${file.name}`}
            ref={editor}
            label="Styles of the page"
            fixed={file.fixed !== ""}
            text={file.text}
            words={words}
            onChange={change}
          />
        </Suspense>
      </div>
    </div>
  );
}

/** What selectors and values of the page are written with. */
function wordsOf(bench: Bench): string[] {
  const all = new Set<string>();
  for (const n of bench.nodes) {
    if (n.anchor) all.add(`#${n.anchor}`);
    for (const c of n.classes ?? []) all.add(`.${c}`);
  }
  for (const m of bench.code.css.matchAll(/(--[\w-]+)\s*:|(\.[a-zA-Z][\w-]*)/g)) all.add((m[1] ?? m[2])!);
  return [...all].sort();
}
