import type { KitView, Step } from "../api/client";
import { Select } from "../parts/Input";
import { Table } from "../parts/Table";

interface Props {
  view: KitView;
  /** The step that was refused, and why. */
  refused?: { at: Step; why: string };
  onStep: (step: Step) => void;
}

/** What everything the kit writes is called, with samples of it. */
export function Names({ view, refused, onStep }: Props) {
  const { naming } = view.kit;
  return (
    <section aria-label="Classes" className="pb-6">
      <div className="mb-2 flex flex-wrap items-center gap-x-5 gap-y-2">
        <label className="flex items-center gap-2">
          Names
          <Select
            value={view.naming}
            onChange={(e) => onStep({ field: "naming", text: e.target.value })}
            className="px-2 py-1"
          >
            {view.naming === "" && <option value="">Your own</option>}
            {view.presets.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </label>
        <Check
          label="Width classes replace the column's"
          checked={naming.lone ?? false}
          onChange={(is) => onStep({ field: "lone", text: is ? "yes" : "no" })}
        />
        <Check
          label="Classes need the row's or column's beside them"
          checked={naming.beside ?? false}
          onChange={(is) => onStep({ field: "beside", text: is ? "yes" : "no" })}
        />
      </div>
      <p className="mb-2 text-[12px] text-ink-2">
        <code className="font-mono">{"{n}"}</code> a number, <code className="font-mono">{"{word}"}</code> a number in
        words, <code className="font-mono">{"{of}"}</code> the number of columns,{" "}
        <code className="font-mono">{"[-{bp}]"}</code> a breakpoint where there is one,{" "}
        <code className="font-mono">{"data-take={n}"}</code> an attribute
      </p>
      {refused && !["template"].includes(refused.at.field) && (
        <p role="alert" className="mb-2 text-madder-deep">
          {refused.why}
        </p>
      )}
      <Table lined className="w-full [&_td]:py-[3px] [&_td]:pr-4">
        <thead className="text-left text-ink-2">
          <tr>
            <th scope="col">Says</th>
            <th scope="col">Template</th>
            <th scope="col">Written</th>
          </tr>
        </thead>
        <tbody>
          {view.names.map((n) => {
            const wrong = refused?.at.field === "template" && refused.at.template === n.field ? refused : undefined;
            const value = wrong?.at.text ?? n.template;
            return (
              <tr key={n.field}>
                <td className="whitespace-nowrap">{n.about}</td>
                <td className="w-[36%]">
                  <input
                    key={value}
                    defaultValue={value}
                    aria-label={`Template: ${n.about}`}
                    aria-invalid={wrong ? true : undefined}
                    aria-describedby={wrong ? "name-wrong" : undefined}
                    maxLength={60}
                    spellCheck={false}
                    placeholder={n.optional ? "none" : ""}
                    onBlur={(e) =>
                      e.target.value !== value &&
                      onStep({ field: "template", template: n.field, text: e.target.value.trim() })
                    }
                    onKeyDown={(e) => {
                      if (e.key === "Escape") e.currentTarget.value = value;
                      if (e.key === "Escape" || e.key === "Enter") e.currentTarget.blur();
                    }}
                    className={`w-full rounded-[4px] border px-1.5 py-px font-mono ${wrong ? "border-madder bg-raised" : "border-line bg-raised"}`}
                  />
                  {wrong && (
                    <p id="name-wrong" role="alert" className="mt-0.5 text-madder-deep">
                      {wrong.why}
                    </p>
                  )}
                </td>
                <td className="font-mono break-all">{n.samples.join("  ")}</td>
              </tr>
            );
          })}
        </tbody>
      </Table>
    </section>
  );
}

interface CheckProps {
  label: string;
  checked: boolean;
  onChange: (is: boolean) => void;
}

function Check({ label, checked, onChange }: CheckProps) {
  return (
    <label className="flex items-center gap-2">
      <input type="checkbox" checked={checked} onChange={(e) => onChange(e.target.checked)} className="accent-woad" />
      {label}
    </label>
  );
}
