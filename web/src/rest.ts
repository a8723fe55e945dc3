let pressed = -Infinity;
addEventListener("keydown", () => (pressed = performance.now()), true);

/** Waits until the keys rest. What only explains is fetched and drawn then, so that what is
 *  typed is drawn at once. */
export async function rest() {
  do await new Promise((wake) => setTimeout(wake, 60));
  while (performance.now() - pressed < 120);
}
