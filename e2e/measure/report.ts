/** Prints the median of what was measured, and its ends. */
export function report(what: string, times: number[], unit = "ms") {
  times.sort((a, b) => a - b);
  const at = (share: number) => times[Math.floor((times.length - 1) * share)]!.toFixed(1);
  console.log(`${what}: median ${at(0.5)} ${unit}, from ${at(0)} to ${at(1)}, ${times.length} times`);
}
