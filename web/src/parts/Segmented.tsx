import { ToggleGroup } from "radix-ui";

interface Props<T extends string> {
  label: string;
  value: T;
  options: readonly (readonly [value: T, label: string])[];
  onChange: (value: T) => void;
}

/** One choice of a few, side by side. */
export function Segmented<T extends string>({ label, value, options, onChange }: Props<T>) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      onValueChange={(v) => v && onChange(v as T)}
      className="flex w-fit overflow-hidden rounded-md border border-control bg-raised"
    >
      {options.map(([v, text]) => (
        <ToggleGroup.Item
          key={v}
          value={v}
          className="px-2.5 py-1 text-[12px] focus-visible:-outline-offset-2 data-[state=on]:bg-ink data-[state=on]:text-sheet"
        >
          {text}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
