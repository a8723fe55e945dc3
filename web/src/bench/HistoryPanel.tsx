import { Flag, Undo2 } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { Button } from "../parts/Button";
import { bounds } from "../api/bounds";
import type { Bench, Moment } from "../api/client";
import type { Place } from "../api/bench";
import type { Deed } from "../api/deed";
import { useHistory, useNamePoint } from "../api/history";
import { Input } from "../parts/Input";

interface Props {
  bench: Bench;
  place: Place;
  onDo: (deed: Deed) => Promise<Bench | null>;
}

const did = { edit: "", undo: "Undone: ", redo: "Redone: ", "": "" } as const;

/** What was done, the newest first. A moment can be named, held against another,
 *  and gone back to; going back is an edit like others. */
export default function HistoryPanel({ bench, place, onDo }: Props) {
  const { data: moments = [] } = useHistory(place.project, bench.revision);
  const name = useNamePoint(place.project);
  const [named, setNamed] = useState(false);
  const [naming, setNaming] = useState<number | null>(null);
  const [held, setHeld] = useState<number | null>(null);
  const shown = named ? moments.filter((m) => m.name) : moments;
  const against = `/${place.project}/${place.page}/compare`;

  return (
    <section aria-label="History" className="px-3.5 pb-3 text-[12px]">
      <label className="flex items-center gap-1.5 text-ink-2">
        <input type="checkbox" checked={named} onChange={(e) => setNamed(e.target.checked)} className="accent-woad" />
        Only named points
      </label>
      {held !== null && (
        <p className="mt-1.5 rounded-md bg-madder-soft px-2 py-1">
          Choose a second revision to compare with revision {held}.{" "}
          <Button onClick={() => setHeld(null)} look="link">
            Cancel
          </Button>
        </p>
      )}
      {named && shown.length === 0 && <p className="mt-1.5 text-ink-2">No named points</p>}
      <ol className="mt-1.5 grid grid-cols-[minmax(0,1fr)]">
        {shown.map((m) => (
          <li key={m.revision} className="border-b border-line-2 py-1 last:border-b-0">
            <div className="flex items-baseline gap-2">
              <span className="w-8 flex-none text-right font-mono text-[12px] text-ink-2">{m.revision}</span>
              <span className="min-w-0 flex-1">
                {m.name && <b className="block truncate font-semibold text-madder">{m.name}</b>}
                <span className={`block truncate ${m.kind === "undo" ? "text-ink-2" : ""}`} title={said(m)}>
                  {said(m)}
                </span>
              </span>
              {m.revision === bench.revision && <span className="text-ink-2">now</span>}
            </div>
            <div className="mt-0.5 flex gap-1 pl-10">
              <Button
                aria-label={`${m.name ? "Rename" : "Name"} revision ${m.revision}`}
                onClick={() => setNaming(naming === m.revision ? null : m.revision)}
                size="tiny"
              >
                <Flag size={11} aria-hidden="true" />
                {m.name ? "Rename" : "Name"}
              </Button>
              {held === null ? (
                <Button
                  aria-label={`Compare revision ${m.revision} with another`}
                  onClick={() => setHeld(m.revision)}
                  size="tiny"
                >
                  Compare
                </Button>
              ) : (
                held !== m.revision && (
                  <Button asChild size="tiny" className="border-madder">
                    <Link
                      to={`${against}?from=${Math.min(held, m.revision)}&to=${Math.max(held, m.revision)}`}
                      aria-label={`Compare revision ${held} with ${m.revision}`}
                    >
                      Compare
                    </Link>
                  </Button>
                )
              )}
              {m.revision !== bench.revision && (
                <Button
                  aria-label={`Restore revision ${m.revision}`}
                  onClick={() => void onDo({ to: m.revision, name: m.name })}
                  size="tiny"
                >
                  <Undo2 size={11} aria-hidden="true" />
                  Restore
                </Button>
              )}
            </div>
            {naming === m.revision && (
              <form
                onSubmit={(e) => {
                  e.preventDefault();
                  void name(m.revision, String(new FormData(e.currentTarget).get("name")).trim());
                  setNaming(null);
                }}
                className="mt-1 flex gap-1 pl-10"
              >
                <Input
                  name="name"
                  aria-label={`Name of revision ${m.revision}`}
                  defaultValue={m.name}
                  maxLength={bounds.name}
                  // The name is what was asked for.
                  // eslint-disable-next-line jsx-a11y/no-autofocus
                  autoFocus
                  onKeyDown={(e) => e.key === "Escape" && setNaming(null)}
                  className="min-w-0 flex-1 px-1.5 py-0.5"
                />
                <Button type="submit" size="tiny">
                  Keep
                </Button>
              </form>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

/** What a moment did, in words. */
function said(m: Moment): string {
  return m.kind === "" ? "Project created" : did[m.kind] + m.summary;
}
