import { X } from "lucide-react";
import { Dialog, Title, Close } from "../parts/Panel";
import { useEffect, useState } from "react";
import { Refusal, type Kit, type SheetFile, type SheetKit } from "../api/client";
import { kitOfSheets, useSpecimen } from "../api/kit";
import { Button } from "../parts/Button";
import { Measuring } from "../proof/Measuring";
import { Rulers } from "./Rulers";
import { SheetReading } from "./SheetReading";
import { kitName } from "./files";
import { TestPage, middles } from "./TestPage";

interface Props {
  files: SheetFile[];
  /** Takes the kit, with the choices that were made. */
  onAdd: (kit: Kit, choices: Record<string, string>) => void;
  /** Why it could not be taken. */
  refused?: string;
  onClose: () => void;
}

/** A stylesheet before it becomes a kit: what was understood of it, beside its text, and the doubts. */
export function BringIn({ files, onAdd, refused, onClose }: Props) {
  const [choices, setChoices] = useState<Record<string, string>>({});
  const [read, setRead] = useState<SheetKit>();
  const [wrong, setWrong] = useState("");
  const [shown, setShown] = useState<number>();
  const name = kitName(files);

  useEffect(() => {
    let gone = false;
    kitOfSheets(name, files, choices).then(
      (made) => !gone && (setRead(made), setWrong("")),
      (e: unknown) => !gone && setWrong(e instanceof Refusal ? missing(e) : "The files could not be read."),
    );
    return () => {
      gone = true;
    };
  }, [name, files, choices]);

  const specimen = useSpecimen(name, files, choices, !!read && !wrong);

  return (
    <Dialog
      onClose={onClose}
      aria-describedby={undefined}
      onInteractOutside={(e) => e.preventDefault()}
      className="inset-[4vh_3vw] flex flex-col gap-3 p-5 text-[12px]"
    >
      <div className="flex items-center gap-3">
        <Title className="min-w-0 flex-1 truncate text-[16px] font-semibold">
          A kit from {files.length === 1 ? files[0]!.name : `${files.length} stylesheets`}
        </Title>
        <Button look="main" disabled={!read || !!wrong} onClick={() => read && onAdd(read.kit, choices)}>
          Take it
        </Button>
        <Close asChild>
          <Button size="icon" look="bare" aria-label="Close">
            <X size={16} aria-hidden="true" />
          </Button>
        </Close>
      </div>
      {(wrong || refused) && (
        <p role="alert" className="text-madder-deep">
          {wrong || refused}
        </p>
      )}
      {!read && !wrong && <p className="text-ink-2">Reading…</p>}
      {read?.sheet && !wrong && (
        <>
          <Rulers
            view={{ kit: read.kit, rulers: read.sheet.rulers, facts: read.sheet.facts }}
            template={`130px repeat(${read.kit.breakpoints.length}, minmax(90px, 1fr))`}
          />
          {specimen.error && (
            <p role="alert" className="text-madder-deep">
              No page could be made of it: {specimen.error.message}
            </p>
          )}
          {specimen.data && (
            <div className="flex items-baseline gap-3">
              <Measuring
                key={specimen.data.document}
                source={`${specimen.data.document}?measured`}
                planned={specimen.data.planned}
                onShow={setShown}
              />
              <Button
                size="tiny"
                aria-pressed={shown !== undefined}
                onClick={() => setShown(shown ? undefined : middles(specimen.data.planned).at(-1)?.width)}
              >
                Test page
              </Button>
            </div>
          )}
          <SheetReading
            sheet={read.sheet}
            files={files}
            className="flex-1"
            options={specimen.data?.options}
            page={
              shown !== undefined && specimen.data ? (
                <TestPage
                  document={specimen.data.document}
                  planned={specimen.data.planned}
                  width={shown}
                  onWidth={setShown}
                />
              ) : undefined
            }
            onChoose={(doubt, choice) => setChoices({ ...choices, [doubt]: choice })}
          />
        </>
      )}
      {wrong && (
        <pre className="min-h-0 flex-1 overflow-auto rounded-md border border-line bg-raised p-2 font-mono text-[12px]">
          {files[0]!.text.slice(0, 200_000)}
        </pre>
      )}
    </Dialog>
  );
}

/** What keeps the files from being a kit. */
function missing(refusal: Refusal): string {
  const [wrong] = refusal.problem.errors ?? [];
  if (!wrong?.want) return refusal.problem.detail;
  return `No grid found: there are ${wrong.found?.replaceAll('"', "") ?? "none"}. It takes ${wrong.want}.`;
}
