import { useLine } from "../api/edits";
import { wordsOf } from "../api/kept";
import { Sorry } from "./Sorry";

/** A screen that failed: why, and which edits wait all the same. */
export function Failed({ why, again }: { why: Error; again: () => void }) {
  const waiting = useLine((l) => l.sending);
  return (
    <Sorry title="This screen failed" why={why.message} again={again}>
      {waiting.length > 0 && (
        <p role="status" className="mt-3 text-ink">
          {waiting.length === 1 ? "1 edit waits" : `${waiting.length} edits wait`} in the browser, and will be sent:{" "}
          {waiting.map((kept) => wordsOf(kept.deed)).join(", ")}.
        </p>
      )}
    </Sorry>
  );
}
