import { BookUp, Copy, Download, FileUp, Trash2 } from "lucide-react";
import { Fragment, useEffect, useRef } from "react";
import type { KitView, SheetFile, Step } from "../api/client";
import { Button } from "../parts/Button";
import { Field } from "../parts/Field";
import { Segmented } from "../parts/Segmented";
import { sheetsOf } from "./files";
import { Select } from "../parts/Input";

interface Props {
  view: KitView;
  /** The page one came from, and whether it uses this kit. */
  page: { name: string; uses: boolean };
  /** It has just been added: what comes next has the focus. */
  fresh: boolean;
  /** Nothing is typed that is not accepted. */
  settled: boolean;
  onStep: (step: Step) => void;
  onUse: () => void;
  onDuplicate: () => void;
  onDelete: () => void;
  /** Puts it into the library, or its next revision. */
  onShare: () => void;
  /** Begins to take the library's newest revision. */
  onUpdate: () => void;
  /** Reads it again from newer files of its stylesheet. */
  onReread: (files: SheetFile[]) => void;
  /** Where its own file is. */
  file: string;
}

const places: readonly (readonly [string, string])[] = [
  ["between", "between columns"],
  ["inside", "inside, both sides"],
  ["inside start", "inside, at the start"],
  ["inside end", "inside, at the end"],
  ["inside stay", "both sides, rows stay in"],
  ["inside start stay", "at the start, rows stay in"],
  ["inside end stay", "at the end, rows stay in"],
  ["inside trim", "both sides, ends trimmed"],
  ["inside start trim", "at the start, ends trimmed"],
  ["inside end trim", "at the end, ends trimmed"],
];

/** What the kit says once, for all breakpoints, and what can be done with all of it. */
export function Whole({
  view,
  page,
  fresh,
  settled,
  onStep,
  onUse,
  onDuplicate,
  onDelete,
  onShare,
  onUpdate,
  onReread,
  file,
}: Props) {
  const { kit, users } = view;
  const next = useRef<HTMLButtonElement>(null);
  const newer = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (fresh) next.current?.focus();
  }, [fresh]);
  const type = (field: Step["field"]) => (text: string) => onStep({ field, text });
  return (
    <section aria-label="Whole kit" className="border-b border-line p-4">
      <div className="grid grid-cols-[auto_minmax(0,1fr)] items-center gap-x-3 gap-y-1.5 text-[12px]">
        <Field label="Name" value={kit.name} onCommit={type("name")} />
        {view.fixed ? <Read view={view} /> : <Made view={view} onStep={onStep} />}
      </div>
      {view.warnings.map((text) => (
        <p key={text} role="note" className="mt-2.5 rounded-md bg-weld-soft px-2 py-1.5 text-[12px]">
          {text}
        </p>
      ))}
      {view.fixed && settled && (
        <>
          <Button size="small" className="mt-2.5" onClick={() => newer.current?.click()}>
            <FileUp size={13} aria-hidden="true" />
            Newer files
          </Button>
          <input
            ref={newer}
            type="file"
            accept=".css,text/css"
            multiple
            hidden
            aria-label="Newer files of the stylesheet"
            onChange={(e) => {
              const chosen = [...(e.target.files ?? [])];
              e.target.value = "";
              void sheetsOf(chosen).then(onReread);
            }}
          />
        </>
      )}
      {kit.shared && (
        <p className="mt-2.5 text-[12px] text-ink-2">
          Revision {kit.shared.revision} of {kit.shared.id} in the library
          {view.newest === 0 && ", where it is no more"}
        </p>
      )}
      {kit.shared && settled && view.newest > kit.shared.revision && (
        <div className="mt-1.5 flex">
          <Button size="small" look="main" onClick={onUpdate}>
            Update to revision {view.newest}
          </Button>
        </div>
      )}
      {settled && (
        <div className="mt-3 flex flex-wrap gap-1.5">
          {!page.uses && (
            <Button size="small" ref={next} onClick={onUse}>
              Use for {page.name}
            </Button>
          )}
          <Button size="small" onClick={onShare}>
            <BookUp size={13} aria-hidden="true" />
            {kit.shared ? "Share changes" : "Share"}
          </Button>
          <Button size="small" asChild>
            <a href={file} download>
              <Download size={13} aria-hidden="true" />
              Export
            </a>
          </Button>
          <Button size="small" onClick={onDuplicate}>
            <Copy size={13} aria-hidden="true" />
            Duplicate
          </Button>
          {users.length === 0 && (
            <Button size="small" onClick={onDelete}>
              <Trash2 size={13} aria-hidden="true" />
              Delete
            </Button>
          )}
        </div>
      )}
    </section>
  );
}

/** What a stylesheet that was brought in says for all breakpoints: it is read there, and not changed here. */
function Read({ view: { kit } }: { view: KitView }) {
  const facts = [
    ["Read from", kit.brought?.files.map((f) => f.name).join(", ") ?? ""],
    ["Technique", kit.technique],
    ["Gutters", places.find(([value]) => value === (kit.gutterPlace ?? "between"))?.[1] ?? ""],
  ] as const;
  return facts.map(([name, says]) => (
    <Fragment key={name}>
      <span className="text-ink-2">{name}</span>
      <span className="min-w-0 py-[3px] break-words">{says}</span>
    </Fragment>
  ));
}

/** What a kit made here says for all breakpoints. */
function Made({ view: { kit }, onStep }: { view: KitView; onStep: (step: Step) => void }) {
  const type = (field: Step["field"]) => (text: string) => onStep({ field, text });
  return (
    <>
      <span className="text-ink-2">Technique</span>
      <span className="flex">
        <Segmented
          label="Technique"
          value={kit.technique}
          options={[
            ["flex", "flex"],
            ["grid", "grid"],
            ["float", "float"],
          ]}
          onChange={type("technique")}
        />
      </span>
      <label htmlFor="gutter-place" className="text-ink-2">
        Gutters
      </label>
      <Select
        id="gutter-place"
        value={kit.gutterPlace ?? "between"}
        onChange={(e) => type("gutterPlace")(e.target.value)}
        className="w-full min-w-0 px-1 py-[3px]"
      >
        {places.map(([value, text]) => (
          <option key={value} value={value}>
            {text}
          </option>
        ))}
      </Select>
      <Field label="Narrowest" value={kit.narrowest} mono onCommit={type("narrowest")} />
      <label htmlFor="rigid" className="text-ink-2">
        Fixed width
      </label>
      <Select
        id="rigid"
        value={kit.rigid ? "yes" : "no"}
        onChange={(e) => type("rigid")(e.target.value)}
        className="w-full min-w-0 px-1 py-[3px]"
      >
        <option value="no">shrinks with the viewport</option>
        <option value="yes">never shrinks, the page scrolls</option>
      </Select>
      <label htmlFor="media-queries" className="text-ink-2">
        Queries
      </label>
      <Select
        id="media-queries"
        value={kit.ranges ? "yes" : "no"}
        onChange={(e) => type("ranges")(e.target.value)}
        className="w-full min-w-0 px-1 py-[3px]"
      >
        <option value="no">min-width</option>
        <option value="yes">ranges, newer browsers</option>
      </Select>
      <Field label="Cap" value={kit.cap ?? ""} hint="none" mono onCommit={type("cap")} />
    </>
  );
}
