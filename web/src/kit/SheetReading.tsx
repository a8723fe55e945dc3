import { useEffect, useRef, useState, type ReactNode } from "react";
import type { OptionSketch, SheetFile, SheetView } from "../api/client";
import { Button } from "../parts/Button";
import { Segmented } from "../parts/Segmented";
import { SketchDrawing } from "./SketchDrawing";
import { Table } from "../parts/Table";

interface Props {
  sheet: SheetView;
  files: SheetFile[];
  /** How high the parts are that scroll. */
  className?: string;
  /** What stands in place of the file's text. */
  page?: ReactNode;
  /** What each option of a doubt would mean, once that is known. */
  options?: OptionSketch[];
  /** Settles a doubt. */
  onChoose?: (doubt: string, choice: string) => void;
}

type Place = SheetView["found"][number]["places"][number];

const shows = [
  ["findings", "Findings"],
  ["words", "Classes"],
] as const;

/** What was read of a stylesheet, beside its text with the rules marked that say it. */
export function SheetReading({ sheet, files, className = "", page, options = [], onChoose }: Props) {
  const [show, setShow] = useState<(typeof shows)[number][0]>("findings");
  const [marked, setMarked] = useState<Place[]>([]);
  const [file, setFile] = useState(0);
  const lost = sheet.findings;

  function mark(places: Place[]) {
    setMarked(places);
    if (places[0]) setFile(places[0].file);
  }

  return (
    <div className={`grid min-h-0 grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-4 ${className}`}>
      <div className="flex min-h-0 flex-col gap-3">
        {sheet.doubts.map((d) => (
          <DoubtChoice key={d.id} doubt={d} options={options.filter((o) => o.doubt === d.id)} onChoose={onChoose} />
        ))}
        <Segmented label="What was read" value={show} options={shows} onChange={setShow} />
        <div
          // It scrolls, so the keyboard must reach it.
          // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
          tabIndex={0}
          role="group"
          aria-label={show === "words" ? "Classes and what they say" : "Findings"}
          className="min-h-0 flex-1 overflow-y-auto [scrollbar-width:thin]"
        >
          {show === "findings" ? (
            <>
              <List of={sheet.found} onMark={mark} />
              {lost.length > 0 && (
                <>
                  <h3 className="mt-3 font-semibold">Not understood</h3>
                  <List of={lost} onMark={mark} />
                </>
              )}
              {sheet.idle > 0 && (
                <p className="mt-3 text-ink-2">
                  {sheet.idle === 1 ? "1 rule has" : `${sheet.idle} rules have`} nothing to do with the grid.
                </p>
              )}
            </>
          ) : (
            <Table lined className="w-full [&_td]:py-[3px] [&_td]:pr-3 [&_td]:align-baseline">
              <thead className="text-left text-ink-2">
                <tr>
                  <th scope="col">Class</th>
                  <th scope="col">On</th>
                  <th scope="col">Says</th>
                </tr>
              </thead>
              <tbody>
                {sheet.words.map((w) => (
                  <tr key={`${w.on} ${w.word}`}>
                    <td>
                      {w.places.length > 0 ? (
                        <Button
                          look="link"
                          className="min-h-6 text-left font-mono break-all"
                          onClick={() => mark(w.places)}
                        >
                          {w.word}
                        </Button>
                      ) : (
                        <span className="font-mono break-all">{w.word}</span>
                      )}
                    </td>
                    <td>{w.on}</td>
                    <td>{w.says.join(", ")}</td>
                  </tr>
                ))}
              </tbody>
            </Table>
          )}
        </div>
      </div>
      <div className="flex min-h-0 flex-col gap-2">
        {page ?? (
          <>
            {files.length > 1 ? (
              <Segmented
                label="File"
                value={String(file)}
                options={files.map((f, i) => [String(i), f.name] as const)}
                onChange={(at) => setFile(Number(at))}
              />
            ) : (
              <h3 className="truncate py-1 font-semibold">{files[0]?.name}</h3>
            )}
            <Text text={files[file]?.text ?? ""} marked={marked.filter((p) => p.file === file)} />
          </>
        )}
      </div>
    </div>
  );
}

