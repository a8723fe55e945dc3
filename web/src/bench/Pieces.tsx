import { Button } from "../parts/Button";
import { Check } from "lucide-react";
import { useState } from "react";
import type { Bench, SheetNode } from "../api/client";
import type { Place } from "../api/bench";
import type { Deed } from "../api/deed";
import { formOf, usePieces } from "../api/content";
import { TextArea } from "../parts/Input";

interface Props {
  bench: Bench;
  place: Place;
  column: SheetNode | undefined;
  onDo: (deed: Deed) => Promise<Bench | null>;
}

/** The content sheet: text that was put in falls into pieces, which go into
 *  columns; what is placed is ticked. */
export function Pieces({ bench, place, column, onDo }: Props) {
  const { data: pieces = [] } = usePieces(place.project, bench.revision);
  const [text, setText] = useState("");
  const left = pieces.filter((p) => p.placed.length === 0).length;

  async function pour(content: string) {
    if (await onDo({ pour: { text: content, as: formOf(content) } })) setText("");
  }

  return (
    <section aria-label="Content sheet">
      <h2 className="font-semibold">
        {pieces.length === 0
          ? "No content to place"
          : left === 0
            ? "All placed"
            : `${left} of ${pieces.length} to place`}
        {column && left > 0 && <span className="ml-2 font-normal text-ink-2">in {column.name}: P places the next</span>}
      </h2>
      {pieces.length > 0 && (
        <ul className="mt-1.5 max-h-64 overflow-y-auto rounded-md border border-line bg-raised [scrollbar-width:thin]">
          {pieces.map((piece) => (
            <li key={piece.id} className="flex items-center border-b border-line-2 last:border-b-0">
              <Button
                disabled={!column}
                title={
                  column ? `Place in ${column.name}; or drag it to a column` : "Drag it to a column, or select one"
                }
                data-piece={piece.id}
                data-name={piece.text || piece.type}
                onClick={() => column && void onDo({ place: { piece: piece.id, column: column.id } })}
                look="bare"
                className="flex min-w-0 flex-1 items-baseline gap-2 px-2 py-1 text-left enabled:hover:bg-line-2"
              >
                <span className="w-[52px] flex-none font-mono text-[12px] text-ink-2">{piece.type}</span>
                <span className="min-w-0 flex-1 truncate">{piece.text || "–"}</span>
                {piece.for.id && piece.for.id !== bench.page.id && (
                  <span className="flex-none text-ink-2" title={`Brought for ${piece.for.name}`}>
                    {piece.for.name}
                  </span>
                )}
                {piece.placed.length > 0 && (
                  <span
                    className="flex flex-none items-center gap-0.5 text-woad-text"
                    title={piece.placed.map((p) => p.name).join(", ")}
                  >
                    <Check size={12} aria-hidden="true" />
                    placed{piece.placed.length > 1 && ` ${piece.placed.length} times`}
                  </span>
                )}
              </Button>
              {piece.type === "html" && (
                <Button
                  size="tiny"
                  look="link"
                  aria-label={`Split ${piece.text || "the HTML"}`}
                  title="Take it apart: what is in its element takes its place"
                  onClick={() => void onDo({ split: { piece: piece.id } })}
                  className="mr-1.5 flex-none"
                >
                  Split
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
      <TextArea
        aria-label="HTML or Markdown for the content sheet"
        placeholder="Paste HTML or Markdown. It is split into headings, lists, pictures and paragraphs."
        rows={pieces.length > 0 ? 2 : 4}
        value={text}
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          e.stopPropagation();
          if (e.key === "Enter" && (e.ctrlKey || e.metaKey)) void pour(text);
        }}
        className="mt-2 w-full px-1.5 py-1 placeholder:text-ink-2"
      />
      <div className="mt-1 flex gap-1.5">
        <Button size="tiny" disabled={text.trim() === ""} onClick={() => void pour(text)}>
          Add as {text.trim() === "" || formOf(text) === "markdown" ? "Markdown" : "HTML"}
        </Button>
        <label className="cursor-pointer rounded-md border border-control bg-raised px-2 py-0.5 focus-within:outline-2 focus-within:outline-madder hover:bg-line-2">
          Open…
          <input
            type="file"
            accept=".html,.htm,.md,.markdown,.txt"
            className="sr-only"
            onChange={(e) => {
              void e.target.files?.[0]?.text().then(pour);
              e.target.value = "";
            }}
          />
        </label>
        {pieces.length > 0 && (
          <Button size="tiny" onClick={() => void onDo({ sheet: { pieces: [] } })} className="ml-auto">
            Clear
          </Button>
        )}
      </div>
    </section>
  );
}
