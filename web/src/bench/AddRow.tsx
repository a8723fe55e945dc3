import { useState, type FormEvent, type RefObject } from "react";
import type { Bench } from "../api/client";
import { useLine, type Deed } from "../api/bench";
import { useView } from "./view";

interface Props {
  field: RefObject<HTMLInputElement | null>;
  focus: string;
  onDo: (deed: Deed) => Promise<Bench | null>;
}

/** The add-row box: a recipe such as "4 8", put in after the selected row. */
export function AddRow({ field, focus, onDo }: Props) {
  const spot = useView((v) => v.spot);
  const go = useView((v) => v.go);
  const [wrong, setWrong] = useState("");

  async function add(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const input = event.currentTarget.elements.namedItem("recipe") as HTMLInputElement;
    const recipe = input.value;
    const made = await onDo({ addRow: { near: spot?.node ?? "", recipe, breakpoint: focus } });
    setWrong(made ? "" : useLine.getState().refused);
    if (!made) return;
    input.value = "";
    if (made.select) go({ node: made.select, breakpoint: focus });
  }

  return (
    <form onSubmit={(e) => void add(e)} className="relative flex-none">
      <label className="flex items-center gap-2 rounded-md border border-control bg-raised px-2.5 py-1 font-mono text-[12px] focus-within:border-madder focus-within:ring-1 focus-within:ring-madder">
        <span className="whitespace-nowrap text-ink-2">add row</span>
        <input
          ref={field}
          name="recipe"
          size={18}
          maxLength={400}
          placeholder="4 8"
          spellCheck={false}
          autoComplete="off"
          aria-invalid={wrong ? true : undefined}
          aria-describedby={wrong ? "recipe-wrong" : "recipe-hint"}
          onChange={() => setWrong("")}
          onKeyDown={(e) => e.key === "Escape" && e.currentTarget.blur()}
          className="min-w-0 bg-transparent outline-none placeholder:text-ink-3"
        />
        <span id="recipe-hint" className="text-[11px] whitespace-nowrap text-ink-3">
          <span aria-hidden="true">↵</span> {spot ? "after" : "at the end"}
        </span>
      </label>
      {wrong && (
        <p
          id="recipe-wrong"
          role="alert"
          className="absolute top-full left-0 z-20 mt-1 w-80 rounded-md border border-madder bg-raised px-2 py-1.5 text-[12px] leading-snug text-madder-deep"
        >
          {wrong}
        </p>
      )}
    </form>
  );
}
