import { ArrowDown, ArrowUp, Trash2 } from "lucide-react";
import { useState, type ReactNode } from "react";
import { Button } from "../parts/Button";
import type { Bench, Content, SheetNode } from "../api/client";
import type { Place } from "../api/bench";
import type { Deed } from "../api/deed";
import { base64, pictureAt, usePictures } from "../api/content";
import { Field } from "../parts/Field";

interface Props {
  bench: Bench;
  place: Place;
  block: SheetNode;
  onDo: (deed: Deed) => Promise<Bench | null>;
}

/** What a block's text is called, and its items. */
const words: Partial<Record<Content["type"], readonly [text: string, items: string]>> = {
  heading: ["Heading", ""],
  text: ["Text", ""],
  list: ["", "Items"],
  button: ["Words", ""],
  card: ["Heading", "Text"],
  form: ["Button", "Fields"],
  html: ["HTML", ""],
};

const grid = "grid grid-cols-[64px_minmax(0,1fr)] items-center gap-x-2 gap-y-1";

/** One block of content: its words, its picture, its size. */
export function BlockEditor({ bench, place, block, onDo }: Props) {
  const content = block.content!;
  const set = (change: Partial<Content>) =>
    void onDo({ content: { node: block.id, content: { ...content, stand: false, ...change } } });
  const [text, items] = words[content.type] ?? ["", ""];
  const last = bench.nodes.filter((n) => n.parent === block.parent).length - 1;
  const move = (by: number) => void onDo({ move: { node: block.id, parent: block.parent, index: block.index + by } });

  return (
    <li className="rounded-md border border-line bg-raised p-2">
      <div className="flex items-center gap-1">
        <span className="flex-1 font-semibold">{block.name}</span>
        {content.level !== undefined && (
          <select
            aria-label="Level"
            value={content.level}
            onChange={(e) => set({ level: Number(e.target.value) })}
            className="rounded-sm border border-control bg-raised font-mono text-[12px]"
          >
            {[1, 2, 3, 4, 5, 6].map((n) => (
              <option key={n} value={n}>
                h{n}
              </option>
            ))}
          </select>
        )}
        {content.type === "html" && bench.can.ends && (
          <Button
            look="link"
            title="Take it apart: what is in its element takes its place"
            onClick={() => void onDo({ split: { node: block.id } })}
          >
            Split
          </Button>
        )}
        <Small label={`Move ${block.name} up`} disabled={block.index === 0} onClick={() => move(-1)}>
          <ArrowUp size={11} aria-hidden="true" />
        </Small>
        <Small label={`Move ${block.name} down`} disabled={block.index >= last} onClick={() => move(1)}>
          <ArrowDown size={11} aria-hidden="true" />
        </Small>
        <Small label={`Delete ${block.name}`} onClick={() => void onDo({ remove: { node: block.id } })}>
          <Trash2 size={11} aria-hidden="true" />
        </Small>
      </div>
      <div className={`mt-1.5 ${grid}`}>
        {text && (
          <Field
            label={text}
            // A field of one line would drop its line breaks.
            long={content.type === "text" || content.type === "html" || content.text?.includes("\n")}
            mono={content.type === "html"}
            prose={content.type !== "html"}
            value={content.text ?? ""}
            onCommit={(t) => set({ text: t })}
          />
        )}
        {items && (
          <Field
            label={items}
            long
            prose
            hint="One per line"
            value={(content.items ?? []).join("\n")}
            onCommit={(t) => set({ items: t.split("\n").filter((line) => line.trim() !== "") })}
          />
        )}
        {content.type === "button" && (
          <Field label="Link" mono hint="no link yet" value={content.link ?? ""} onCommit={(link) => set({ link })} />
        )}
        {(content.type === "picture" || content.picture) && (
          <PictureFields bench={bench} place={place} block={block} content={content} onSet={set} onDo={onDo} />
        )}
        <Shown bench={bench} block={block} onDo={onDo} />
        <Size
          label="Min width"
          hint={`${block.comfort ?? 0}px`}
          value={content.comfort}
          onCommit={(comfort) => set({ comfort })}
        />
        {!content.fit && (
          <Size label="Height" hint="estimated" value={content.height} onCommit={(height) => set({ height })} />
        )}
      </div>
    </li>
  );
}

