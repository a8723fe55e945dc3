import morphdom from "morphdom";

/** How high the window of a page is while it is measured, in px: what goes by that must not grow with the page. */
export const windowHeight = 800;

/** Makes the page in a frame another by the smallest changes, so that it stays where it is scrolled and nothing
 *  flickers. A window of that height, in px, stands for what goes by the height of the frame, which may be that of the
 *  page. */
export function patch(inside: Document, lines: readonly string[], windowHeight?: number) {
  morphdom(inside.documentElement, read(inside, lines, windowHeight).documentElement, {
    getNodeKey: (n) => (n as HTMLElement).dataset?.node ?? "",
    onBeforeElUpdated: (from, to) => !from.isEqualNode(to),
    onBeforeNodeAdded: (n) => n.cloneNode(true), // what was read serves other frames as well
  });
}

/** Pages that were read, by their lines: every lane shows the same. */
const pages = new WeakMap<readonly string[], { windowHeight: number | undefined; page: Document }>();

/** Reads the page in these lines for the frames that will show it, before they do. */
export function readAhead(lines: readonly string[]) {
  const [inside, windowHeight] = last;
  if (inside?.defaultView && lines.length > 0) read(inside, lines, windowHeight);
}

/** The frame that a page was read for last, and its window. */
let last: [Document | null, number | undefined] = [null, undefined];

/** The page in these lines, as a frame reads it. */
function read(inside: Document, lines: readonly string[], windowHeight: number | undefined): Document {
  last = [inside, windowHeight];
  const had = pages.get(lines);
  if (had && had.windowHeight === windowHeight) return had.page;
  // The frame's own, which goes by the frame's policy.
  const { DOMParser } = inside.defaultView as Window & typeof globalThis;
  const page = new DOMParser().parseFromString(lines.join("\n"), "text/html");
  if (windowHeight) fixHeights(page, windowHeight);
  pages.set(lines, { windowHeight, page });
  return page;
}

/** Gives what goes by the height of the window the length that it has in one that is so many px high. */
export function fixHeights(page: Document, windowHeight: number) {
  const fix = (css: string) => css.replace(heights, (_, n: string) => `${(Number(n) / 100) * windowHeight}px`);
  for (const style of page.querySelectorAll("style")) {
    if (style.textContent.includes("vh")) style.textContent = fix(style.textContent);
  }
  for (const e of page.querySelectorAll("[style*=vh]")) e.setAttribute("style", fix(e.getAttribute("style")!));
}

/** Lengths that go by the height of the window. */
const heights = /(?<![\w.-])(\d*\.?\d+)[sld]?vh\b/g;
