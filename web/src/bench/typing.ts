import { useCallback, useEffect, useRef, useState, type RefObject } from "react";
import type { Bench, Operation } from "../api/client";
import type { Deed } from "../api/deed";
import { between } from "../code/change";
import type { MarkupHandle } from "../code/MarkupEditor";

/** How long nothing is typed before what was typed is a step of the history, in ms. */
const pause = 900;

/** What is typed into a page's file: lanes follow at once, and a pause makes it a step of the history. A tag that is not
 *  whole waits for its end, or until the editor is left. */
export function useTyping(
  text: string,
  editor: RefObject<MarkupHandle | null>,
  onDo: (deed: Deed) => Promise<Bench | null>,
  onTry: (operation: Operation | null) => void,
) {
  const [busy, setBusy] = useState(false);
  const typed = useRef<string | null>(null); // what is not kept yet
  const base = useRef(text); // what it is typed into
  const sending = useRef<Promise<unknown> | null>(null);
  const timer = useRef(0);
  const latest = useRef({ text, onDo, onTry });
  useEffect(() => {
    const came = latest.current.text !== text;
    latest.current = { text, onDo, onTry };
    if (came || typed.current === null) base.current = text;
    if (!came || typed.current === null) return;
    typed.current = editor.current?.text() ?? null; // with what others changed
    if (typed.current !== null && !sending.current) show(typed.current);
  });
  const torn = useRef(false);
  /** Has the lanes show what is typed, or what is there while a tag is not whole. */
  function show(now: string) {
    const lines = torn.current ? null : linesOf(base.current, now);
    latest.current.onTry(lines && { lines });
  }

  const keep = useCallback(async () => {
    clearTimeout(timer.current);
    await sending.current;
    const now = typed.current;
    if (now === null) return;
    const lines = linesOf(base.current, now);
    typed.current = null;
    if (lines) {
      const { text: before, onDo: send } = latest.current;
      sending.current = send({ lines }).then((made) => {
        sending.current = null;
        if (!made)
          typed.current ??= now; // it is refused, and stays in the editor
        else if (latest.current.text === before) {
          base.current = now; // which is not here yet
          editor.current?.kept(now);
        }
      });
      await sending.current;
    }
    if (typed.current !== null) return show(typed.current); // on what is there now
    latest.current.onTry(null);
    setBusy(false);
  }, [editor]);

  const type = useCallback(
    (now: string, half: boolean) => {
      typed.current = now;
      torn.current = half;
      setBusy(true);
      clearTimeout(timer.current);
      if (half) return;
      show(now);
      timer.current = window.setTimeout(() => void keep(), pause);
    },
    [keep],
  );

  // What is refused when the editor goes is not shown any more either.
  useEffect(() => () => void keep().finally(() => onTry(null)), [keep, onTry]);
  return { busy, type, keep };
}

/** The lines that are others in a text than before; null where none are. */
export function linesOf(before: string, now: string): NonNullable<Operation["lines"]> | null {
  const other = between(before, now);
  if (!other) return null;
  // whole lines
  const from = before.lastIndexOf("\n", other.from - 1) + 1;
  const next = before.indexOf("\n", before.length - other.end);
  const end = next < 0 ? 0 : before.length - next;
  const first = before.slice(0, from).split("\n").length;
  return {
    from: first,
    was: before.slice(from, before.length - end).split("\n"),
    now: now.slice(from, now.length - end).split("\n"),
  };
}