/** At which breakpoints it is shown. What is set at one holds at the wider ones, until it is set again. */
function Shown({ bench, block, onDo }: Pick<Props, "bench" | "block" | "onDo">) {
  const [asked, ask] = useState<{ breakpoint: string; shown: boolean } | null>(null); // until it is answered
  const last = (i: number) => bench.breakpoints.slice(0, i).findLast((_, at) => block.cells[at]!.here);
  return (
    <>
      <span className="text-ink-2">Shown</span>
      <span role="group" aria-label={`Where ${block.name} is shown`} className="flex flex-wrap gap-x-2.5 gap-y-1">
        {bench.breakpoints.map((b, i) => {
          const cell = block.cells[i]!;
          const carried = !cell.here && last(i);
          return (
            <label
              key={b.name}
              title={cell.here ? "Set here" : carried ? `Carried from ${carried.name}` : "The default"}
              className={`flex items-center gap-1 font-mono ${cell.here ? "font-semibold" : "text-ink-2"}`}
            >
              <input
                type="checkbox"
                checked={asked?.breakpoint === b.name ? asked.shown : cell.text !== "x"}
                onChange={(e) => {
                  const cells = [{ node: block.id, breakpoint: b.name }];
                  const before = i > 0 ? block.cells[i - 1]!.text !== "x" : true;
                  const change =
                    e.target.checked === before
                      ? { clear: ["shown"] }
                      : { set: { from: b.name, shown: e.target.checked } };
                  ask({ breakpoint: b.name, shown: e.target.checked });
                  void onDo({ adjust: { cells, ...change } }).finally(() => ask(null));
                }}
                className="accent-woad"
              />
              {b.name}
            </label>
          );
        })}
      </span>
    </>
  );
}

interface SizeProps {
  label: string;
  hint: string;
  value: string | undefined;
  onCommit: (value: string | undefined) => void;
}

/** A declared length; where there is none it is estimated. */
function Size({ label, hint, value, onCommit }: SizeProps) {
  return <Field label={label} mono hint={hint} value={value ?? ""} onCommit={(text) => onCommit(px(text))} />;
}

/** A length as it is sent: px where only a number was typed. */
function px(text: string): string | undefined {
  const typed = text.trim();
  if (typed === "") return undefined;
  return /^[\d.]+$/.test(typed) ? `${typed}px` : typed;
}

interface PictureProps extends Props {
  content: Content;
  onSet: (change: Partial<Content>) => void;
}

/** Which picture is shown at which breakpoint, what it shows, and whether it is
 *  scaled to its column. */
function PictureFields({ bench, place, block, content, onSet, onDo }: PictureProps) {
  const pictures = usePictures(place.project, bench.revision);
  const sources = content.sources ?? [];

  async function other(file: File | undefined, from: string) {
    if (file) await onDo({ addPicture: { node: block.id, file: file.name, data: await base64(file), from } });
  }

  return (
    <>
      <Field label="Shows" hint="Alternative text" value={content.alt ?? ""} onCommit={(alt) => onSet({ alt })} />
      {!content.alt && <p className="col-start-2 text-weld">Screen readers need these words.</p>}
      {bench.breakpoints.map((b, i) => {
        const shown = i === 0 ? content.picture : sources.find((s) => s.from === b.name)?.picture;
        const file = pictures.data?.find((p) => p.id === shown)?.file;
        return (
          <div key={b.name} className="contents">
            <span className="font-mono text-[12px] text-ink-2">{b.name}</span>
            <span className="flex min-w-0 items-center gap-1.5">
              {shown ? (
                <>
                  <img
                    src={pictureAt(place.project, shown)}
                    alt=""
                    className="h-5 w-7 flex-none rounded-sm border border-line object-cover"
                  />
                  <span className="min-w-0 flex-1 truncate font-mono text-[12px]">{file}</span>
                </>
              ) : (
                <span className="min-w-0 flex-1 truncate text-ink-2">
                  from{" "}
                  {sources.findLast((s) => bench.breakpoints.findIndex((o) => o.name === s.from) < i)?.from ??
                    bench.breakpoints[0]!.name}
                </span>
              )}
              {content.type === "picture" && (
                <label className="cursor-pointer rounded-sm border border-control px-1 focus-within:outline-2 focus-within:outline-madder hover:bg-line-2">
                  {shown ? "Other…" : "File…"}
                  <input
                    type="file"
                    accept=".svg,.png,.jpg,.jpeg,.webp"
                    aria-label={`Picture from ${b.name} on`}
                    className="sr-only"
                    onChange={(e) => void other(e.target.files?.[0], i === 0 ? "" : b.name)}
                  />
                </label>
              )}
              {i > 0 && shown && (
                <Small
                  label={`Reset the picture at ${b.name}`}
                  onClick={() => onSet({ sources: sources.filter((s) => s.from !== b.name) })}
                >
                  ×
                </Small>
              )}
            </span>
          </div>
        );
      })}
      {content.type === "picture" && content.width && content.height && (
        <label className="col-span-2 flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={content.fit ?? false}
            onChange={(e) => onSet({ fit: e.target.checked })}
            className="accent-woad"
          />
          Scales with its column; natural size {content.width} × {content.height}
        </label>
      )}
    </>
  );
}

interface SmallProps {
  label: string;
  disabled?: boolean;
  onClick: () => void;
  children: ReactNode;
}

function Small({ label, disabled = false, onClick, children }: SmallProps) {
  return (
    <Button aria-label={label} title={label} disabled={disabled} onClick={onClick} size="dot">
      {children}
    </Button>
  );
}
