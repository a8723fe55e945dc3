import { Suspense, useEffect, useMemo, useRef } from "react";
import type { Bench, Operation } from "../api/client";
import type { Deed } from "../api/deed";
import type { StyleHandle } from "../code/StyleEditor";
import { Button } from "../parts/Button";
import { later, unfetched } from "../parts/later";

const StyleEditor = later(() => import("../code/StyleEditor"), unfetched);

/** How long nothing is typed before what was typed is a step of the history, in ms. */
const pause = 900;

interface Props {
  bench: Bench;
  focus: string;
  onDo: (deed: Deed) => Promise<Bench | null>;
  /** Shows what an operation would make, or what is there again. */
  onTry: (operation: Operation | null) => void;
}

/** The page's own stylesheet: every lane follows while it is typed. */
export default function StylesPanel({ bench, focus, onDo, onTry }: Props) {
  const editor = useRef<StyleHandle>(null);
  const typed = useRef<string | null>(null); // what is not kept yet
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
    const text = typed.current;
    typed.current = null;
    if (text !== null) void latest.current.onDo({ style: { text } }).finally(() => latest.current.onTry(null));
  });
  useEffect(() => {
    const keeping = keep.current;
    return () => keeping();
  }, []);

  function change(text: string) {
    if (text === bench.style && typed.current === null) return;
    typed.current = text;
    onTry({ style: { text } });
    clearTimeout(timer.current);
    timer.current = window.setTimeout(keep.current, pause);
  }

  if (bench.can.file) {
    return (
      <p className="px-3.5 pb-3 text-ink-2">
        This page is a file of its own: its styles are in the stylesheets that it links. Lanes follow when they are
        saved.
      </p>
    );
  }
  return (
    <div className="grid h-[46vh] grid-rows-[auto_minmax(0,1fr)]">
      <div className="flex flex-wrap items-center gap-2 px-3.5 pb-2">
        <span className="font-mono text-[12px]">page.css</span>
        <span className="text-[12px] text-ink-2">linked after the kit</span>
        {at && !narrowest && (
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
            key={bench.page.id}
            ref={editor}
            label="Styles of the page"
            text={bench.style}
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
