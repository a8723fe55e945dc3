import { useLayoutEffect, useRef, type KeyboardEvent } from "react";
import { bounds } from "../api/bounds";
import { Button } from "../parts/Button";

/** Which way to go on after a cell was typed. */
export type Onward = "down" | "up" | "right" | "left";

interface Props {
  label: string;
  text: string;
  /** Why what was typed was refused. */
  wrong?: string;
  /** What would do it all the same, offered beside the refusal. */
  offer?: { label: string; onTake: () => void };
  /** The refusal begins where the cell does, or ends where it ends. */
  align?: "start" | "end";
  /** What is typed takes the place of the text. */
  overwrite?: boolean;
  /** Takes what is typed, at each key. */
  onInput?: (text: string) => void;
  /** Goes on to the next cell, where it was entered and another key comes before it went on. */
  onPassed?: () => void;
  onCommit: (text: string, onward: Onward | null) => void;
  onCancel: () => void;
}

/** A cell being typed into. */
export function CellInput({
  label,
  text,
  wrong,
  offer,
  align = "start",
  overwrite = false,
  onInput,
  onPassed,
  onCommit,
  onCancel,
}: Props) {
  const field = useRef<HTMLInputElement>(null);
  const refusal = useRef<HTMLSpanElement>(null);
  const settled = useRef(false);
  useLayoutEffect(() => {
    settled.current = false;
    field.current?.focus();
    if (overwrite) field.current?.select();
    refusal.current?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [wrong, overwrite]);

  // When its cell is left, what was typed goes along; what was refused already does not.
  const leave = useRef<(value: string) => void>(undefined);
  useLayoutEffect(() => {
    leave.current = (value) => {
      if (!wrong || value !== text) onCommit(value, null);
    };
  });
  useLayoutEffect(() => {
    const input = field.current!;
    return () => {
      if (!settled.current) leave.current?.(input.value);
    };
  }, []);

  function key(event: KeyboardEvent<HTMLInputElement>) {
    if (settled.current && onPassed) return onPassed(); // and what stands around it takes the key
    if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) {
      settled.current = true;
      onCommit(event.currentTarget.value, null); // and what stands around it hears of the key
      return;
    }
    event.stopPropagation();
    const onward: Onward | null =
      event.key === "Enter"
        ? event.shiftKey
          ? "up"
          : "down"
        : event.key === "Tab"
          ? event.shiftKey
            ? "left"
            : "right"
          : null;
    if (onward) {
      event.preventDefault();
      settled.current = true;
      onCommit(event.currentTarget.value, onward);
    } else if (event.key === "Escape") {
      settled.current = true;
      onCancel();
    }
  }

  return (
    <span className="relative block w-full">
      <input
        ref={field}
        defaultValue={text}
        aria-label={label}
        aria-invalid={wrong ? true : undefined}
        aria-describedby={wrong ? "cell-wrong" : undefined}
        maxLength={bounds.cell}
        spellCheck={false}
        autoComplete="off"
        onKeyDown={key}
        onInput={(e) => onInput?.(e.currentTarget.value)}
        onBlur={(e) => {
          if (settled.current || (wrong && e.currentTarget.value === text)) return;
          settled.current = true;
          onCommit(e.currentTarget.value, null);
        }}
        className="h-[21px] w-full min-w-0 rounded-[4px] border border-madder bg-raised px-1 text-center font-mono text-[12px] outline-none"
      />
      {wrong && (
        <span
          ref={refusal}
          id="cell-wrong"
          role="alert"
          className={`absolute top-full z-20 mt-1 w-64 ${align === "start" ? "left-0" : "right-0"} rounded-md border border-madder bg-raised px-2 py-1.5 text-left text-[12px] leading-snug text-madder-deep`}
        >
          {wrong}
          {offer && (
            <Button
              size="tiny"
              className="mt-1 text-ink"
              onMouseDown={(e) => e.preventDefault()} // the field keeps the focus
              onClick={() => {
                settled.current = true;
                offer.onTake();
              }}
            >
              {offer.label}
            </Button>
          )}
        </span>
      )}
    </span>
  );
}
