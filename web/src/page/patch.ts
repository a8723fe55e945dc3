import morphdom from "morphdom";

/** Makes the page in a frame another by the smallest changes, so that it stays where it is scrolled and nothing flickers. */
export function patch(inside: Document, lines: readonly string[]) {
  // The frame's own, which goes by the frame's policy.
  const { DOMParser } = inside.defaultView as Window & typeof globalThis;
  const next = new DOMParser().parseFromString(lines.join("\n"), "text/html");
  morphdom(inside.documentElement, next.documentElement, {
    getNodeKey: (n) => (n as HTMLElement).dataset?.node ?? "",
  });
}
