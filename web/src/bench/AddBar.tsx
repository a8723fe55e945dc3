import { Suspense, useState, type ReactNode, type RefObject } from "react";
import { Link } from "react-router";
import type { Place } from "../api/bench";
import type { Bench, SheetNode } from "../api/client";
import type { Deed } from "../api/deed";
import { Button } from "../parts/Button";
import { later } from "../parts/later";
import { AddRow } from "./AddRow";

const Recipes = later(() => import("./Recipes"));

interface Props {
  place: Place;
  bench: Bench;
  focus: string;
  /** The row that is selected, or that the selected column stands in. */
  row?: SheetNode;
  field: RefObject<HTMLInputElement | null>;
  onDo: (deed: Deed) => Promise<Bench | null>;
  /** Opens what fills the smaller widths; undefined where there is nothing to fill. */
  onFill?: () => void;
  children: ReactNode;
}

/** What stands over the sheet: the box for a new row, recipes, and how cells are written. */
export function AddBar({ place, bench, focus, row, field, onDo, onFill, children }: Props) {
  const [recipes, setRecipes] = useState(false);
  return (
    <div className="flex min-w-0 items-center gap-3 border-b border-line-2 px-2 py-1.5">
      <AddRow place={place} bench={bench} field={field} focus={focus} onDo={onDo} />
      <Suspense fallback={<Button size="small">Row recipes</Button>}>
        {recipes ? (
          <Recipes place={place} bench={bench} focus={focus} row={row} onDo={onDo} />
        ) : (
          <Button size="small" onClick={() => setRecipes(true)}>
            Row recipes
          </Button>
        )}
      </Suspense>
      {onFill && (
        <Button size="small" onClick={onFill}>
          Fill smaller widths
        </Button>
      )}
      <Button size="small" asChild>
        <Link to={`/${place.project}/${place.page}/trace`} title="Lay out over the picture of a finished design">
          Trace
        </Link>
      </Button>
      <span className="min-w-0 truncate font-mono text-[12px] text-ink-2">
        2_6 skip 2, take 6 · @4_6 begin at 4 · = share · ~ natural · * full · x hide · ÷3 a line
      </span>
      {children}
    </div>
  );
}
