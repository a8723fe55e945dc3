import { Button } from "../parts/Button";
import { Beside } from "../parts/Panel";
import { Trash2 } from "lucide-react";
import { Popover } from "radix-ui";
import { useState, type FormEvent } from "react";
import { bounds } from "../api/bounds";
import type { Bench, Operation, SheetNode } from "../api/client";
import { useRecipes, type Place } from "../api/bench";
import type { Deed } from "../api/deed";
import { RecipePicture } from "./RecipePicture";
import { useView } from "./view";
import { Input } from "../parts/Input";

interface Props {
  place: Place;
  bench: Bench;
  focus: string;
  /** The selected node, and the row it is or stands in. */
  row: SheetNode | undefined;
  onDo: (deed: Deed) => Promise<Bench | null>;
}

/** Ready rows, each drawn from its own plan: put in after the selected row, or
 *  given to it. The selected row can be kept as a recipe of one's own. Opened when
 *  it comes. */
export default function Recipes({ place, bench, focus, row, onDo }: Props) {
  const [open, setOpen] = useState(true);
  const [sought, setSought] = useState("");
  const [recast, setRecast] = useState(false);
  const spot = useView((v) => v.spot);
  const go = useView((v) => v.go);
  const recipes = useRecipes(place, bench.revision, focus, open);
  const words = sought.toLowerCase().split(/\s+/);
  const found = (recipes.data ?? []).filter((r) => words.every((w) => `${r.name} ${r.text}`.toLowerCase().includes(w)));

  function show(open: boolean) {
    setOpen(open);
    setSought("");
  }

  async function take(recipe: string) {
    const operation: Operation =
      recast && row
        ? { recast: { row: row.id, recipe, breakpoint: focus } }
        : { addRow: { near: spot?.node ?? "", recipe, breakpoint: focus } };
    const made = await onDo(operation);
    if (!made) return;
    show(false);
    if (made.select) go({ node: made.select, breakpoint: focus });
  }

  function keep(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const name = new FormData(event.currentTarget).get("name");
    if (row && typeof name === "string" && name.trim()) void onDo({ keepRecipe: { name: name.trim(), row: row.id } });
    event.currentTarget.reset();
  }

  return (
    <Popover.Root open={open} onOpenChange={show}>
      <Popover.Trigger asChild>
        <Button size="small" className="flex-none">
          Row recipes
        </Button>
      </Popover.Trigger>
      <Beside
        aria-label="Row recipes"
        align="start"
        onKeyDown={(e) => e.stopPropagation()}
        className="flex max-h-[min(540px,var(--radix-popover-content-available-height))] w-[520px] flex-col p-3 text-[12px]"
      >
        <div className="flex items-center gap-3">
          <Input
            type="search"
            aria-label="Find a recipe"
            placeholder="Find a recipe"
            value={sought}
            onChange={(e) => setSought(e.target.value)}
            onKeyDown={(e) => e.key === "Enter" && found[0] && void take(found[0].text)}
            className="min-w-0 flex-1 px-2 py-1"
          />
          <label className={`flex items-center gap-1.5 ${row ? "" : "text-ink-2"}`}>
            <input
              type="checkbox"
              disabled={!row}
              checked={recast && !!row}
              onChange={(e) => setRecast(e.target.checked)}
              className="accent-woad"
            />
            Give it to {row?.name ?? "the selected row"}
          </label>
        </div>
        <ul className="mt-2.5 grid min-h-0 grid-cols-3 gap-2 overflow-y-auto [scrollbar-width:thin]">
          {found.map((r) => (
            <li key={`${r.own} ${r.name}`} className="relative">
              <RecipePicture recipe={r} onTake={() => void take(r.text)} />
              {r.own && (
                <Button
                  aria-label={`Delete recipe ${r.name}`}
                  onClick={() => void onDo({ dropRecipe: { name: r.name } })}
                  size="dot"
                  className="absolute right-1.5 bottom-1.5"
                >
                  <Trash2 size={11} aria-hidden="true" />
                </Button>
              )}
            </li>
          ))}
        </ul>
        {recipes.data && found.length === 0 && <p className="mt-2 text-ink-2">No matches</p>}
        {row && (
          <form onSubmit={keep} className="mt-2.5 flex items-center gap-2 border-t border-line-2 pt-2.5">
            <Input
              name="name"
              aria-label="Name of the recipe"
              placeholder={`Keep ${row.name} as …`}
              maxLength={bounds.name}
              className="min-w-0 flex-1 px-2 py-1"
            />
            <Button type="submit" size="small">
              Keep as a recipe
            </Button>
          </form>
        )}
      </Beside>
    </Popover.Root>
  );
}
