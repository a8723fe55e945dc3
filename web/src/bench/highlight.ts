/** A run of code in one dye. */
interface Part {
  text: string;
  dye: string;
}

const inMarkup = /(<!--.*?-->)|(<\/?[a-z][a-z0-9]*|\/?>)|([a-z-]+)(?==")/g;
const inStyle = /(\/\*.*?\*\/)|([.@][A-Za-z-][\w-]*)|([a-z-]+)(?=:\s)/g;

/** Splits a line of markup or stylesheet into comments, names, attributes or
 *  properties, and the rest. */
export function colour(line: string, markup: boolean): Part[] {
  const parts: Part[] = [];
  let end = 0;
  for (const found of line.matchAll(markup ? inMarkup : inStyle)) {
    if (found.index > end) parts.push({ text: line.slice(end, found.index), dye: "" });
    const dye = found[1] ? "italic text-ink-3" : found[2] ? "text-woad-text" : "text-weld";
    parts.push({ text: found[0], dye });
    end = found.index + found[0].length;
  }
  if (end < line.length) parts.push({ text: line.slice(end), dye: "" });
  return parts;
}
