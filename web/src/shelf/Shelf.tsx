import { Button } from "../parts/Button";
import { Screen } from "../parts/Screen";
import { FolderInput } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import type { Card as CardData, SheetFile } from "../api/client";
import { useBegin, useBringIn, useOffers, usePut, useShelf } from "../api/shelf";
import { BringIn } from "../kit/BringIn";
import { isPage, pageOf, sheetsOf } from "../kit/files";
import { ThemeButton } from "../parts/ThemeButton";
import { Card } from "./Card";
import { NewProject } from "./NewProject";

/** The projects. */
export default function Shelf() {
  const shelf = useShelf();
  const bringIn = useBringIn();
  const put = usePut();
  const [gone, setGone] = useState<CardData | null>(null);
  const [over, setOver] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  useEffect(() => {
    document.title = "Shelf · Kit Rows";
  }, []);
  const cards = shelf.data ?? [];
  const begin = useBegin();
  const offers = useOffers();
  const navigate = useNavigate();
  const [sheets, setSheets] = useState<SheetFile[]>([]);

  /** A project file comes in; stylesheets begin a project on the kit that they become. */
  async function take(files: File[]) {
    const found = await sheetsOf(files);
    const [other] = files;
    const page = files.find(isPage);
    if (page) {
      const offered = offers.data ?? (await offers.refetch()).data; // they may be on their way
      const kit = offered?.kits[0]?.source ?? "";
      const name = page.name.replace(/\.html?$/i, "").slice(0, 80) || "Page";
      begin.mutate(
        { name, kit, start: "empty", page: await pageOf(page, found) },
        { onSuccess: (card) => void navigate(`/${card.id}/${card.firstPage}`) },
      );
    } else if (found.length > 0) setSheets(found);
    else if (other) bringIn.mutate(other);
  }

  return (
    <Screen title={<span className="text-[14px] font-semibold">Kit Rows</span>} offers={<ThemeButton />}>
      {/* A file may be dropped anywhere; the button beside does the same by key. */}
      {/* eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions */}
      <main
        className={`overflow-y-auto px-8 py-7 ${over ? "outline-2 -outline-offset-8 outline-dashed outline-madder" : ""}`}
        onDragOver={(e) => {
          e.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(e) => {
          e.preventDefault();
          setOver(false);
          void take([...e.dataTransfer.files]);
        }}
      >
        {sheets.length > 0 && (
          <BringIn
            files={sheets}
            refused={begin.error?.message}
            onAdd={(kit, choices) =>
              begin.mutate(
                { name: kit.name, sheets: { name: kit.name, files: sheets, choices }, start: "empty" },
                { onSuccess: (card) => void navigate(`/${card.id}/${card.firstPage}`) },
              )
            }
            onClose={() => setSheets([])}
          />
        )}
        <div className="mx-auto max-w-5xl">
          <div className="flex items-end gap-4">
            <div>
              <h1 className="text-[20px] font-semibold">Shelf</h1>
              <p className="text-ink-2">Projects kept on this machine.</p>
            </div>
            <span className="flex-1" />
            <NewProject />
            <Button onClick={() => file.current?.click()}>
              <FolderInput size={15} aria-hidden="true" />
              Bring in
            </Button>
            <input
              ref={file}
              type="file"
              accept=".json,.css,.html,.htm"
              multiple
              hidden
              aria-label="Project file, page or stylesheets"
              onChange={(e) => {
                const chosen = [...(e.target.files ?? [])];
                e.target.value = "";
                void take(chosen);
              }}
            />
          </div>
          {sheets.length === 0 && begin.error && (
            <p role="alert" className="mt-4 rounded-md border border-madder bg-raised px-3 py-2 text-madder-deep">
              The page was not brought in. {begin.error.message}
            </p>
          )}
          {bringIn.error && (
            <p role="alert" className="mt-4 rounded-md border border-madder bg-raised px-3 py-2 text-madder-deep">
              The file was not brought in. {bringIn.error.message}
            </p>
          )}
          {gone && (
            <p
              role="status"
              className="mt-4 flex items-center gap-3 rounded-md border border-control bg-raised px-3 py-2"
            >
              <span className="min-w-0 flex-1 truncate">
                <b className="font-semibold">{gone.name}</b> was deleted.
              </span>
              <Button
                onClick={() => put.mutate({ project: gone.id, back: true }, { onSuccess: () => setGone(null) })}
                size="small"
              >
                Restore
              </Button>
            </p>
          )}
          {put.error && (
            <p role="alert" className="mt-4 text-madder-deep">
              {put.error.message}
            </p>
          )}
          {shelf.error && (
            <p role="alert" className="mt-6 rounded-md border border-madder bg-raised px-3 py-2 text-madder-deep">
              The shelf cannot be read: {shelf.error.message}
            </p>
          )}
          {shelf.data && cards.length === 0 && (
            <section className="mt-6 max-w-xl rounded-md border border-dashed border-control p-6">
              <h2 className="text-[15px] font-semibold">The shelf is empty</h2>
              <p className="mt-1 text-ink-2">
                Create a project, bring in a project file (<code className="font-mono">*.kitrows.json</code>) or a
                stylesheet, or start the program with <code className="font-mono">kitrows demo</code> to look around in
                a finished project.
              </p>
            </section>
          )}
          <ul className="mt-6 grid grid-cols-[repeat(auto-fill,minmax(280px,1fr))] gap-6">
            {cards.map((card) => (
              <Card
                key={card.id}
                card={card}
                onPutAway={() => put.mutate({ project: card.id, back: false }, { onSuccess: () => setGone(card) })}
              />
            ))}
          </ul>
        </div>
      </main>
    </Screen>
  );
}
