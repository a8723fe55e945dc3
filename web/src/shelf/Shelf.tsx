import { FolderInput } from "lucide-react";
import { useEffect, useRef } from "react";
import { Link } from "react-router";
import { useBringIn, useShelf } from "../api/shelf";
import type { Card as CardData } from "../api/client";
import { LaneDrawing } from "../bench/LaneDrawing";
import { Mark } from "../parts/Mark";
import { ThemeButton } from "../parts/ThemeButton";

/** The projects. */
export function Shelf() {
  const shelf = useShelf();
  const bringIn = useBringIn();
  const file = useRef<HTMLInputElement>(null);
  useEffect(() => {
    document.title = "Shelf · Kit Rows";
  }, []);
  const cards = shelf.data ?? [];

  return (
    <div className="grid h-full grid-rows-[48px_minmax(0,1fr)]">
      <header className="flex items-center gap-3.5 bg-bar px-3.5 text-bar-ink">
        <Mark />
        <span className="text-[14px] font-semibold">Kit Rows</span>
        <span className="flex-1" />
        <ThemeButton />
      </header>
      <main className="overflow-y-auto px-8 py-7">
        <div className="mx-auto max-w-5xl">
          <div className="flex items-end gap-4">
            <div>
              <h1 className="text-[20px] font-semibold">Shelf</h1>
              <p className="text-ink-2">Projects kept on this machine.</p>
            </div>
            <span className="flex-1" />
            <button
              type="button"
              onClick={() => file.current?.click()}
              className="flex items-center gap-2 rounded-md border border-control bg-raised px-3 py-1.5 hover:bg-line-2"
            >
              <FolderInput size={15} aria-hidden="true" />
              Bring in a project file
            </button>
            <input
              ref={file}
              type="file"
              accept=".json"
              hidden
              aria-label="Project file"
              onChange={(e) => {
                const chosen = e.target.files?.[0];
                if (chosen) bringIn.mutate(chosen);
                e.target.value = "";
              }}
            />
          </div>
          {bringIn.error && (
            <p role="alert" className="mt-4 rounded-md border border-madder bg-raised px-3 py-2 text-madder-deep">
              The file was not brought in. {bringIn.error.message}
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
                Bring in a project file (<code className="font-mono">*.kitrows.json</code>), or start the program with{" "}
                <code className="font-mono">kitrows demo</code> to look around in a finished project.
              </p>
            </section>
          )}
          <ul className="mt-6 grid grid-cols-[repeat(auto-fill,minmax(280px,1fr))] gap-6">
            {cards.map((card) => (
              <Card key={card.id} card={card} />
            ))}
          </ul>
        </div>
      </main>
    </div>
  );
}

function Card({ card }: { card: CardData }) {
  return (
    <li>
      <Link
        to={`/${card.id}/${card.firstPage}`}
        className="block rounded-md border border-line bg-sheet hover:border-control"
      >
        <div className="h-52 overflow-hidden rounded-t-md border-b border-line bg-raised">
          <div className="mx-auto w-[280px] pt-3">
            <LaneDrawing
              lane={card.drawing}
              nodes={noNodes}
              width={280}
              title={`${card.pages[0]}, drawn at ${card.drawing.width} px`}
            />
          </div>
        </div>
        <div className="px-3.5 py-3">
          <h2 className="truncate text-[15px] font-semibold" title={card.name}>
            {card.name}
          </h2>
          <p className="truncate text-ink-2">{card.pages.join(", ")}</p>
          <p className="mt-1 font-mono text-[11px] text-ink-2">
            {card.kit} · rev {card.revision}
          </p>
        </div>
      </Link>
    </li>
  );
}

const noNodes = new Map<string, never>();
