/** Ways in which readers meet a page that its author mostly does not. */
export interface Ways {
  mirrored: boolean;
  large: boolean;
  pictures: boolean;
}

export const usual: Ways = { mirrored: false, large: false, pictures: true };

/** Whether the plan is about a page that is met so. */
export const isPlanned = ({ mirrored, large }: Ways) => !mirrored && !large;

/** Shows the page in a frame in such a way. Its scroll bars take no room, as on a telephone. */
export function meet(frame: HTMLIFrameElement | null, { mirrored, large, pictures }: Ways) {
  const root = frame?.contentDocument?.documentElement;
  if (!root) return;
  if (mirrored) root.dir = "rtl";
  root.style.fontSize = large ? "200%" : "";
  root.style.scrollbarWidth = "none";
  for (const picture of root.querySelectorAll<HTMLElement>("img, picture, svg, video")) {
    picture.style.visibility = pictures ? "" : "hidden";
  }
}
