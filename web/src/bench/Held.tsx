import { useHeld, useLine } from "../api/edits";
import { wordsOf, type Kept } from "../api/kept";
import { Button } from "../parts/Button";

/** Edits that are not saved, until it is said what is to become of them. */
export function Held() {
  const held = useLine((l) => l.held);
  const decide = useHeld();
  const left = held.filter((kept) => !kept.refused);
  return (
    <div role="status" aria-label="Edits that are not saved">
      {left.length > 0 && (
        <Line all={left} decide={decide}>
          {left.length === 1
            ? "1 edit was not saved when its window was closed"
            : `${left.length} edits were not saved when their window was closed`}
          :{" "}
          {left
            .slice(0, 3)
            .map((kept) => wordsOf(kept.deed))
            .join(", ")}
          {left.length > 3 && " …"}
        </Line>
      )}
      {held
        .filter((kept) => kept.refused)
        .map((kept) => (
          <Line key={kept.id} all={[kept]} decide={decide}>
            A waiting edit could not be made: {wordsOf(kept.deed)}. {kept.refused}
          </Line>
        ))}
    </div>
  );
}

interface LineProps {
  all: Kept[];
  decide: (all: Kept[], make: boolean) => void;
  children: React.ReactNode;
}

function Line({ all, decide, children }: LineProps) {
  return (
    <p className="flex items-center gap-2.5 border-b border-line bg-weld-soft px-3.5 py-1.5 text-ink">
      <span className="min-w-0 flex-1">{children}</span>
      <Button size="small" onClick={() => decide(all, true)}>
        {all[0]!.refused ? "Try again" : all.length === 1 ? "Make it now" : "Make them now"}
      </Button>
      <Button size="small" onClick={() => decide(all, false)}>
        Discard
      </Button>
    </p>
  );
}
