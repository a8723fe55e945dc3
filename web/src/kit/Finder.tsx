import { useState } from "react";
import { useFind } from "../api/kit";
import type { KitView, Step } from "../api/client";
import { Segmented } from "../parts/Segmented";
import { Pairs } from "./Pairs";
import { SortHead, useSorted } from "./sorted";
import { Input } from "../parts/Input";
import { Table } from "../parts/Table";

interface Props {
  project: string;
  kit: string;
  revision: number;
  view: KitView;
  onUse: (steps: Step[]) => void;
}

/** How many columns are shown. */
const most = 8;

/** The columns nearest to a share, a ratio or a width, with how far each is off; and the pairs of
 *  column and gutter that make up a width. */
export function Finder({ project, kit, revision, view, onUse }: Props) {
  const [wanted, setWanted] = useState("30%");
  const [at, setAt] = useState(view.rulers[Math.floor(view.rulers.length / 2)]!.breakpoint);
  const width = view.rulers.find((r) => r.breakpoint === at)?.viewport ?? view.rulers[0]!.viewport;
  const found = useFind(project, kit, revision, wanted, width);
  const figure = (n: number) => String(Math.round(n * 100) / 100);
  const [sorted, sort] = useSorted((found.data ?? []).slice(0, most), {
    Units: (f) => f.units,
    px: (f) => f.px,
    Share: (f) => f.share,
    "Off by": (f) => Math.abs(f.error),
  });
  return (
    <div className="grid grid-cols-[repeat(auto-fit,minmax(330px,1fr))] gap-8 pb-6">
      <section aria-label="Finder">
        <div className="flex flex-wrap items-center gap-3">
          <label className="flex items-center gap-2">
            Wanted
            <Input
              value={wanted}
              onChange={(e) => setWanted(e.target.value)}
              maxLength={40}
              spellCheck={false}
              className="w-24 px-2 py-1 font-mono text-[12px]"
            />
          </label>
          <Segmented
            label="Find at"
            value={at}
            options={view.rulers.map((r) => [r.breakpoint, r.breakpoint] as const)}
            onChange={setAt}
          />
          <span className="font-mono text-[12px] text-ink-2">{width} px</span>
        </div>
        <p className="mt-1 text-[12px] text-ink-2">A share 30%, a ratio 1:2, or 280px</p>
        {found.error && (
          <p role="alert" className="mt-2 text-madder-deep">
            {found.error.message}
          </p>
        )}
        <Table className="mt-2 font-mono [&_td]:py-1 [&_td]:pr-8 [&_th]:pr-8">
          <thead>
            <tr>
              {["Units", "px", "Share", "Off by"].map((name) => (
                <SortHead key={name} name={name} {...sort} />
              ))}
            </tr>
          </thead>
          <tbody>
            {sorted.map((f) => (
              <tr key={`${f.from} ${f.units}`}>
                <td>
                  {f.rest ? `${f.units} : ${f.rest}` : f.units}
                  {f.from > 1 && <span className="text-ink-2"> from {f.from}</span>}
                </td>
                <td>{figure(f.px)}</td>
                <td>{figure(f.share * 100)} %</td>
                <td>
                  {f.error > 0 && "+"}
                  {figure(f.error)} px
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </section>
      <Pairs project={project} kit={kit} revision={revision} view={view} at={at} onUse={onUse} />
    </div>
  );
}
