import type { Effect, Move } from "../api/client";
import type { Moving } from "../api/kit";
import { Select } from "../parts/Input";

/** Whether a page stays on its kit when others are moved: something would be left out of it. */
export const stays = (effect: Effect, moving: Moving) =>
  moving.all && effect.notes.length > 0 && !(moving.anyway ?? []).includes(effect.page.id);

interface Props {
  page: string;
  move: Move;
  /** Those of the kit that is shown. */
  breakpoints: string[];
  moving: Moving;
  onChange: (moving: Moving) => void;
}

/** How pages are moved to the kit: which breakpoint takes the settings of each of theirs, and whether all pages of
 *  their kit go. */
export function MoveChoices({ page, move, breakpoints, moving, onChange }: Props) {
  const moved = move.effects.filter((e) => !stays(e, moving)).length;
  const taken = move.pairs.map((p) => p.to);

  /** The others stay in their order: none before the one, none of the narrower after it. */
  function take(at: number, name: string) {
    const chosen = breakpoints.indexOf(name);
    const pairs = taken.map((had, i) => {
      const was = breakpoints.indexOf(had);
      return breakpoints[i === at ? chosen : i < at ? Math.min(was, chosen) : Math.max(was, chosen)]!;
    });
    onChange({ ...moving, pairs });
  }

  return (
    <section aria-label="How it is moved" className="mt-2 pb-1">
      <p className="text-ink-2">
        {moving.all ? `${moved} of ${move.effects.length} pages are` : `${page} is`} moved from {move.from}. Settings go
        from its breakpoints to those of this kit:
      </p>
      <div className="mt-2 grid grid-cols-[1fr_auto_1fr] items-center gap-x-2 gap-y-1">
        {move.pairs.map((p, at) => (
          <PairRow
            key={p.from}
            from={p.from}
            to={p.to}
            fixed={at === 0}
            breakpoints={breakpoints}
            onChange={(name) => take(at, name)}
          />
        ))}
      </div>
      {move.also > 0 && (
        <label className="mt-2 flex items-center gap-2">
          <input
            type="checkbox"
            checked={moving.all}
            onChange={(e) => onChange({ ...moving, all: e.target.checked })}
            className="accent-woad"
          />
          {move.also === 1 ? "The other page" : `The ${move.also} other pages`} of {move.from} too
        </label>
      )}
    </section>
  );
}

interface PairProps {
  from: string;
  to: string;
  /** The first one's settings go to the first. */
  fixed: boolean;
  breakpoints: string[];
  onChange: (to: string) => void;
}

function PairRow({ from, to, fixed, breakpoints, onChange }: PairProps) {
  return (
    <>
      <span className="truncate">{from}</span>
      <span className="text-ink-2">to</span>
      {fixed ? (
        <span className="truncate px-1">{to}</span>
      ) : (
        <Select
          aria-label={`Settings from ${from} on go to`}
          value={to}
          onChange={(e) => onChange(e.target.value)}
          className="min-w-0 px-1 py-[3px]"
        >
          {breakpoints.map((name) => (
            <option key={name}>{name}</option>
          ))}
        </Select>
      )}
    </>
  );
}

/** Whether a page is moved with others though something is left out of it. */
export function Anyway({ effect, moving, onChange }: { effect: Effect } & Pick<Props, "moving" | "onChange">) {
  const { id, name } = effect.page;
  const others = (moving.anyway ?? []).filter((page) => page !== id);
  return (
    <label className="mt-1.5 flex items-center gap-2 rounded-md bg-weld-soft px-2 py-1">
      <input
        type="checkbox"
        checked={!stays(effect, moving)}
        onChange={(e) => onChange({ ...moving, anyway: e.target.checked ? [...others, id] : others })}
        className="accent-woad"
      />
      Move {name} anyway. Otherwise it stays on its kit.
    </label>
  );
}
