import { useDeferredValue, useState, type FormEvent, type RefObject } from "react";
import { bounds } from "../api/bounds";
import type { Bench } from "../api/client";
import { useRecipe, type Place } from "../api/bench";
import type { Deed } from "../api/deed";
import { LaneDrawing } from "./LaneDrawing";
import { useView } from "./view";

interface Props {
  place: Place;
  bench: Bench;
  field: RefObject<HTMLInputElement | null>;
  focus: string;
  onDo: (deed: Deed) => Promise<Bench | null>;
}

const none = new Map();

/** Whether a recipe says no breakpoint, so that it holds from the one in focus on. */
function begins(text: string, bench: Bench) {
  const [first = ""] = text.trim().split(/[\s(]/);
  return first !== "" && !text.includes("|") && !bench.breakpoints.some((b) => b.name === first);
}

/** The add-row box: a recipe such as "4 8", drawn while it is typed, and put in
 *  after the selected row. What is wrong with it is shown at its character. */
export function AddRow({ place, bench, field, focus, onDo }: Props) {
  const spot = useView((v) => v.spot);
  const go = useView((v) => v.go);
  const [text, setText] = useState("");
  const [open, setOpen] = useState(false);
  const typed = useDeferredValue(text);
  const recipe = useRecipe(place, bench.revision, typed, focus);
  const wrong = typed.trim() === "" ? null : recipe.data?.wrong;
  const shown = open && text.trim() !== "";

  async function add(event: FormEvent) {
    event.preventDefault();
    const made = await onDo({ addRow: { near: spot?.node ?? "", recipe: text, breakpoint: focus } });
    if (!made) return setOpen(true);
    setText("");
    if (made.select) go({ node: made.select, breakpoint: focus });
  }

  return (
    <form onSubmit={(e) => void add(e)} className="relative flex-none">
      <label className="flex items-center gap-2 rounded-md border border-control bg-raised px-2.5 py-1 font-mono text-[12px] focus-within:border-madder focus-within:ring-1 focus-within:ring-madder">
        <span className="whitespace-nowrap text-ink-2">add row</span>
        <input
          ref={field}
          size={18}
          maxLength={bounds.recipe}
          placeholder="4 8"
          spellCheck={false}
          autoComplete="off"
          value={text}
          aria-invalid={wrong ? true : undefined}
          aria-describedby={wrong ? "recipe-wrong" : "recipe-hint"}
          onFocus={() => setOpen(true)}
          onBlur={() => setOpen(false)}
          onChange={(e) => {
            setText(e.target.value);
            setOpen(true);
          }}
          onKeyDown={(e) => e.key === "Escape" && e.currentTarget.blur()}
          className="min-w-0 bg-transparent outline-none placeholder:text-ink-3"
        />
        <span id="recipe-hint" className="text-[12px] whitespace-nowrap text-ink-3">
          <span aria-hidden="true">↵</span> {spot ? "after" : "at the end"}
          {begins(text, bench) && `, from ${focus} on`}
        </span>
      </label>
      {shown && (recipe.data?.lanes || wrong) && (
        <div className="absolute top-full left-0 z-20 mt-1 w-[420px] rounded-md border border-control bg-raised p-2.5 text-[12px]">
          {wrong ? (
            <>
              <pre aria-hidden="true" className="overflow-x-hidden font-mono text-[12px] leading-tight">
                {typed.slice(0, wrong.at - 1)}
                <mark className="bg-madder-soft text-madder-deep underline decoration-madder decoration-2">
                  {typed.slice(wrong.at - 1, wrong.at - 1 + Math.max(1, wrong.length))}
                  {wrong.at > typed.length && " "}
                </mark>
                {typed.slice(wrong.at - 1 + Math.max(1, wrong.length))}
              </pre>
              <p id="recipe-wrong" role="alert" className="mt-1.5 leading-snug text-madder-deep">
                At character {wrong.at}: {wrong.want}.
              </p>
            </>
          ) : (
            <div className="flex items-start gap-2">
              {recipe.data?.lanes?.map((lane) => (
                <figure key={lane.breakpoint} className="min-w-0 flex-1">
                  <figcaption
                    className={`mb-1 font-mono text-[12px] ${lane.breakpoint === focus ? "text-madder" : "text-ink-2"}`}
                  >
                    {lane.breakpoint}
                  </figcaption>
                  <div className="max-h-36 overflow-hidden rounded-sm border border-line-2">
                    <LaneDrawing
                      lane={lane}
                      nodes={none}
                      width={92}
                      tall={20}
                      title={`The row at ${lane.breakpoint}`}
                    />
                  </div>
                </figure>
              ))}
            </div>
          )}
        </div>
      )}
    </form>
  );
}
