import { Input } from "../parts/Input";
import { px } from "./frames";

interface Props {
  label: string;
  value: number;
  low?: number;
  high?: number;
  onCommit: (value: number) => void;
}

/** A length in px that is typed. */
export function Figure({ label, value, low = -16384, high = 65536, onCommit }: Props) {
  return (
    <Input
      key={value}
      aria-label={label}
      title={label}
      inputMode="decimal"
      defaultValue={px(value)}
      className="w-full min-w-0 px-1 py-[3px] text-right font-mono text-[12px]"
      onFocus={(e) => e.target.select()}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (e.key === "Escape") e.currentTarget.value = px(value);
        if (e.key === "Enter" || e.key === "Escape") e.currentTarget.blur();
      }}
      onBlur={(e) => {
        const typed = Number(e.target.value.replace(",", "."));
        const fine = e.target.value.trim() !== "" && typed >= low && typed <= high;
        if (fine && e.target.value !== px(value)) onCommit(typed);
        else e.target.value = px(value);
      }}
    />
  );
}
