/** Where the tag or the comment begins that is typed at a place of a text and is not whole yet; null where none is. */
export function tornAt(text: string, at: number): number | null {
  const comment = text.lastIndexOf("<!--", at - 1);
  if (comment >= 0 && text.lastIndexOf("-->", at - 1) < comment) {
    const end = text.indexOf("-->", Math.max(at - 2, comment + 4));
    const next = text.indexOf("<!--", at);
    return end < 0 || (next >= 0 && next < end) ? comment : null;
  }
  const open = text.lastIndexOf("<", at - 1);
  if (open < 0 || text.lastIndexOf(">", at - 1) > open) return null;
  if (at > open + 1 && !/[a-zA-Z/!?]/.test(text[open + 1]!)) return null; // "a < b" is no tag
  const rest = /[<>]/.exec(text.slice(at, at + longest));
  if (rest?.[0] !== ">") return open;
  const tag = text.slice(open, at + rest.index);
  const quoted = tag.replace(/"[^"]*"|'[^']*'/g, "");
  return /["']/.test(quoted) ? open : null;
}

/** How far on the end of a tag is looked for, in characters. */
const longest = 20_000;
