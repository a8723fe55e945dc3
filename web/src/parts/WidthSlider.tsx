import { Slider } from "radix-ui";

interface Props {
  label: string;
  low: number;
  high: number;
  value: number;
  onChange: (px: number) => void;
  /** Widths that are marked on it, each with what happens there. */
  ticks?: { at: number; title: string }[];
  /** What is said of the value besides it. */
  note?: string;
  /** It is one of several, and not the one in focus. */
  quiet?: boolean;
}

/** A viewport width within a range, in whole px. */
export function WidthSlider({ label, low, high, value, onChange, ticks = [], note = "", quiet = false }: Props) {
  return (
    <Slider.Root
      min={low}
      max={high}
      step={1}
      value={[value]}
      onValueChange={([px]) => px !== undefined && onChange(px)}
      className="relative flex h-[14px] w-full touch-none items-center"
    >
      <Slider.Track className="relative h-[3px] grow rounded-full bg-line">
        {ticks.map((tick) => (
          <i
            key={tick.at}
            data-change={tick.at}
            title={tick.title}
            className="absolute -top-1 h-[11px] w-[2px] bg-ink-2"
            style={{ left: `${(100 * (tick.at - low)) / Math.max(1, high - low)}%` }}
          />
        ))}
      </Slider.Track>
      <Slider.Thumb
        aria-label={label}
        aria-valuetext={`${value} px${note}`}
        className={`block h-[13px] w-[7px] cursor-ew-resize rounded-[2px] ${quiet ? "bg-control" : "bg-madder"}`}
      />
    </Slider.Root>
  );
}
