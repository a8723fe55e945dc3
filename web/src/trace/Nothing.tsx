import { Button } from "../parts/Button";

interface Props {
  focus: string;
  reading: boolean;
  onChoose: () => void;
}

/** No design at a breakpoint yet. */
export function Nothing({ focus, reading, onChoose }: Props) {
  return (
    <div className="grid place-content-center gap-3 bg-sheet p-8 text-center text-ink-2">
      <h2 className="text-[15px] font-semibold text-ink">The finished design at {focus}</h2>
      <p>
        Drop its picture here, paste it, or choose a file: PNG, JPEG, WebP, SVG, or a PDF, of which the first page is
        taken.
      </p>
      <Button className="justify-self-center" disabled={reading} onClick={onChoose}>
        {reading ? "Reading it…" : "Choose a picture…"}
      </Button>
    </div>
  );
}
