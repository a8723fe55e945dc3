import { useEffect, useLayoutEffect, useRef, useState } from "react";
import type { Lane, SheetNode } from "../api/client";
import { lineStore } from "../api/edits";
import { compare, type Agreement } from "./agreement";
import { idsOf, measureContent, type Measures } from "./measure";
import { patch, windowHeight } from "./patch";
import { expectedOf } from "./expected";

interface Props {
  /** The address of the page as it was when the frame was made; later it is patched. */
  address: string;
  /** The page now, in lines. */
  document: readonly string[];
  title: string;
  /** Of the viewport, in px of the page. */
  width: number;
  /** How much of the page is shown, in the same. */
  height: number;
  scale: number;
  /** Whether it is seen; it is measured all the same. */
  shown: boolean;
  nodes: readonly SheetNode[];
  /** The plan of the page at that width; nothing where the page is only shown, and neither measured nor compared. */
  lane: Lane | undefined;
  /** The page has styles of its own. */
  styled: boolean;
  /** It can be scrolled and pointed at, and its window is as high as the frame; else all of the page is shown, still. */
  live?: boolean;
  /** Takes the frame when it shows the page, or another state of it, before that is painted. */
  onShow?: (frame: HTMLIFrameElement) => void;
  /** Takes what was measured of the page's content, in the document that was. */
  onMeasure: (measures: Measures, document: readonly string[]) => void;
  /** Takes how the page agrees with its plan. */
  onCompare: (agreement: Agreement, breakpoint: string) => void;
}

/** How long a lane stays as it is before it is compared with the page, in ms. */
const settled = 400;

/** How long a page stays as it is before it is measured, in ms: when it was loaded, and after an edit, since the next one
 *  must not wait for that. */
const [loadedFor, editedFor] = [60, 250];

/** The page itself, as a browser shows it at a width, scaled. No script runs in it. */
export function PageFrame({
  address,
  document,
  title,
  width,
  height,
  scale,
  shown,
  nodes,
  lane,
  styled,
  live = false,
  onShow,
  onMeasure,
  onCompare,
}: Props) {
  const frame = useRef<HTMLIFrameElement>(null);
  const [source] = useState(address);
  const [loaded, setLoaded] = useState(false);
  const patched = useRef<readonly string[] | null>(null);
  const measured = useRef(false);

  const latest = useRef({ nodes, lane, styled, onShow, onMeasure, onCompare, height });
  useLayoutEffect(() => {
    latest.current = { nodes, lane, styled, onShow, onMeasure, onCompare, height };
  });

  // Patched before it is painted, together with what is drawn over it.
  useLayoutEffect(() => {
    const inside = loaded ? frame.current?.contentDocument : null;
    if (!inside?.documentElement || document.length === 0 || patched.current === document) return;
    patched.current = document;
    patch(inside, document, live ? undefined : windowHeight);
    latest.current.onShow?.(frame.current!);
  }, [loaded, document, live]);

  // Measured when the browser has time, and again when a picture or a font has come.
  const planned = lane !== undefined;
  useEffect(() => {
    const element = frame.current;
    const inside = loaded ? element?.contentDocument : null;
    if (!element || !inside?.body || !planned) return;
    let timer = 0;
    const measure = () => {
      const { lane, nodes, styled, height, onMeasure } = latest.current;
      if (!lane) return;
      if (lineStore.getState().waiting > 0) return soon(editedFor); // what an edit makes is drawn first
      measured.current = true;
      const measures = atWindow(element, height, () =>
        measureContent(inside, {
          columns: idsOf(nodes, "column"),
          rows: idsOf(nodes, "row"),
          frames: styled ? idsOf(nodes, "section", "container") : null,
          natural: new Set(lane.boxes.filter((b) => b.span === "natural").map((b) => b.id)),
        }),
      );
      onMeasure({ width, ...measures }, document);
    };
    const soon = (after: number) => {
      clearTimeout(timer);
      timer = window.setTimeout(measure, after);
    };
    // What an edit made is painted first.
    const painted = requestAnimationFrame(() => soon(measured.current ? editedFor : loadedFor));
    const came = () => soon(50);
    inside.addEventListener("load", came, true);
    inside.fonts?.addEventListener("loadingdone", came);
    return () => {
      cancelAnimationFrame(painted);
      clearTimeout(timer);
      inside.removeEventListener("load", came, true);
      inside.fonts?.removeEventListener("loadingdone", came);
    };
  }, [loaded, document, width, planned]);

  // Compared when nothing is measured any more.
  useEffect(() => {
    const element = frame.current;
    const inside = loaded ? element?.contentDocument : null;
    if (!element || !inside?.body || !lane) return;
    let timer = 0;
    const agree = () => {
      if (patched.current !== document || lane.width !== width) return;
      if (lineStore.getState().waiting > 0) return soon(editedFor); // what an edit makes is drawn first
      const { height, onCompare } = latest.current;
      onCompare(
        atWindow(element, height, () => compare(inside, expectedOf(lane))),
        lane.breakpoint,
      );
    };
    const soon = (after: number) => {
      timer = window.setTimeout(agree, after);
    };
    soon(settled);
    return () => clearTimeout(timer);
  }, [loaded, document, lane, width]);

  return (
    <iframe
      ref={frame}
      title={title}
      // One that is scrolled must be reached by the keyboard.
      // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
      tabIndex={live ? 0 : -1}
      sandbox="allow-same-origin"
      scrolling={live ? "auto" : "no"}
      src={source}
      onLoad={() => setLoaded(true)}
      className={`absolute top-0 left-0 origin-top-left border-0 ${live ? "" : "pointer-events-none bg-white"} ${shown ? "" : "invisible"}`}
      style={{ width, height, transform: `scale(${scale})`, colorScheme: "light" }}
    />
  );
}

/** Does something while the window of a page is as high as it is when it is measured. */
function atWindow<T>(frame: HTMLIFrameElement, height: number, deed: () => T): T {
  const inside = frame.contentWindow!;
  const { scrollX, scrollY } = inside;
  frame.style.height = `${windowHeight}px`;
  try {
    return deed();
  } finally {
    frame.style.height = `${height}px`;
    inside.scrollTo(scrollX, scrollY);
  }
}
