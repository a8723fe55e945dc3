import { Copy, Trash2 } from "lucide-react";
import type { KitView, Step } from "../api/client";
import { Button } from "../parts/Button";
import { Field } from "../parts/Field";
import { Segmented } from "../parts/Segmented";

interface Props {
  view: KitView;
  /** The page one came from, and whether it uses this kit. */
  page: { name: string; uses: boolean };
  /** Nothing is typed that is not accepted. */
  settled: boolean;
  onStep: (step: Step) => void;
  onUse: () => void;
  onDuplicate: () => void;
  onDelete: () => void;
}

/** What the kit says once, for all breakpoints, and what can be done with all of it. */
export function Whole({ view, page, settled, onStep, onUse, onDuplicate, onDelete }: Props) {
  const { kit, users } = view;
  const type = (field: Step["field"]) => (text: string) => onStep({ field, text });
  return (
    <section aria-label="Whole kit" className="border-b border-line p-4">
      <div className="grid grid-cols-[auto_minmax(0,1fr)] items-center gap-x-3 gap-y-1.5 text-[12px]">
        <Field label="Name" value={kit.name} onCommit={type("name")} />
        <span className="text-ink-2">Technique</span>
        <span className="flex">
          <Segmented
            label="Technique"
            value={kit.technique}
            options={[
              ["flex", "flex"],
              ["grid", "grid"],
              ["float", "float"],
            ]}
            onChange={type("technique")}
          />
        </span>
        <Field label="Narrowest" value={kit.narrowest} mono onCommit={type("narrowest")} />
        <Field label="Cap" value={kit.cap ?? ""} hint="none" mono onCommit={type("cap")} />
      </div>
      {settled && (
        <div className="mt-3 flex flex-wrap gap-1.5">
          {!page.uses && (
            <Button size="small" onClick={onUse}>
              Use for {page.name}
            </Button>
          )}
          <Button size="small" onClick={onDuplicate}>
            <Copy size={13} aria-hidden="true" />
            Duplicate
          </Button>
          {users.length === 0 && (
            <Button size="small" onClick={onDelete}>
              <Trash2 size={13} aria-hidden="true" />
              Delete
            </Button>
          )}
        </div>
      )}
    </section>
  );
}
