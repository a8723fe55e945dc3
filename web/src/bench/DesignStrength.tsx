import type { Bench } from "../api/client";
import { useLooking } from "../api/look";
import { Strength } from "../parts/Strength";
import { offsetWords, type Offset } from "../trace/offset";

interface Props {
  bench: Bench;
  selected: string | null;
}

/** How strong the finished designs are over the lanes, and by how much the page is elsewhere: what is selected, or else how
 *  many parts are. */
export function DesignStrength({ bench, selected }: Props) {
  const strength = useLooking((v) => v.design);
  const setDesign = useLooking((v) => v.setDesign);
  return (
    <div className="mb-1 grid gap-1">
      <div className="flex items-center gap-2" title="The finished design over the lanes (O)">
        design
        <Strength label="Strength of the design" value={strength} onChange={setDesign} />
      </div>
      {strength > 0 && <p className="whitespace-normal">{compared(bench, selected)}</p>}
    </div>
  );
}

/** How the page compares with its designs. */
function compared(bench: Bench, selected: string | null): string {
  const drawn = bench.lanes.filter((l) => l.design);
  if (drawn.length === 0) return "Lanes are drawn at other widths than the designs.";
  const parts = drawn.flatMap((l) => l.design!.parts.map((part) => ({ part, at: l.breakpoint })));
  if (parts.length === 0) return "No frame of the design is matched to the page.";
  const own = parts.filter(({ part }) => part.node === selected);
  if (own.length > 0) {
    const name = bench.nodes.find((n) => n.id === selected)?.name ?? selected;
    const off = own.filter(({ part }) => part.off || part.uneven);
    if (off.length === 0) return `${name} is as designed.`;
    return `${name}: ${off.map(({ part, at }) => `${at} ${offsetWords(part)}`).join("; ")}`;
  }
  const count = (is: (part: Offset) => boolean) => parts.filter(({ part }) => is(part)).length;
  const [off, uneven] = [count((p) => p.off), count((p) => p.uneven)];
  if (off + uneven === 0) return `All ${parts.length} parts are as designed.`;
  return `Of ${parts.length} parts ${off} differ across, ${uneven} down or in height.`;
}
