import { Button } from "./Button";

interface Props {
  label: string;
  value: number;
  low: number;
  high: number;
  /** What 0 means, in words. */
  zero?: string;
  onChange: (value: number) => void;
}

/** A whole number, by steps or typed. */
export function Amount({ label, value, low, high, zero, onChange }: Props) {
  const step = (by: number) => value + by >= low && value + by <= high && onChange(value + by);
  return (
    <span className="flex w-fit items-center overflow-hidden rounded-md border border-control bg-raised">
      <Button
        aria-label={`${label}: one less`}
        disabled={value <= low}
        onClick={() => step(-1)}
        look="bare"
        className="h-6 min-w-6 px-2 hover:bg-line-2"
      >
        −
      </Button>
      <input
        key={value}
        aria-label={label}
        inputMode="numeric"
        defaultValue={value === 0 && zero ? zero : value}
        onBlur={(e) => {
          const typed = Number(e.target.value);
          if (e.target.value.trim() !== "" && Number.isInteger(typed) && typed !== value) onChange(typed);
          else e.target.value = value === 0 && zero ? zero : String(value);
        }}
        onFocus={(e) => e.target.select()}
        onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
        className={`${zero ? "w-[74px]" : "w-9"} border-x border-line-2 bg-transparent py-[3px] text-center font-mono text-[12px]`}
      />
      <Button
        aria-label={`${label}: one more`}
        disabled={value >= high}
        onClick={() => step(1)}
        look="bare"
        className="h-6 min-w-6 px-2 hover:bg-line-2"
      >
        +
      </Button>
    </span>
  );
}
