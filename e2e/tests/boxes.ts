import type { Page } from "@playwright/test";

/** A box of a plan. */
export interface Box {
  ID: string;
  Kind: string;
  X: number;
  Y: number;
  Width: number;
  Height: number;
  Before: number;
  After: number;
  Shown: boolean;
}

/** How far an element and its content are from their boxes, in px; endlessly where one is shown and the
 *  other is not. */
function off(element: Element, box: Box): number {
  const real = element.getBoundingClientRect();
  const hidden = element.getClientRects().length === 0;
  if (hidden === box.Shown) return Infinity;
  if (hidden) return 0;
  const style = getComputedStyle(element);
  const [left, right] =
    box.Kind === "block"
      ? [box.Before, box.After]
      : [
          parseFloat(style.paddingLeft) + parseFloat(style.borderLeftWidth),
          parseFloat(style.paddingRight) + parseFloat(style.borderRightWidth),
        ];
  return Math.max(
    Math.abs(left! - box.Before),
    Math.abs(right! - box.After),
    Math.abs(real.x - box.X),
    Math.abs(real.y - box.Y),
    Math.abs(real.width - box.Width),
    Math.abs(real.height - box.Height),
  );
}

declare global {
  interface Window {
    off: typeof off;
  }
}

/** Gives what is evaluated in the page window.off. */
export async function measured(page: Page) {
  await page.evaluate(`window.off = ${off.toString()}`);
}
