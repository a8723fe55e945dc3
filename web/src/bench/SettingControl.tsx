import { useId } from "react";
import type { components } from "../api/schema";
import { bounds } from "../api/bounds";
import { Amount } from "../parts/Amount";
import { Input, Select } from "../parts/Input";

export type Control = components["schemas"]["PageControl"];
type Value = string | number | boolean;

interface Props {
  control: Control;
  value: Value | undefined;
  onChange: (value: Value) => void;
}

/** Edits a setting in the way that the server says it is edited. */
export function SettingControl({ control, value, onChange }: Props) {
  const { label, low, high, zero, hint = "" } = control;
  switch (control.kind) {
    case "width":
      return <Width {...{ control, onChange }} value={String(value ?? "full")} />;
    case "number":
      return <Amount {...{ label, low, high, zero, onChange }} value={Number(value ?? 0)} />;
    case "choice":
      return <Choice {...{ label, onChange }} value={String(value)} options={control.options ?? []} />;
    case "text":
      return <Typed {...{ label, hint, onChange }} value={String(value)} proposed={control.options} />;
    case "switch":
      return (
        <input
          type="checkbox"
          aria-label={label}
          checked={value !== false}
          onChange={(e) => onChange(e.target.checked)}
          className="size-4 accent-woad"
        />
      );
  }
}

/** A width: its kind and, of units and of a part of the row, how many. */
function Width({ control, value, onChange }: Props & { value: string }) {
  const { low, high, hint = "" } = control;
  const take = /^take (\d+)$/.exec(value)?.[1];
  const part = /[/%]/.test(value);
  const first: Record<string, string> = { take: `take ${Math.ceil(high / 2)}`, part: "1/2" };
  return (
    <span className="flex gap-1.5">
      <Choice
        label={control.label}
        value={take ? "take" : part ? "part" : value}
        options={["take", "full", "share", "natural", "part"].map((word) => ({ value: word, label: word }))}
        onChange={(v) => onChange(first[v] ?? v)}
      />
      {part && <Typed {...{ value, hint, onChange }} label="Part of the row" />}
      {take && <Amount {...{ low, high }} label="Units" value={Number(take)} onChange={(n) => onChange(`take ${n}`)} />}
    </span>
  );
}

interface ChoiceProps {
  label: string;
  value: string;
  options: { value: string; label: string }[];
  onChange: (value: string) => void;
}

/** One of several words. */
export function Choice({ label, value, options, onChange }: ChoiceProps) {
  return (
    <Select
      aria-label={label}
      value={value}
      onChange={(e) => onChange(e.target.value)}
      className="min-w-0 px-1 py-[3px] font-mono text-[12px]"
    >
      {options.map((o) => (
        <option key={o.value} value={o.value}>
          {o.label}
        </option>
      ))}
    </Select>
  );
}

interface TypedProps {
  label: string;
  value: string;
  /** What it may be. */
  hint: string;
  proposed?: { value: string }[] | undefined;
  onChange: (value: string) => void;
}

/** A value that is typed; a number alone is one of px, where those are proposed. */
function Typed({ label, value, hint, proposed, onChange }: TypedProps) {
  const id = useId();
  const commit = (text: string) => {
    const typed = proposed && /^[\d.]+$/.test(text) ? `${text}px` : text;
    if (typed !== value) onChange(typed);
  };
  return (
    <span className="min-w-0">
      <Input
        key={value}
        aria-label={label}
        aria-describedby={`${id}-hint`}
        list={proposed && `${id}-proposed`}
        defaultValue={value}
        maxLength={bounds.cell}
        onFocus={(e) => e.target.select()}
        onBlur={(e) => commit(e.target.value.trim())}
        onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
        className="w-full min-w-0 px-1.5 py-[3px] font-mono text-[12px]"
      />
      {proposed && (
        <datalist id={`${id}-proposed`}>
          {proposed.map((o) => (
            <option key={o.value}>{o.value}</option>
          ))}
        </datalist>
      )}
      <span id={`${id}-hint`} className="block truncate text-[12px] text-ink-2" title={hint}>
        {hint}
      </span>
    </span>
  );
}
