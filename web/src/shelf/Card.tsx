import { Copy, Pencil, Trash2 } from "lucide-react";
import { useState, type ReactNode } from "react";
import { Link } from "react-router";
import { Button } from "../parts/Button";
import { bounds } from "../api/bounds";
import type { Card as CardData } from "../api/client";
import { useDuplicate, useRename } from "../api/shelf";
import { LaneDrawing } from "../bench/LaneDrawing";
import { Input } from "../parts/Input";

/** A project on the shelf: its first page, drawn, and what can be done to it. */
export function Card({ card, onPutAway }: { card: CardData; onPutAway: () => void }) {
  const [naming, setNaming] = useState(false);
  const rename = useRename();
  const duplicate = useDuplicate();
  const problem = rename.error ?? duplicate.error;

  function name(to: string) {
    setNaming(false);
    if (to.trim() && to !== card.name)
      rename.mutate({ project: card.id, page: card.firstPage, revision: card.revision, name: to.trim() });
  }

  if (card.problem) {
    return (
      <li className="flex flex-col rounded-md border border-madder bg-sheet px-3.5 py-3">
        <h2 className="truncate text-[15px] font-semibold">{card.name}</h2>
        <p role="alert" className="mt-1.5 flex-1 break-words text-madder-deep">
          This project cannot be read: {card.problem}. Its file is kept as it is.
        </p>
        <div className="mt-2 flex items-center justify-end gap-1.5">
          <Button asChild size="small">
            <a href={`/api/projects/${card.id}/file`}>Download the file</a>
          </Button>
          <Act label={`Delete ${card.name}`} onClick={onPutAway}>
            <Trash2 size={13} aria-hidden="true" />
          </Act>
        </div>
      </li>
    );
  }
  return (
    <li className="flex flex-col rounded-md border border-line bg-sheet focus-within:border-control hover:border-control">
      <Link
        to={`/${card.id}/${card.firstPage}`}
        aria-label={`Open ${card.name}`}
        className="block h-52 overflow-hidden rounded-t-md border-b border-line bg-raised"
      >
        <span className="mx-auto block w-[280px] pt-3">
          <LaneDrawing
            lane={card.drawing}
            nodes={noNodes}
            width={280}
            title={`${card.pages[0]}, drawn at ${card.drawing.width} px`}
          />
        </span>
      </Link>
      <div className="px-3.5 py-3">
        {naming ? (
          <Input
            // It takes the place of the name that was chosen to be changed.
            // eslint-disable-next-line jsx-a11y/no-autofocus
            autoFocus
            aria-label={`Name of ${card.name}`}
            defaultValue={card.name}
            maxLength={bounds.name}
            onFocus={(e) => e.target.select()}
            onBlur={(e) => name(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === "Enter") e.currentTarget.blur();
              if (e.key === "Escape") setNaming(false);
            }}
            className="w-full px-1.5 text-[15px] font-semibold"
          />
        ) : (
          <h2 className="truncate text-[15px] font-semibold" title={card.name}>
            {card.name}
          </h2>
        )}
        <p className="truncate text-ink-2">{card.pages.join(", ")}</p>
        <div className="mt-1.5 flex items-center gap-1.5">
          <p className="min-w-0 flex-1 truncate font-mono text-[12px] text-ink-2">
            <Link to={`/${card.id}/${card.firstPage}/kit/${card.kitId}`} className="hover:underline">
              {card.kit}
            </Link>{" "}
            · rev {card.revision}
          </p>
          <Act label={`Rename ${card.name}`} onClick={() => setNaming(true)}>
            <Pencil size={13} aria-hidden="true" />
          </Act>
          <Act label={`Duplicate ${card.name}`} onClick={() => duplicate.mutate(card.id)}>
            <Copy size={13} aria-hidden="true" />
          </Act>
          <Act label={`Delete ${card.name}`} onClick={onPutAway}>
            <Trash2 size={13} aria-hidden="true" />
          </Act>
        </div>
        {problem && (
          <p role="alert" className="mt-1.5 text-madder-deep">
            {problem.message}
          </p>
        )}
      </div>
    </li>
  );
}

function Act({ label, onClick, children }: { label: string; onClick: () => void; children: ReactNode }) {
  return (
    <Button title={label} aria-label={label} onClick={onClick} size="icon">
      {children}
    </Button>
  );
}

const noNodes = new Map<string, never>();
