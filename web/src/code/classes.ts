import type { Text } from "@codemirror/state";

/** The word of a class attribute at a place of a document, and where it stands; null where that is in none. */
export function classAt(doc: Text, at: number): { from: number; to: number; text: string } | null {
  const start = Math.max(0, at - longest);
  const before = doc.sliceString(start, at);
  const value = /<[a-zA-Z][^<>]*?\sclass\s*=\s*(?:"([^"<>]*)|'([^'<>]*)|([^\s"'<>=`]*))$/i.exec(before);
  if (!value) return null;
  const typed = value[1] ?? value[2] ?? value[3] ?? "";
  const head = /\S*$/.exec(typed)![0];
  const tail = /^[^\s"'<>]*/.exec(doc.sliceString(at, Math.min(doc.length, at + longest)))![0];
  return { from: at - head.length, to: at + tail.length, text: head + tail };
}

/** How long a tag is looked at, in characters. */
const longest = 2000;
