import {
  ArrowDown,
  ArrowUp,
  Columns2,
  Columns3,
  Copy,
  Equal,
  Frame,
  Group,
  Rows2,
  Rows3,
  SquareX,
  Trash2,
  Ungroup,
  type LucideIcon,
} from "lucide-react";
import { Button } from "../parts/Button";
import { bounds } from "../api/bounds";
import { useAheadOf } from "../api/foreseen";
import { useActing } from "./acting";
import { actionOf, can, labelOf } from "./actions";
import { Details } from "./Details";
import { containerKinds, elementsOf } from "./kinds";
import { Input, Select } from "../parts/Input";
import { useOncePainted } from "../parts/painted";

/** The selected node: its name, element and kind, and what can be done to it. */
export function Selection() {
  const now = useActing();
  const acting = useOncePainted(now, useAheadOf(now.bench) !== null);
  const { bench, node, onDo } = acting;
  if (!node) {
    return (
      <section aria-label="Selection" className="px-3.5 py-3 text-ink-2">
        Nothing is selected. Choose a column in a lane or in the sheet, then type its width.
      </section>
    );
  }
  const own = node.kind === "section" ? "section" : "div";
  const describe = (what: { name?: string; element?: string; frame?: string }) =>
    void onDo({ describe: { node: node.id, ...what } });

  return (
    <section aria-label="Selection" className="px-3.5 pt-3 pb-2">
      <div className="flex gap-2">
        <Input
          key={`${node.id} ${node.name}`}
          defaultValue={node.name}
          aria-label={`Name of the ${node.kind}`}
          maxLength={bounds.name}
          onBlur={(e) => e.target.value !== node.name && describe({ name: e.target.value })}
          onKeyDown={(e) => {
            if (e.key === "Enter") e.currentTarget.blur();
            if (e.key === "Escape") {
              e.currentTarget.value = node.name;
              e.currentTarget.blur();
            }
          }}
          className="min-w-0 flex-1 px-2 py-1 font-semibold"
        />
        {node.kind !== "block" && (
          <Select
            aria-label={`Tag of the ${node.kind}`}
            value={node.item ? "li" : node.element || own}
            disabled={node.item || elementsOf(bench, node).length === 0}
            title={node.item ? "List item" : undefined}
            onChange={(e) => describe({ element: e.target.value === own ? "" : e.target.value })}
            className="px-1 py-1 font-mono text-[12px]"
          >
            {(node.item ? ["li"] : [...new Set([node.element || own, ...elementsOf(bench, node)])]).map((e) => (
              <option key={e}>{e}</option>
            ))}
          </Select>
        )}
      </div>
      {node.kind === "container" && (
        <label className="mt-2 flex items-center gap-2 text-[12px] text-ink-2">
          Kind
          <Select
            value={node.frame}
            onChange={(e) => describe({ frame: e.target.value })}
            className="flex-1 px-1 py-1 font-mono text-[12px] text-ink"
          >
            {containerKinds(bench).map((kind) => (
              <option key={kind}>{kind}</option>
            ))}
          </Select>
        </label>
      )}
      <Details node={node} onDo={onDo} />
      <div className="mt-2 flex flex-wrap gap-1">
        {offered.map(([id, Icon, word]) => {
          const action = actionOf(id);
          if (!can(action, acting) && id !== "up" && id !== "down") return null;
          const name = labelOf(action, acting);
          return (
            <Button
              key={id}
              title={`${name} (${action.keys?.split(" or ")[0]})`}
              aria-label={name}
              disabled={!can(action, acting)}
              onClick={() => action.do(acting)}
              size="tiny"
              className="min-h-[27px]"
            >
              <Icon size={13} aria-hidden="true" />
              {word}
            </Button>
          );
        })}
      </div>
    </section>
  );
}

/** The actions that are offered, each with its picture and, where there is room, a word. */
const offered: readonly [id: string, icon: LucideIcon, word?: string][] = [
  ["column", Columns2, "Column"],
  ["rowInside", Rows2, "Row"],
  ["asContainer", Frame, "As container"],
  ["asRow", Rows3, "As row"],
  ["asColumn", Columns3, "As column"],
  ["asElement", SquareX, "Not grid"],
  ["wrap", Group, "Wrap"],
  ["unwrap", Ungroup],
  ["alike", Equal],
  ["up", ArrowUp],
  ["down", ArrowDown],
  ["duplicate", Copy],
  ["delete", Trash2],
];
