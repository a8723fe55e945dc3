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
