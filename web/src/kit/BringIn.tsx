import { X } from "lucide-react";
import { Dialog } from "radix-ui";
import { useEffect, useLayoutEffect, useRef, useState } from "react";
import { Refusal, type Kit, type Planned, type SheetFile, type SheetKit } from "../api/client";
import { kitOfSheets, useSpecimen } from "../api/kit";
import { Button } from "../parts/Button";
import { Segmented } from "../parts/Segmented";
import { Measuring } from "../proof/Measuring";
import { Rulers } from "./Rulers";
import { SheetReading } from "./SheetReading";

/** What a kit is called that is read from files. */
export const kitName = (files: SheetFile[]) => files[0]!.name.replace(/\.css$/i, "").slice(0, 80) || "Stylesheet";

/** Reads files that were chosen or dropped, those that are stylesheets. */
export async function sheetsOf(files: Iterable<File>): Promise<SheetFile[]> {
  const sheets = [...files].filter((f) => /\.css$/i.test(f.name) || f.type === "text/css");
  return Promise.all(sheets.map(async (f) => ({ name: f.name, text: await f.text() })));
}

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
    <Dialog.Root modal={false} open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <div aria-hidden="true" className="fixed inset-0 z-40 bg-bar/40" />
        <Dialog.Content
          aria-describedby={undefined}
          onInteractOutside={(e) => e.preventDefault()}
          className="fixed inset-[4vh_3vw] z-50 flex flex-col gap-3 rounded-md border border-control bg-sheet p-5 text-[12px]"
        >
          <div className="flex items-center gap-3">
            <Dialog.Title className="min-w-0 flex-1 truncate text-[16px] font-semibold">
              A kit from {files.length === 1 ? files[0]!.name : `${files.length} stylesheets`}
            </Dialog.Title>
            <Button look="main" disabled={!read || !!wrong} onClick={() => read && onAdd(read.kit, choices)}>
              Take it
            </Button>
            <Dialog.Close asChild>
              <Button size="icon" look="bare" aria-label="Close">
                <X size={16} aria-hidden="true" />
              </Button>
            </Dialog.Close>
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
                    <Drawn
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
            <pre className="min-h-0 flex-1 overflow-auto rounded-md border border-line bg-raised p-2 font-mono text-[11px]">
              {files[0]!.text.slice(0, 200_000)}
            </pre>
          )}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** The widths that a page is shown at, in px: the middle of each breakpoint. */
const middles = (planned: Planned) => planned.plans.filter((_, i) => i % 3 === 1);

interface DrawnProps {
  document: string;
  planned: Planned;
  width: number;
  onWidth: (width: number) => void;
}

/** A page that has every class of the files on it, as this browser shows it with them. */
function Drawn({ document, planned, width, onWidth }: DrawnProps) {
  const stage = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(600);
  useLayoutEffect(() => setRoom(stage.current?.clientWidth ?? 600), []);
  const scale = Math.min(1, room / width);
  return (
    <>
      <Segmented
        label="Width of the page"
        value={String(width)}
        options={middles(planned).map((p) => [String(p.width), p.breakpoint] as const)}
        onChange={(w) => onWidth(Number(w))}
      />
      <div ref={stage} className="min-h-0 flex-1 overflow-hidden rounded-md border border-line bg-white">
        <iframe
          title={`A page with every class, at ${width} px`}
          sandbox=""
          src={document}
          className="origin-top-left border-0"
          style={{ width, height: `${100 / scale}%`, transform: `scale(${scale})` }}
        />
      </div>
    </>
  );
}

/** What keeps the files from being a kit. */
function missing(refusal: Refusal): string {
  const [wrong] = refusal.problem.errors ?? [];
  if (!wrong?.want) return refusal.problem.detail;
  return `No grid found: there are ${wrong.found?.replaceAll('"', "") ?? "none"}. It takes ${wrong.want}.`;
}
