import { useState } from "react";
import type { KitView } from "../api/client";
import { useBeside, useLibrary } from "../api/kit";
import { Facts } from "./Numbers";
import { Rulers } from "./Rulers";
import { Select } from "../parts/Input";
import { Table } from "../parts/Table";

interface Props {
  project: string;
  kit: string;
  revision: number;
  view: KitView;
}

/** Another kit beside this one: its rulers, its numbers, and what it has otherwise. */
export function Beside({ project, kit, revision, view }: Props) {
  const library = useLibrary();
  const [other, setOther] = useState("");
  const beside = useBeside(project, kit, revision, other);
  const count = beside.data?.view.rulers.length ?? 1;
  const template = `150px repeat(${count}, minmax(96px, 1fr))`;
  return (
    <section aria-label="Compare" className="pb-6">
      <label className="flex items-center gap-2">
        Compare with
        <Select value={other} onChange={(e) => setOther(e.target.value)} className="max-w-60 px-2 py-1">
          <option value="">Choose a kit</option>
          <optgroup label="This project">
            {view.kits
              .filter((k) => k.id !== kit)
              .map((k) => (
                <option key={k.id} value={k.id}>
                  {k.name}
                </option>
              ))}
          </optgroup>
          <optgroup label="Ready">
            {library.data?.ready.map((k) => (
              <option key={k.source} value={k.source}>
                {k.name}
              </option>
            ))}
          </optgroup>
          {!!library.data?.shared.length && (
            <optgroup label="Library">
              {library.data.shared.map((k) => (
                <option key={k.source} value={k.source}>
                  {k.name}
                </option>
              ))}
            </optgroup>
          )}
        </Select>
      </label>
      {beside.error && (
        <p role="alert" className="mt-2 text-madder-deep">
          {beside.error.message}
        </p>
      )}
      {beside.data && (
        <>
          <div className="mt-3">
            <Rulers view={beside.data.view} template={template} />
            <Facts
              view={beside.data.view}
              template={template}
              label={`Numbers of ${beside.data.view.kit.name}`}
              whole
            />
          </div>
          <h3 className="mt-4 font-semibold">What differs</h3>
          {beside.data.differences.length === 0 ? (
            <p className="text-ink-2">Nothing: both are the same.</p>
          ) : (
            <Table lined className="mt-1 [&_td]:py-1 [&_td]:pr-6 [&_th]:pr-6">
              <thead>
                <tr>
                  <td />
                  <th scope="col">{view.kit.name}</th>
                  <th scope="col">{beside.data.view.kit.name}</th>
                </tr>
              </thead>
              <tbody>
                {beside.data.differences.map((d) => (
                  <tr key={d.what + d.breakpoint}>
                    <td>
                      {d.what} <span className="text-ink-2">{d.breakpoint}</span>
                    </td>
                    <td className="font-mono">{d.here}</td>
                    <td className="font-mono">{d.there}</td>
                  </tr>
                ))}
              </tbody>
            </Table>
          )}
        </>
      )}
    </section>
  );
}
