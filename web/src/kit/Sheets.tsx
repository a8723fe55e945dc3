import { Download } from "lucide-react";
import { useState } from "react";
import type { KitView } from "../api/client";
import { Button } from "../parts/Button";
import { Segmented } from "../parts/Segmented";

interface Props {
  project: string;
  /** Changes with the kit, so that its drawing is fetched again. */
  revision: number;
  view: KitView;
  /** A change is not accepted yet, and is not on the sheets. */
  trying: boolean;
}

/** The grid to print and sketch on, and to put behind other tools. */
export function Sheets({ project, revision, view, trying }: Props) {
  const [paper, setPaper] = useState<"a4" | "letter">("a4");
  const [way, setWay] = useState<"portrait" | "landscape">("portrait");
  const [pages, setPages] = useState<"each" | "blank">("each");
  const [at, setAt] = useState(view.rulers.at(-1)!.breakpoint);
  const base = `/api/projects/${project}/kits/${view.kit.id}/sheet`;
  const pdf = `${base}/pdf?paper=${paper}&landscape=${way === "landscape"}&blank=${pages === "blank"}`;
  const drawing = (as: string) => `${base}/${as}?breakpoint=${encodeURIComponent(at)}`;
  return (
    <section aria-label="Sheets" className="grid grid-cols-[repeat(auto-fit,minmax(300px,1fr))] gap-8 pb-6">
      <div>
        <h2 className="font-semibold">To print</h2>
        <div className="mt-2 flex flex-wrap items-center gap-2.5">
          <Segmented
            label="Paper"
            value={paper}
            options={[
              ["a4", "A4"],
              ["letter", "Letter"],
            ]}
            onChange={setPaper}
          />
          <Segmented
            label="Orientation"
            value={way}
            options={[
              ["portrait", "Portrait"],
              ["landscape", "Landscape"],
            ]}
            onChange={setWay}
          />
          <Segmented
            label="Pages"
            value={pages}
            options={[
              ["each", "One a breakpoint"],
              ["blank", "Blank frames"],
            ]}
            onChange={setPages}
          />
        </div>
        <p className="mt-2 text-ink-2">
          {pages === "each"
            ? "A page for each breakpoint, true to scale, with a ruler in px."
            : "Frames of all breakpoints at one scale, to sketch in."}
        </p>
        <div className="mt-2 flex">
          <Button asChild>
            <a href={pdf} download>
              <Download size={14} aria-hidden="true" />
              PDF
            </a>
          </Button>
        </div>
      </div>
      <div>
        <h2 className="font-semibold">For other tools</h2>
        <div className="mt-2 flex flex-wrap items-center gap-2.5">
          <Segmented
            label="Drawing of"
            value={at}
            options={view.rulers.map((r) => [r.breakpoint, r.breakpoint] as const)}
            onChange={setAt}
          />
        </div>
        <img
          src={`${drawing("svg")}&of=${revision}`}
          alt={`${view.kit.name} at ${at}`}
          className="mt-2 h-24 w-full rounded-sm border border-line bg-raised object-cover object-top"
        />
        <div className="mt-2 flex flex-wrap gap-2">
          {(
            [
              ["svg", "SVG"],
              ["png", "PNG that repeats downwards"],
              ["css", "CSS background"],
            ] as const
          ).map(([as, name]) => (
            <Button key={as} size="small" asChild>
              <a href={as === "css" ? `${base}/css` : drawing(as)} download>
                <Download size={13} aria-hidden="true" />
                {name}
              </a>
            </Button>
          ))}
        </div>
      </div>
      {trying && <p className="text-weld">Sheets show the kit as it was accepted last.</p>}
    </section>
  );
}
