import { ChevronLeft, ChevronRight } from "lucide-react";
import type { Bench } from "../api/client";
import { Amount } from "../parts/Amount";
import { Button } from "../parts/Button";
import { Input, Select } from "../parts/Input";
import { Segmented } from "../parts/Segmented";
import { WidthSlider } from "../parts/WidthSlider";
import { nextEdge, type Edge } from "./edges";
import { colours, mostPanes, useProof } from "./view";

interface Props {
  bench: Bench;
  edges: readonly Edge[];
  width: number;
  /** What the page is drawn as a picture for: nothing while none is drawn. */
  drawing: boolean;
  onPanes: (count: number) => void;
  onPicture: (all: boolean) => void;
  onWindow?: () => void;
  measuring: boolean;
  onMeasuring: (on: boolean) => void;
}

/** The bar of the Proof: how wide the page's window is, and what is drawn over the page. */
export function ProofBar({
  bench,
  edges,
  width,
  drawing,
  onPanes,
  onPicture,
  onWindow,
  measuring,
  onMeasuring,
}: Props) {
  const { widths, as, held, grid, colour, strength, boxes, tint, ghosts, ways, set, setWidth } = useProof();
  const [first, last] = [bench.breakpoints[0]!, bench.breakpoints.at(-1)!];
  const here = bench.breakpoints.findLast((b) => b.low <= width) ?? first;
  const [before, after] = [nextEdge(edges, width, false), nextEdge(edges, width, true)];
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-2.5 gap-y-2">
        <Segmented
          label="Breakpoint"
          value={here.name}
          options={bench.breakpoints.map((b) => [b.name, b.name] as const)}
          onChange={(name) => setWidth(bench.lanes.find((l) => l.breakpoint === name)!.width)}
        />
        <label className="flex items-center gap-1.5 text-[12px]">
          <Input
            key={width}
            aria-label="Width in px"
            inputMode="numeric"
            defaultValue={width}
            className="w-16 px-1.5 py-1 text-right font-mono text-[12px]"
            onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
            onBlur={(e) => {
              const px = Number(e.target.value);
              if (Number.isFinite(px) && px >= 1 && px <= 20000) setWidth(Math.round(px));
              else e.target.value = String(width);
            }}
          />
          px
        </label>
        <div className="w-36 max-w-full">
          <WidthSlider
            label="Width of the proof"
            low={first.low}
            high={last.high}
            value={Math.min(Math.max(width, first.low), last.high)}
            onChange={setWidth}
            ticks={edges.map((e) => ({ at: e.at, title: `${e.name} at ${e.at} px` }))}
          />
        </div>
        <div className="flex items-center">
          <Button
            look="bare"
            className="p-1.5 hover:bg-line-2"
            aria-label="Edge before"
            title="Edge before ([)"
            disabled={before === undefined}
            onClick={() => before !== undefined && setWidth(before)}
          >
            <ChevronLeft size={14} aria-hidden="true" />
          </Button>
          <Select
            aria-label="Jump to an edge"
            value=""
            className="w-[76px] px-1.5 py-1 text-[12px]"
            onChange={(e) => e.target.value && setWidth(Number(e.target.value))}
          >
            <option value="">Edges</option>
            {edges.map((e) => (
              <optgroup key={e.at} label={`${e.name} at ${e.at} px`}>
                {e.widths.map((w) => (
                  <option key={w} value={w}>
                    {w} px{w < e.at ? ", just below" : w > e.at ? ", just above" : ""}
                  </option>
                ))}
              </optgroup>
            ))}
          </Select>
          <Button
            look="bare"
            className="p-1.5 hover:bg-line-2"
            aria-label="Edge after"
            title="Edge after (])"
            disabled={after === undefined}
            onClick={() => after !== undefined && setWidth(after)}
          >
            <ChevronRight size={14} aria-hidden="true" />
          </Button>
        </div>
        <div className="flex items-center gap-1.5 text-[12px]">
          Side by side
          <Amount label="Side by side" value={widths.length} low={1} high={mostPanes} onChange={onPanes} />
        </div>
        <Segmented
          label="Code"
          value={as}
          options={[
            ["classes", "Classes"],
            ["mixins", "Mixins"],
          ]}
          onChange={(as) => set({ as })}
        />
        <span className="flex-1" />
        <div className="flex gap-1.5">
          <Button size="small" aria-pressed={measuring} onClick={() => onMeasuring(!measuring)}>
            Measure
          </Button>
          <Button
            size="small"
            disabled={drawing}
            onClick={() => onPicture(false)}
            title="The page at this width as a picture"
          >
            PNG
          </Button>
          <Button size="small" disabled={drawing} onClick={() => onPicture(true)} title="All breakpoints on one sheet">
            PNG of all
          </Button>
          {onWindow && (
            <Button size="small" onClick={onWindow} title="The proof in a window of its own, which follows edits">
              Own window
            </Button>
          )}
        </div>
      </div>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 text-[12px]">
        <div className="flex items-center gap-2">
          Grid
          <Segmented
            label="Grid"
            value={grid}
            options={[
              ["off", "Off"],
              ["under", "Under"],
              ["over", "Over"],
            ]}
            onChange={(grid) => set({ grid })}
          />
          {grid !== "off" && (
            <>
              <Select
                aria-label="Colour of the grid"
                value={colours.some(([c]) => c === colour) ? colour : ""}
                className="px-1.5 py-1"
                onChange={(e) => e.target.value && set({ colour: e.target.value })}
              >
                {colours.map(([value, name]) => (
                  <option key={value} value={value}>
                    {name}
                  </option>
                ))}
                <option value="">Other</option>
              </Select>
              <input
                type="color"
                aria-label="Another colour of the grid"
                value={colour}
                onChange={(e) => set({ colour: e.target.value })}
                className="h-6 w-7 rounded-sm border border-control bg-raised"
              />
              <input
                type="range"
                aria-label="Strength of the grid"
                min={5}
                max={80}
                step={5}
                value={strength}
                aria-valuetext={`${strength} %`}
                onChange={(e) => set({ strength: Number(e.target.value) })}
                className="w-20 accent-woad"
              />
            </>
          )}
        </div>
        <div className="flex items-center gap-2" title="Gutters, edges, padding and margins, with their px">
          Spaces
          <Segmented
            label="Spaces"
            value={boxes}
            options={[
              ["none", "None"],
              ["pointed", "Pointed"],
              ["all", "All"],
            ]}
            onChange={(boxes) => set({ boxes })}
          />
        </div>
        <Switch label="Tint" on={tint} onChange={(tint) => set({ tint })} />
        <Switch label="Ghosts" on={ghosts} onChange={(ghosts) => set({ ghosts })} />
        <Switch label="Held heights" on={held} onChange={(held) => set({ held })} />
        <Switch label="Pictures" on={ways.pictures} onChange={(pictures) => set({ ways: { ...ways, pictures } })} />
        <Switch
          label="Right to left"
          on={ways.mirrored}
          onChange={(mirrored) => set({ ways: { ...ways, mirrored } })}
        />
        <Switch label="Text at 200 %" on={ways.large} onChange={(large) => set({ ways: { ...ways, large } })} />
      </div>
    </>
  );
}

function Switch({ label, on, onChange }: { label: string; on: boolean; onChange: (on: boolean) => void }) {
  return (
    <label className="flex items-center gap-1.5">
      <input type="checkbox" checked={on} onChange={(e) => onChange(e.target.checked)} className="accent-woad" />
      {label}
    </label>
  );
}
