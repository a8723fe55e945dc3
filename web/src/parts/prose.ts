import type { KeyboardEvent } from "react";

/** How prose is written, as a hint. */
export const proseHint = "Tags: strong, em, code, small, a href, br";

const keys: Record<string, string> = { b: "strong", i: "em" };

/** Puts what is selected in a field between the tags of a key: Ctrl+B and Ctrl+I. Reports whether the key is one. */
export function tagged(event: KeyboardEvent<HTMLInputElement | HTMLTextAreaElement>): boolean {
  const tag = (event.ctrlKey || event.metaKey) && !event.altKey && keys[event.key.toLowerCase()];
  if (!tag) return false;
  event.preventDefault();
  const field = event.currentTarget;
  const [from, to] = [field.selectionStart ?? 0, field.selectionEnd ?? 0];
  const [open, shut] = [`<${tag}>`, `</${tag}>`];
  field.setRangeText(open + field.value.slice(from, to) + shut, from, to, "end");
  field.setSelectionRange(from + open.length, to + open.length);
  return true;
}
