import { Copy } from "lucide-react";
import { useState } from "react";
import type { TableForm } from "../api/kit";
import { Button } from "../parts/Button";

interface Props {
  /** What is copied, such as "the widths". */
  what: string;
  table: (as: TableForm) => Promise<string>;
}

const forms: readonly (readonly [TableForm, string])[] = [
  ["text", "Text"],
  ["csv", "CSV"],
  ["markdown", "Markdown"],
];

/** Copies a table in one of the forms it is wanted in. */
export function CopyTable({ what, table }: Props) {
  const [done, setDone] = useState("");
  async function copy(as: TableForm, name: string) {
    try {
      await navigator.clipboard.writeText(await table(as));
      setDone(`Copied as ${name}`);
    } catch (e) {
      setDone(e instanceof Error ? e.message : "Could not be copied");
    }
  }
  return (
    <div className="flex items-center gap-1.5">
      <Copy size={13} aria-hidden="true" className="text-ink-2" />
      <span className="text-[12px] text-ink-2">Copy {what}</span>
      {forms.map(([as, name]) => (
        <Button key={as} size="tiny" aria-label={`Copy ${what} as ${name}`} onClick={() => void copy(as, name)}>
          {name}
        </Button>
      ))}
      <span role="status" className="text-[12px] text-ink-2">
        {done}
      </span>
    </div>
  );
}
