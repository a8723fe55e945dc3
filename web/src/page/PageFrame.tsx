import { useEffect, useLayoutEffect, useRef, useState } from "react";
import type { Lane, SheetNode } from "../api/client";
import { agreementOf, useAgreement } from "./agreement";
import { idsOf, measureContent, type Measures } from "./measure";
import { patch } from "./patch";

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
  lane: Lane;
  /** The page has styles of its own. */
  styled: boolean;
  /** Takes what was measured of the page's content, in the document that was. */
  onMeasure: (measures: Measures, document: readonly string[]) => void;
}

/** How high the window of the page is while it is measured, in px: what goes by that must not grow with the page. */
const windowHeight = 800;

/** How long a lane stays as it is before it is compared with the page, in ms. */
const settled = 400;

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
  onMeasure,
}: Props) {
  const frame = useRef<HTMLIFrameElement>(null);
  const [source] = useState(address);
  const [loaded, setLoaded] = useState(false);
  const patched = useRef<readonly string[] | null>(null);

  // Patched before it is painted, together with what is drawn over it.
  useLayoutEffect(() => {
    const inside = loaded ? frame.current?.contentDocument : null;
    if (!inside?.documentElement || document.length === 0 || patched.current === document) return;
    patched.current = document;
    patch(inside, document);
  }, [loaded, document]);

  // Measured when the browser has time, and again when a picture or a font has come.
  const latest = useRef({ nodes, lane, styled, onMeasure, height });
  useLayoutEffect(() => {
    latest.current = { nodes, lane, styled, onMeasure, height };
  });
  useEffect(() => {
    const element = frame.current;
    const inside = loaded ? element?.contentDocument : null;
    if (!element || !inside?.body) return;
    let timer = 0;
    const measure = () => {
      const now = latest.current;
      element.style.height = `${windowHeight}px`;
      const measured = measureContent(inside, {
        columns: idsOf(now.nodes, "column"),
        rows: idsOf(now.nodes, "row"),
        frames: now.styled ? idsOf(now.nodes, "section", "container") : null,
        natural: new Set(now.lane.boxes.filter((b) => b.span === "natural").map((b) => b.id)),
      });
      element.style.height = `${now.height}px`;
      now.onMeasure({ width, ...measured }, document);
    };
    const soon = (after: number) => {
      clearTimeout(timer);
      timer = window.setTimeout(measure, after);
    };
    // What an edit made is painted first.
    const painted = requestAnimationFrame(() => soon(30));
    const came = () => soon(50);
    inside.addEventListener("load", came, true);
    inside.fonts?.addEventListener("loadingdone", came);
    return () => {
      cancelAnimationFrame(painted);
      clearTimeout(timer);
      inside.removeEventListener("load", came, true);
      inside.fonts?.removeEventListener("loadingdone", came);
    };
  }, [loaded, document, width]);

  // Compared when nothing is measured any more.
  useEffect(() => {
    const inside = loaded ? frame.current?.contentDocument : null;
    if (!inside?.body) return;
    const timer = setTimeout(() => {
      if (patched.current === document) useAgreement.setState({ [lane.breakpoint]: agreementOf(inside, lane) });
    }, settled);
    return () => clearTimeout(timer);
  }, [loaded, document, lane]);

  return (
    <iframe
      ref={frame}
      title={title}
      tabIndex={-1}
      sandbox="allow-same-origin"
      scrolling="no"
      src={source}
      onLoad={() => setLoaded(true)}
      className={`pointer-events-none absolute top-0 left-0 origin-top-left border-0 bg-white ${shown ? "" : "invisible"}`}
      style={{ width, height, transform: `scale(${scale})` }}
    />
  );
}
