import type { ComponentProps } from "react";

interface Props extends ComponentProps<"table"> {
  /** A hairline over each row. */
  lined?: boolean;
  /** It is of numbers, which stand at the right. */
  numbers?: boolean;
}

/** A table of small text with quiet heads. */
export function Table({ lined, numbers, className = "", ...rest }: Props) {
  const lines = lined ? "[&_td]:border-t [&_td]:border-line-2" : "";
  return (
    <table
      className={`text-[12px] ${numbers ? "text-right" : "text-left"} [&_th]:font-normal [&_th]:text-ink-2 ${lines} ${className}`}
      {...rest}
    />
  );
}
