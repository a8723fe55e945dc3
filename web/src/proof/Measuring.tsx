import { useEffect, useRef, useState } from "react";
import type { Planned } from "../api/client";
import { Button } from "../parts/Button";
import { saysDifference, saysMoved } from "../page/agreement";
import { measure, type Measured } from "./measure";

interface Props {
  /** Measures the page's content in the frame, at these widths, and gives the plan that comes of it; undefined where
   *  the plan needs no measures. */
  prepare?: (frame: HTMLIFrameElement, widths: number[], stopped: () => boolean) => Promise<Planned>;
  /** The address of the page's document, which may be measured. */
  source: string;
  planned: Planned;
  /** Shows the page at a width; where it is left out, differences are only told. */
  onShow?: (width: number) => void;
}

/** How many causes are told. */
const told = 12;

/** Draws a page in a frame out of sight, measures every box of it there, and says how they agree with the plan. */
export function Measuring({ source, planned, prepare, onShow }: Props) {
  const preparing = useRef(prepare);
  const frame = useRef<HTMLIFrameElement>(null);
  const [done, setDone] = useState(0);
  const [measured, setMeasured] = useState<Measured>();
  const [wrong, setWrong] = useState("");
  const [loaded, setLoaded] = useState(false);

  useEffect(() => {
    if (!loaded || !frame.current) return;
    let gone = false;
    const element = frame.current;
    const stopped = () => gone;
    const ready = preparing.current?.(
      element,
      planned.plans.map((p) => p.width),
      stopped,
    );
    Promise.resolve(ready ?? planned)
      .then((plan) => measure(element, plan, (n) => !gone && setDone(n), stopped))
      .then(
        (m) => !gone && setMeasured(m),
        (e: unknown) => !gone && setWrong(e instanceof Error ? e.message : "The page could not be measured."),
      );
    return () => {
      gone = true;
    };
  }, [loaded, planned]);

  return (
    <div className="min-w-0 text-[12px]">
      <div aria-hidden="true" className="pointer-events-none invisible fixed top-0 left-0 size-0 overflow-hidden">
        <iframe
          ref={frame}
          tabIndex={-1}
          title="The page being measured"
          sandbox="allow-same-origin"
          scrolling="no"
          src={source}
          onLoad={() => setLoaded(true)}
          className="h-[800px] border-0"
        />
      </div>
      {wrong && (
        <p role="alert" className="text-madder-deep">
          {wrong}
        </p>
      )}
      {!measured && !wrong && (
        <p className="flex items-center gap-2 text-ink-2">
          Measuring in this browser: {done} of {planned.plans.length} widths
          <progress aria-label="Widths measured" value={done} max={planned.plans.length} className="w-28" />
        </p>
      )}
      {measured && <Result measured={measured} onShow={onShow} />}
    </div>
  );
}

const px = (v: number) => `${Number(v.toFixed(3))} px`;

function Result({ measured: m, onShow }: { measured: Measured; onShow?: (width: number) => void }) {
  return (
    <>
      <p role="status">
        <b className="font-semibold">
          {m.wrong === 0 ? "✓ Every box agrees" : `✗ ${m.wrong} of the page's parts do not agree`}
        </b>{" "}
        <span className="text-ink-2">
          {m.boxes.toLocaleString("en")} boxes measured in this browser at {m.widths} widths
          {m.guessed > 0 && `, ${m.guessed.toLocaleString("en")} of them only estimated by the plan`}
          {m.wrong === 0 && m.largest && (
            <>
              ; largest difference {px(m.largest.by)}
              {m.largest.by > 0 && ` (${m.largest.name} at ${m.largest.width} px)`}
            </>
          )}
          .
        </span>
      </p>
      {m.causes.length > 0 && (
        <ul className="mt-1 max-h-40 overflow-y-auto [scrollbar-width:thin]">
          {m.causes.slice(0, told).map((c) => (
            <li key={c.of.node} className="flex flex-wrap items-baseline gap-x-2 border-t border-line-2 py-0.5">
              <span className="font-semibold">{c.name}</span>
              <span>
                at {c.width} px ({c.breakpoint}): {saysDifference(c.of)}
                {c.moved > 0 && `; ${saysMoved(c)}`}
                {c.also.length > 0 && ` (also at ${c.also.join(", ")} px)`}
              </span>
              {onShow && (
                <Button look="link" aria-label={`Show ${c.name} at ${c.width} px`} onClick={() => onShow(c.width)}>
                  Show
                </Button>
              )}
            </li>
          ))}
          {m.causes.length > told && <li className="py-0.5 text-ink-2">and {m.causes.length - told} more</li>}
        </ul>
      )}
    </>
  );
}
