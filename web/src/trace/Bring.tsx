import { useState } from "react";
import type { TracedDesign } from "../api/traced";
import { Button } from "../parts/Button";
import { Select } from "../parts/Input";

/** Brings the frames of another breakpoint's design. */
export function Bring({ from, onBring }: { from: readonly TracedDesign[]; onBring: (id: string) => void }) {
  const [asked, setAsked] = useState("");
  const chosen = from.find((d) => d.id === asked) ?? from.at(-1);
  if (!chosen) return null;
  return (
    <>
      <Select
        aria-label="Breakpoint to bring frames from"
        value={chosen.id}
        onChange={(e) => setAsked(e.target.value)}
        className="px-1 py-[2px]"
      >
        {from.map((d) => (
          <option key={d.id} value={d.id}>
            {d.breakpoint}
          </option>
        ))}
      </Select>
      <Button size="tiny" onClick={() => onBring(chosen.id)}>
        Bring its frames
      </Button>
    </>
  );
}