interface DoubtProps {
  doubt: SheetView["doubts"][number];
  options: OptionSketch[];
  onChoose?: (doubt: string, choice: string) => void;
}

/** What can be read in several ways: each with a drawing of rows as they then are. */
function DoubtChoice({ doubt: d, options, onChoose }: DoubtProps) {
  return (
    <fieldset className="rounded-md border border-control bg-raised px-3 pt-1 pb-2">
      <legend className="px-1 font-semibold">{d.question}</legend>
      <div className="flex flex-wrap gap-x-4 gap-y-2">
        {d.options.map((o) => {
          const means = options.find((m) => m.option === o.id);
          return (
            <label key={o.id} className="grid w-36 grid-cols-[auto_minmax(0,1fr)] items-start gap-x-1.5">
              <input
                type="radio"
                name={d.id}
                disabled={!onChoose}
                checked={d.chosen === o.id}
                onChange={() => onChoose?.(d.id, o.id)}
                className="mt-0.5 accent-woad"
              />
              <span className="min-w-0">
                <span className="block truncate font-mono">{o.name}</span>
                {means?.sketch && (
                  <span className="mt-1 block max-h-24 overflow-hidden rounded-sm border border-line">
                    <SketchDrawing sketch={means.sketch} marked={false} title={`Rows with ${o.name}`} />
                  </span>
                )}
                {means && <span className="mt-0.5 block text-[12px] text-ink-2">{means.says}</span>}
              </span>
            </label>
          );
        })}
      </div>
    </fieldset>
  );
}

const placed = (places: Place[]) => (places.length === 1 ? `line ${places[0]!.from}` : `${places.length} rules`);

interface ListProps {
  of: (SheetView["findings"][number] | SheetView["found"][number])[];
  onMark: (places: Place[]) => void;
}

function List({ of, onMark }: ListProps) {
  return (
    <ul>
      {of.map((f, i) => (
        <li key={i} className="flex items-baseline gap-2 border-t border-line-2 py-1 first:border-t-0">
          <span className="min-w-0 flex-1 break-words">
            {f.text}
            {"sure" in f && f.sure === "inferred" && <span className="text-ink-2"> (the simplest reading)</span>}
          </span>
          {f.places.length > 0 && (
            <Button
              look="link"
              className="font-mono text-[12px] whitespace-nowrap text-ink-2"
              aria-label={`Show ${placed(f.places)}: ${f.text}`}
              onClick={() => onMark(f.places)}
            >
              {placed(f.places)}
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}

/** How many lines of a file are shown; the rest is left out. */
const most = 4000;

/** A file's text with its lines numbered and some of them marked. */
function Text({ text, marked }: { text: string; marked: Place[] }) {
  const first = useRef<HTMLLIElement>(null);
  const lines = text.split("\n").slice(0, most);
  useEffect(() => {
    void first.current?.scrollIntoView({ block: "center" }); // which newer browsers answer with a promise
  }, [marked]);
  const is = (n: number) => marked.some((p) => p.from <= n && n <= p.to);
  return (
    <ol
      // It scrolls, so the keyboard must reach it.
      // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
      tabIndex={0}
      aria-label="The stylesheet's text"
      className="min-h-0 flex-1 overflow-auto rounded-md border border-line bg-raised py-1 font-mono text-[12px] leading-[17px] [scrollbar-width:thin]"
    >
      {lines.map((line, i) => (
        <li
          key={i}
          ref={marked[0]?.from === i + 1 ? first : undefined}
          aria-current={is(i + 1) || undefined}
          className="flex border-l-2 border-transparent px-2 whitespace-pre aria-[current]:border-woad aria-[current]:bg-woad-soft"
        >
          <span aria-hidden="true" className="mr-3 w-9 shrink-0 text-right text-ink-2 select-none">
            {i + 1}
          </span>
          {line || " "}
        </li>
      ))}
    </ol>
  );
}
