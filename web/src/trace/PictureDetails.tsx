import type { Design, TracedDesign } from "../api/traced";
import { Button } from "../parts/Button";
import { Select } from "../parts/Input";
import { Segmented } from "../parts/Segmented";
import { Strength } from "../parts/Strength";
import { Figure } from "./Figure";
import { useTracing } from "./view";

interface Props {
  design: TracedDesign;
  onChange: (to: Partial<Design>) => void;
  onReplace: () => void;
  onRemove: () => void;
}

/** Where the picture lies, how strong it is beside the page, and the grid over it. */
export function PictureDetails({ design: d, onChange, onReplace, onRemove }: Props) {
  const { fade, shown, grid, colour, strength, moving, set } = useTracing();
  const part = (label: string, value: number, onSet: (v: number) => void) => (
    <Strength label={label} value={value} onChange={onSet} />
  );
  return (
    <section aria-label="Picture" className="grid grid-cols-[auto_minmax(0,1fr)] items-center gap-x-2.5 gap-y-1.5">
      <span className="text-ink-2">Picture</span>
      <span className="grid grid-cols-4 gap-1">
        <Figure label="Left of the picture" value={d.x ?? 0} onCommit={(x) => onChange({ x })} />
        <Figure label="Top of the picture" value={d.y ?? 0} onCommit={(y) => onChange({ y })} />
        <Figure
          label="Width of the viewport"
          value={d.width}
          low={100}
          high={16384}
          onCommit={(width) => onChange({ width })}
        />
        <Select
          aria-label="Picture px for each CSS px"
          title="Picture px for each CSS px"
          value={String(d.scale)}
          onChange={(e) => {
            const scale = Number(e.target.value);
            const fits = Math.abs(d.wide - d.width) < 1; // the picture is as wide as the viewport, and stays so
            onChange({ scale, ...(fits && { width: Math.max(100, Math.round((d.wide * d.scale) / scale)) }) });
          }}
          className="px-1 py-[3px] font-mono text-[12px]"
        >
          {[...new Set([0.5, 1, 1.5, 2, 3, d.scale])].sort().map((s) => (
            <option key={s} value={s}>
              {s}×
            </option>
          ))}
        </Select>
      </span>
      <span className="text-ink-2">Shows</span>
      <span className="grid grid-cols-[auto_minmax(0,1fr)_auto_minmax(0,1fr)] items-center gap-1.5 text-[12px]">
        picture {part("Strength of the picture", fade, (v) => set({ fade: v }))}
        page {part("Strength of the page", shown, (v) => set({ shown: v }))}
      </span>
      <span className="text-ink-2">Grid</span>
      <span className="grid grid-cols-[auto_auto_minmax(0,1fr)] items-center gap-1.5">
        <Segmented
          label="Grid"
          value={grid}
          options={[
            ["off", "off"],
            ["under", "under"],
            ["over", "over"],
          ]}
          onChange={(to) => set({ grid: to })}
        />
        <Select
          aria-label="Colour of the grid"
          value={colour}
          onChange={(e) => set({ colour: e.target.value as typeof colour })}
          className="px-1 py-[3px]"
        >
          {(["woad", "madder", "weld", "ink"] as const).map((c) => (
            <option key={c}>{c}</option>
          ))}
        </Select>
        {part("Strength of the grid", strength, (v) => set({ strength: v }))}
      </span>
      <span className="col-start-2 flex gap-1.5">
        <Button
          size="small"
          aria-pressed={moving}
          onClick={() => set({ moving: !moving })}
          title="Move the picture (M)"
        >
          {moving ? "Done moving" : "Move"}
        </Button>
        <Button size="small" onClick={onReplace}>
          Replace…
        </Button>
        <Button size="small" onClick={onRemove}>
          Remove
        </Button>
      </span>
    </section>
  );
}
