import { X } from "lucide-react";
import type { Bench, Operation } from "../api/client";
import type { Deed } from "../api/deed";
import { useLine } from "../api/edits";
import { Field } from "../parts/Field";
import { Close, Description, Dialog, Title } from "../parts/Panel";

interface Props {
  bench: Bench;
  onDo: (deed: Deed) => Promise<Bench | null>;
  onClose: () => void;
}

type Part = NonNullable<NonNullable<Bench["folder"]>["part"]>;

/** What a page is called, which file it is, and what its head says. */
export default function PageDetails({ bench, onDo, onClose }: Props) {
  const refused = useLine((l) => l.refused);
  const describe = (describePage: NonNullable<Operation["describePage"]>) => void onDo({ describePage });
  const { about, page } = bench;
  return (
    <Dialog onClose={onClose} className="top-[14vh] left-1/2 w-[min(460px,92vw)] -translate-x-1/2 p-5">
      <Title className="text-[16px] font-semibold">The page</Title>
      <Description className="mt-1 text-ink-2">
        {bench.can.file
          ? "Title, description and language stand in the head of its file."
          : "Files and components that are taken away are called by the file's name."}
      </Description>
      <div className="mt-3 grid grid-cols-[auto_minmax(0,1fr)] items-center gap-x-3 gap-y-2">
        <Field label="Name" value={page.name} onCommit={(name) => describe({ name })} />
        <Field label="File" mono value={page.file} onCommit={(file) => describe({ file })} />
        <Field
          label="Title"
          value={about.title}
          hint={bench.can.file ? "" : page.name}
          onCommit={(title) => describe({ title })}
        />
        <Field
          label="Description"
          long
          value={about.description}
          onCommit={(description) => describe({ description: description.replaceAll(/\s+/g, " ") })}
        />
        <Field label="Language" mono value={about.language} onCommit={(language) => describe({ language })} />
      </div>
      {bench.folder?.part && <Stylesheets part={bench.folder.part} onDo={onDo} />}
      {refused && (
        <p role="alert" className="mt-3 text-madder-deep">
          {refused}
        </p>
      )}
      <Close
        aria-label="Close"
        className="absolute top-4 right-4 grid size-6 place-items-center rounded-sm hover:bg-line-2"
      >
        <X size={15} aria-hidden="true" />
      </Close>
    </Dialog>
  );
}

/** With which stylesheets of the folder a part of a page is shown, which links none itself. */
function Stylesheets({ part, onDo }: { part: Part; onDo: Props["onDo"] }) {
  const choose = (link: string, chosen: boolean) => {
    const named = part.sheets.filter((s) => (s === link ? chosen : part.named.includes(s)));
    void onDo({ source: { stretches: [], named, summary: "Stylesheets of a part of a page" } });
  };
  return (
    <fieldset className="mt-3 border-t border-line pt-3">
      <legend className="sr-only">Stylesheets</legend>
      <p className="text-ink-2">
        {part.including
          ? `A part of a page. It is shown with the stylesheets of ${part.including}, which includes it, or with these:`
          : "A part of a page that no page in the folder includes. It is shown with these stylesheets:"}
      </p>
      <div className="mt-1.5 grid max-h-40 overflow-y-auto">
        {part.sheets.map((link) => (
          <label key={link} className="flex min-h-6 items-center gap-2 font-mono text-[12px]">
            <input
              type="checkbox"
              checked={part.named.includes(link)}
              onChange={(e) => choose(link, e.target.checked)}
              className="size-4 accent-woad"
            />
            {link}
          </label>
        ))}
        {part.sheets.length === 0 && <p>There is no stylesheet in the folder.</p>}
      </div>
    </fieldset>
  );
}
