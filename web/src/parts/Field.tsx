import { useId } from "react";
import { Input, TextArea } from "./Input";
import { proseHint, tagged } from "./prose";

interface Props {
  label: string;
  value: string;
  /** Shown where there is nothing. */
  hint?: string;
  mono?: boolean;
  /** More than one line. */
  long?: boolean;
  /** It is prose, with tags in it. */
  prose?: boolean;
  onCommit: (value: string) => void;
}

/** A labelled text that is taken over when it is left or Enter is pressed; Escape
 *  gives back what it was. In a long one Ctrl+Enter takes it over. In prose Ctrl+B and Ctrl+I put tags around words. */
export function Field({ label, value, hint, mono = false, long = false, prose = false, onCommit }: Props) {
  const id = useId();
  const shared = {
    id,
    defaultValue: value,
    placeholder: hint,
    title: prose ? proseHint : undefined,
    onBlur: (e: React.FocusEvent<HTMLInputElement | HTMLTextAreaElement>) =>
      e.target.value !== value && onCommit(e.target.value),
    onKeyDown: (e: React.KeyboardEvent<HTMLInputElement | HTMLTextAreaElement>) => {
      e.stopPropagation();
      if (prose && tagged(e)) return;
      if (e.key === "Escape") e.currentTarget.value = value;
      if (e.key === "Escape" || (e.key === "Enter" && (!long || e.ctrlKey || e.metaKey))) e.currentTarget.blur();
    },
    className: `w-full min-w-0 px-1.5 py-[3px] placeholder:text-ink-2 ${mono ? "font-mono text-[12px]" : ""}`,
  };
  return (
    <>
      <label htmlFor={id} className={`text-ink-2 ${long ? "self-start pt-1" : ""}`}>
        {label}
      </label>
      {long ? <TextArea key={value} rows={2} {...shared} /> : <Input key={value} {...shared} />}
    </>
  );
}
