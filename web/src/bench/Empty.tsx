import { useState } from "react";
import { Link } from "react-router";
import type { Bench } from "../api/client";
import { useRecipes, type Place } from "../api/bench";
import type { Deed } from "../api/deed";
import { Button } from "../parts/Button";
import { RecipePicture } from "./RecipePicture";
import { useView } from "./view";

interface Props {
  place: Place;
  bench: Bench;
  focus: string;
  onDo: (deed: Deed) => Promise<Bench | null>;
  /** To the add row box. */
  onType: () => void;
}

/** Whether a row was made in this browser before. */
const begun = "kitrows.begun";

/** How many ready rows are offered. */
const offered = 5;

/** An empty page says what to do first and offers it. Whoever has never made a row is told
 *  the way to the code as well. */
export function Empty({ place, bench, focus, onDo, onType }: Props) {
  const recipes = useRecipes(place, bench.revision, focus, true);
  const go = useView((v) => v.go);
  const [first] = useState(() => localStorage.getItem(begun) === null);

  async function take(recipe: string) {
    const made = await onDo({ addRow: { near: "", recipe, breakpoint: focus } });
    if (made?.select) go({ node: made.select, breakpoint: focus });
  }

  return (
    <div className="min-h-0 overflow-y-auto p-5 text-ink-2 [scrollbar-width:thin]">
      <h2 className="text-[15px] font-semibold text-ink">This page is empty</h2>
      {first ? (
        <ol className="mt-1 flex flex-wrap gap-x-6 gap-y-1" aria-label="How to begin">
          <li>
            <b className="font-semibold text-ink">1</b> Choose a row.
          </li>
          <li>
            <b className="font-semibold text-ink">2</b> Drag the ends of its bars; click another breakpoint’s name and
            drag there.
          </li>
          <li>
            <b className="font-semibold text-ink">3</b> Copy the code at the right.
          </li>
        </ol>
      ) : (
        <p className="mt-1">Choose a row to begin with.</p>
      )}
      <ul className="mt-3 grid max-w-4xl grid-cols-[repeat(auto-fill,minmax(154px,1fr))] gap-2 text-[12px]">
        {recipes.data?.slice(0, offered).map((r) => (
          <li key={`${r.own} ${r.name}`}>
            <RecipePicture recipe={r} onTake={() => void take(r.text)} />
          </li>
        ))}
      </ul>
      <p className="mt-3 max-w-xl">
        Or type the widths of its columns into <b className="font-semibold text-ink">add row</b>:{" "}
        <code className="font-mono">4 8</code> is two columns from the breakpoint in focus on,{" "}
        <code className="font-mono">12 12 | mid 6 6 | wide 4 8</code> says it for each breakpoint.
      </p>
      <span className="mt-2.5 flex items-center gap-4">
        <Button onClick={onType}>Type the first row</Button>
        <Link to={`/${place.project}/${place.page}/trace`} className="underline">
          Trace a finished design
        </Link>
      </span>
    </div>
  );
}

/** The first row was made: the way to begin is not told again. */
export function begin() {
  localStorage.setItem(begun, "yes");
}
