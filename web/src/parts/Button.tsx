import { Slot } from "radix-ui";
import type { ComponentPropsWithRef } from "react";

interface Props extends ComponentPropsWithRef<"button"> {
  /** The one main action, or one among others. */
  look?: "main" | "plain";
  size?: "normal" | "small" | "tiny";
  /** It is drawn as what stands in it: a link, say. */
  asChild?: boolean;
}

const looks = {
  main: "border border-transparent bg-madder-strong font-semibold text-on-dye",
  plain: "border border-control bg-raised hover:bg-line-2",
};
const sizes = { normal: "px-3 py-1.5", small: "px-2.5 py-1", tiny: "px-2 py-0.5 text-[12px]" };

/** A button. */
export function Button({ look = "plain", size = "normal", asChild = false, className = "", ...rest }: Props) {
  const As = asChild ? Slot.Root : "button";
  return (
    <As
      {...(asChild ? {} : { type: "button" as const })}
      {...rest}
      className={`flex items-center gap-1.5 rounded-md whitespace-nowrap disabled:opacity-40 ${looks[look]} ${sizes[size]} ${className}`}
    />
  );
}
