import { Slot } from "radix-ui";
import type { ComponentPropsWithRef } from "react";

interface Props extends ComponentPropsWithRef<"button"> {
  /** The one main action, or one among others; one on the bar, one that reads as a link,
   *  or one that looks as what stands in it. */
  look?: "main" | "plain" | "bar" | "link" | "bare";
  /** Its size: icon for one that holds a picture alone, dot for a small one of those. One that looks as what stands in it
   *  has none unless it is given. */
  size?: "normal" | "small" | "tiny" | "icon" | "dot";
  /** It is drawn as its child, such as a link. */
  asChild?: boolean;
}

const shape = "flex items-center gap-1.5 rounded-md whitespace-nowrap";
const looks = {
  main: `${shape} border border-transparent bg-madder-strong font-semibold text-on-dye`,
  plain: `${shape} border border-control bg-raised hover:bg-line-2`,
  bar: `${shape} text-bar-ink hover:bg-bar-line/60 disabled:hover:bg-transparent`,
  link: "items-center gap-1.5 underline",
  bare: "",
};
const sizes = {
  normal: "px-3 py-1.5",
  small: "px-2.5 py-1",
  tiny: "px-1.5 py-0.5 text-[12px]",
  icon: "flex size-7 items-center justify-center",
  dot: "flex size-6 items-center justify-center",
};

/** A button. */
export function Button({ look = "plain", size, asChild = false, className = "", ...rest }: Props) {
  const As = asChild ? Slot.Root : "button";
  const sized = look === "link" || (look === "bare" && !size) ? "" : sizes[size ?? "normal"];
  return (
    <As
      {...(asChild ? {} : { type: "button" as const })}
      {...rest}
      className={`disabled:opacity-40 ${looks[look]} ${sized} ${className}`}
    />
  );
}
