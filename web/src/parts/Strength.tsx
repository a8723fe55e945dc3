interface Props {
  label: string;
  /** From 0 to 1. */
  value: number;
  onChange: (value: number) => void;
}

/** How strong something is drawn, by a slider. */
export function Strength({ label, value, onChange }: Props) {
  return (
    <input
      type="range"
      aria-label={label}
      title={label}
      min={0}
      max={100}
      step={5}
      value={Math.round(value * 100)}
      onChange={(e) => onChange(Number(e.target.value) / 100)}
      className="w-full min-w-0 accent-madder"
    />
  );
}
