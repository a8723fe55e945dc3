import { useLayoutEffect, useRef } from "react";
import { bounds } from "../api/bounds";

/** What of a node is being written in the tree. */
export interface Writing {
  node: string;
  what: "name" | "element";
}

interface Props {
  what: Writing["what"];
  name: string;
  /** What it has. */
  text: string;
  /** What elements there are. */
  elements: readonly string[];
  onCommit: (text: string) => void;
  onCancel: () => void;
}

/** A node's name or element, written where it stands in the tree. An element is
 *  found by how it begins. */
export function Naming({ what, name, text, elements, onCommit, onCancel }: Props) {
  const field = useRef<HTMLInputElement>(null);
  const settled = useRef(false);
  useLayoutEffect(() => field.current?.select(), []);

  function commit(typed: string) {
    if (settled.current) return;
    settled.current = true;
    const found = what === "element" ? elements.find((e) => e.startsWith(typed.trim().toLowerCase())) : typed;
    if (found === undefined || found === text || typed.trim() === "") onCancel();
    else onCommit(found);
  }

  return (
    <>
      <input
        ref={field}
        defaultValue={text}
        aria-label={what === "name" ? `Name of ${name}` : `Tag of ${name}`}
        list={what === "element" ? "elements" : undefined}
        maxLength={bounds.name}
        spellCheck={false}
        autoComplete="off"
        onPointerDown={(e) => e.stopPropagation()}
        onKeyDown={(e) => {
          e.stopPropagation();
          if (e.key === "Enter" || e.key === "Tab") {
            e.preventDefault();
            commit(e.currentTarget.value);
          } else if (e.key === "Escape") {
            settled.current = true;
            onCancel();
          }
        }}
        onBlur={(e) => commit(e.currentTarget.value)}
        className={`h-[21px] min-w-0 flex-1 rounded-[4px] border border-madder bg-raised px-1 text-[12px] text-ink outline-none ${what === "element" ? "font-mono" : ""}`}
      />
      {what === "element" && (
        <datalist id="elements">
          {elements.map((e) => (
            <option key={e} value={e} />
          ))}
        </datalist>
      )}
    </>
  );
}
