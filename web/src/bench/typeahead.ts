/** Keeps what is typed while something that was opened with a key is still on its
 *  way, so that nobody has to wait for it. */
let ahead = { text: "", entered: false };

function keep(event: KeyboardEvent) {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  if (event.key.length === 1) ahead.text += event.key;
  else if (event.key === "Backspace") ahead.text = ahead.text.slice(0, -1);
  else if (event.key === "Enter") ahead.entered = true;
  event.preventDefault();
  event.stopPropagation();
}

/** Begins to keep what is typed. */
export function typeAhead() {
  ahead = { text: "", entered: false };
  addEventListener("keydown", keep, { capture: true });
}

/** What was typed meanwhile, and whether Enter was; from now on keys go where they
 *  go. */
export function typedAhead() {
  removeEventListener("keydown", keep, { capture: true });
  return ahead;
}
