import type { Page } from "@playwright/test";

/** A box of a plan. */
export interface Box {
  ID: string;
  X: number;
  Y: number;
  Width: number;
  Height: number;
  Shown: boolean;
}

/** How far an element is from its box, in px; endlessly where one is shown and the
 *  other is not. */
function off(element: Element, box: Box): number {
  const real = element.getBoundingClientRect();
  const hidden = element.getClientRects().length === 0;
  if (hidden === box.Shown) return Infinity;
  if (hidden) return 0;
  return Math.max(
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
