import { Slider } from "radix-ui";

interface Props {
  label: string;
  low: number;
  high: number;
  value: number;
  onChange: (px: number) => void;
}

/** A viewport width within a range, in whole px. */
export function WidthSlider({ label, low, high, value, onChange }: Props) {
  return (
    <Slider.Root
      min={low}
      max={high}
      step={1}
      value={[value]}
      onValueChange={([px]) => px !== undefined && onChange(px)}
      className="relative flex h-5 w-full touch-none items-center"
    >
      <Slider.Track className="relative h-1 grow rounded-full bg-line">
        <Slider.Range className="absolute h-full rounded-full bg-control" />
      </Slider.Track>
      <Slider.Thumb
        aria-label={label}
        aria-valuetext={`${value} px`}
        className="block h-4 w-2 cursor-ew-resize rounded-[3px] bg-madder"
      />
    </Slider.Root>
  );
}
