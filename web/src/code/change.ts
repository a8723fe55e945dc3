/** A stretch of a text that is another than before: where it stands now, and what stood there. */
export interface Change {
  from: number;
  to: number;
  was: string;
}

/** How many pairs of lines are compared at most. */
const mostPairs = 250_000;

/** The stretches of a text that are other than in the text before, line by line. */
export function changesOf(before: string, now: string): Change[] {
  if (before === now) return [];
  const a = before.split("\n");
  const b = now.split("\n");
  let from = 0;
  while (from < a.length && from < b.length && a[from] === b[from]) from++;
  let end = 0;
  while (end < a.length - from && end < b.length - from && a.at(-1 - end) === b.at(-1 - end)) end++;
  const was = a.slice(from, a.length - end);
  const is = b.slice(from, b.length - end);
  const at = b.slice(0, from).reduce((sum, l) => sum + l.length + 1, 0);

  const all: Change[] = [];
  let place = at;
  let i = 0;
  let j = 0;
  for (const [p, q] of [...kept(was, is), [was.length, is.length] as const]) {
    block(was.slice(i, p), is.slice(j, q));
    if (q < is.length) place += is[q]!.length + 1;
    [i, j] = [p + 1, q + 1];
  }
  return all;

  /** Lines in the place of others. */
  function block(old: string[], lines: string[]) {
    if (old.length === lines.length) {
      for (const [n, line] of lines.entries()) {
        const c = between(old[n]!, line);
        if (c)
          all.push({
            from: place + c.from,
            to: place + line.length - c.end,
            was: old[n]!.slice(c.from, old[n]!.length - c.end),
          });
        place += line.length + 1;
      }
      return;
    }
    const length = lines.reduce((sum, l) => sum + l.length + 1, 0);
    const last = Math.min(place + length, now.length);
    all.push({ from: Math.min(place, last), to: last, was: old.map((l) => `${l}\n`).join("") });
    place += length;
  }
}

/** The longest run of lines that both have in the same order, by their numbers. */
function kept(a: readonly string[], b: readonly string[]): [number, number][] {
  if (a.length === b.length || a.length * b.length > mostPairs) return []; // line for line, or as a whole
  const long = a.map(() => new Uint16Array(b.length + 1));
  long.push(new Uint16Array(b.length + 1));
  for (let i = a.length - 1; i >= 0; i--)
    for (let j = b.length - 1; j >= 0; j--)
      long[i]![j] = a[i] === b[j] ? long[i + 1]![j + 1]! + 1 : Math.max(long[i + 1]![j]!, long[i]![j + 1]!);
  const all: [number, number][] = [];
  for (let i = 0, j = 0; i < a.length && j < b.length;)
    if (a[i] === b[j]) all.push([i++, j++]);
    else if (long[i + 1]![j]! >= long[i]![j + 1]!) i++;
    else j++;
  return all;
}

/** How long the like start and the like end of two texts are; null where they are one. */
export function between(was: string, is: string): { from: number; end: number } | null {
  if (was === is) return null;
  const short = Math.min(was.length, is.length);
  let from = 0;
  while (from < short && was.charCodeAt(from) === is.charCodeAt(from)) from++;
  let end = 0;
  while (end < short - from && was.charCodeAt(was.length - 1 - end) === is.charCodeAt(is.length - 1 - end)) end++;
  return { from, end };
}
