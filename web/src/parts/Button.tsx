import type { ComponentPropsWithRef } from "react";

interface Props extends ComponentPropsWithRef<"button"> {
  /** The one main action, one among others, or one that is only words. */
  look?: "main" | "plain" | "link";
  /** As low as a line of small text. */
  small?: boolean;
}

const looks = {
  main: "rounded-md bg-madder-strong px-3 py-1.5 font-semibold text-on-dye disabled:opacity-50",
  plain: "rounded-md border border-control bg-raised px-3 py-1.5 hover:bg-line-2 disabled:opacity-40",
  link: "text-ink-2 underline",
};

/** A button. */
export function Button({ look = "plain", small = false, className = "", ...rest }: Props) {
  const size = small ? "!px-2.5 !py-1" : "";
  return <button type="button" {...rest} className={`whitespace-nowrap ${looks[look]} ${size} ${className}`} />;
}
