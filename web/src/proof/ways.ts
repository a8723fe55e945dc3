/** Ways in which readers meet a page that its author mostly does not. */
export interface Ways {
  mirrored: boolean;
  large: boolean;
  pictures: boolean;
}

export const usual: Ways = { mirrored: false, large: false, pictures: true };

/** Shows the page in a frame in such a way. */
export function meet(frame: HTMLIFrameElement | null, { mirrored, large, pictures }: Ways) {
  const root = frame?.contentDocument?.documentElement;
  if (!root) return;
  root.dir = mirrored ? "rtl" : "";
  root.style.fontSize = large ? "200%" : "";
  for (const picture of root.querySelectorAll<HTMLElement>("img, picture, svg, video")) {
    picture.style.visibility = pictures ? "" : "hidden";
  }
}
