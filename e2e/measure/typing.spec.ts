import type { Page } from "@playwright/test";
import { test } from "../tests/site";
import { report } from "./report";

const rows = 500; // of which each makes four elements
const markup = `<!DOCTYPE html>
<html lang="en">
<head>
<title>Rings</title>
<meta name="viewport" content="width=device-width">
</head>
<body>
<main class="kr-frame">
${Array.from(
  { length: rows },
  (_, i) => `<div class="kr-row">
<article class="kr-cell kr-take-8-wide"><p>Ring ${i}</p></article>
<aside class="kr-cell kr-take-4-wide">Net</aside>
</div>`,
).join("\n")}
</main>
</body>
</html>
`;
test.use({ markup });

/** How long it takes from a key to what it changes in a lane and the frame after, in ms. */
async function lanesAfter(page: Page, key: string): Promise<number> {
  await page.evaluate(() => {
    const column = document.querySelector('[data-lane="wide"] [data-column="column-1"]')!;
    let began = 0;
    addEventListener("keydown", () => (began = performance.now()), { capture: true, once: true });
    const took = new Promise<number>((done) =>
      new MutationObserver(async (_, watch) => {
        watch.disconnect();
        await new Promise(requestAnimationFrame);
        await new Promise((painted) => setTimeout(painted));
        done(performance.now() - began);
      }).observe(column, { attributeFilter: ["width"] }),
    );
    Object.assign(window, { took });
  });
  await page.keyboard.press(key);
  return await page.evaluate(() => (window as unknown as { took: Promise<number> }).took);
}

test("typing a class on a page of 2,000 elements, and the same in a cell", async ({ page, site }) => {
  await page.goto(site.url);
  const cells: number[] = [];
  for (let i = 0; i < 20; i++) {
    await page.locator('[data-spot="column-1/wide"]').click();
    await page.keyboard.type(String(5 + (i % 3)));
    cells.push(await lanesAfter(page, "Enter"));
    await page.waitForTimeout(300);
  }
  report("a cell typed to repainted lanes, 2,000 elements from HTML", cells);

  await page.locator('[data-spot="column-1/wide"]').click();
  await page.keyboard.press("k");
  await page
    .locator("[data-code] .cm-line", { hasText: /kr-take-.-wide/ })
    .first()
    .click();
  await page.keyboard.press("Home");
  for (let i = 0; i < '<article class="kr-cell kr-take-'.length; i++) await page.keyboard.press("ArrowRight");
  const times: number[] = [];
  for (let i = 0; i < 20; i++) {
    await page.keyboard.press("Shift+ArrowRight");
    times.push(await lanesAfter(page, String(5 + (i % 3))));
    await page.keyboard.press("ArrowLeft");
    await page.waitForTimeout(300);
  }
  report("a class typed in the code to repainted lanes, 2,000 elements", times);
});
