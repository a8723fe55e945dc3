import { useState } from "react";
import { useFind } from "../api/kit";
import type { KitView } from "../api/client";
import { Segmented } from "../parts/Segmented";

interface Props {
  project: string;
  kit: string;
  revision: number;
  view: KitView;
}

/** How many columns are shown. */
const most = 6;

/** The columns nearest to a share, a ratio or a width, with how far each is off. */
export function Finder({ project, kit, revision, view }: Props) {
  const [wanted, setWanted] = useState("30%");
  const [at, setAt] = useState(view.rulers[Math.floor(view.rulers.length / 2)]!.breakpoint);
  const width = view.rulers.find((r) => r.breakpoint === at)?.viewport ?? view.rulers[0]!.viewport;
  const found = useFind(project, kit, revision, wanted, width);
  const figure = (n: number) => String(Math.round(n * 100) / 100);
  return (
    <section aria-label="Finder" className="pb-6">
      <div className="flex flex-wrap items-center gap-3">
        <label className="flex items-center gap-2">
          Wanted
          <input
            value={wanted}
            onChange={(e) => setWanted(e.target.value)}
            maxLength={40}
            spellCheck={false}
            className="w-28 rounded-md border border-control bg-raised px-2 py-1 font-mono text-[12px]"
          />
        </label>
        <span className="text-ink-2">a share 30%, a ratio 1:2, or 280px</span>
        <Segmented
          label="Find at"
          value={at}
          options={view.rulers.map((r) => [r.breakpoint, r.breakpoint] as const)}
          onChange={setAt}
        />
        <span className="font-mono text-[12px] text-ink-2">{width} px</span>
      </div>
      {found.error && (
        <p role="alert" className="mt-2 text-madder-deep">
          {found.error.message}
        </p>
      )}
      <table className="mt-3 font-mono text-[12px] [&_td]:py-1 [&_td]:pr-8 [&_th]:pr-8 [&_th]:text-left [&_th]:font-normal [&_th]:text-ink-2">
        <thead>
          <tr>
            <th scope="col">Units</th>
            <th scope="col">px</th>
            <th scope="col">Share</th>
            <th scope="col">Off by</th>
          </tr>
        </thead>
        <tbody>
          {found.data?.slice(0, most).map((f) => (
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
      </table>
    </section>
  );
}
