import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { expect, test } from "./site";
import { expectNoViolations } from "./violations";

const markup = `<!DOCTYPE html>
<html lang="en">
<head>
<title>Tides</title>
<meta name="viewport" content="width=device-width">
<link rel="stylesheet" href="css/own.css">
</head>
<body>
<main class="kr-frame">
  <div class="kr-row">
    <article class="kr-cell kr-take-8-wide"><h2>Low water</h2></article>
    <aside class="kr-cell kr-take-4-wide"><h2>High water</h2></aside>
  </div>
</main>
</body>
</html>
`;
test.use({ markup });

const editor = (page: Page) => page.getByRole("textbox", { name: "index.html, the page's file" });
const line = (page: Page, text: string) => page.locator("[data-code] .cm-line", { hasText: text });
const cell = (page: Page, node: string, at: string) =>
  page.getByRole("gridcell", { name: new RegExp(`^${node} at ${at}`) });

/** Opens the folder, and goes to the code of a column. */
async function open(page: Page, site: { url: string }, column: string) {
  await page.goto(site.url);
  await page.getByRole("rowheader", { name: column }).click();
  await page.keyboard.press("k");
  await expect(editor(page)).toBeFocused();
}

test("what is typed in the code is in the lanes at once, a step after a pause, and in the file", async ({
  page,
  site,
}) => {
  await open(page, site, "Low water");
  await line(page, "kr-take-8-wide").click();
  await page.keyboard.press("Home");
  for (let i = 0; i < '<article class="kr-cell kr-take-8'.length; i++) await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Backspace");
  await page.keyboard.type("6");
  await expect(cell(page, "Low water", "wide")).toContainText("6");
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  expect(readFileSync(join(site.dir, "index.html"), "utf8")).toBe(markup.replace("take-8", "take-6"));
  await page.keyboard.press("Control+z");
  await expect(cell(page, "Low water", "wide")).toContainText("8");
  await expect.poll(() => readFileSync(join(site.dir, "index.html"), "utf8")).toBe(markup);
  await expectNoViolations(page, '[aria-label="Code"]');
});

test("a tag that is half typed waits for its end, and what others write meanwhile stays", async ({ page, site }) => {
  await open(page, site, "High water");
  await line(page, "High water").click();
  await page.keyboard.press("End");
  await page.keyboard.type("<p");
  await expect(page.locator(".cm-lintRange-info")).toBeVisible();
  await page.waitForTimeout(1200); // longer than a pause that would keep it
  await expect(page.getByText("Saved · rev 1")).toBeVisible();
  writeFileSync(join(site.dir, "index.html"), markup.replace("Low water", "Low water, by others"));
  await expect(page.getByRole("rowheader", { name: "Low water, by others" })).toBeVisible();
  await page.keyboard.type(">Now"); // its end tag comes by itself
  const want = markup.replace("Low water", "Low water, by others").replace("</aside>", "</aside><p>Now</p>");
  await expect.poll(() => readFileSync(join(site.dir, "index.html"), "utf8")).toBe(want);
});

test("classes complete with what they do, tell their widths, and lead to their rules", async ({ page, site }) => {
  await open(page, site, "High water");
  await line(page, "kr-take-4-wide").click();
  await page.keyboard.press("Home");
  for (let i = 0; i < '<aside class="kr-cell'.length; i++) await page.keyboard.press("ArrowRight");
  await page.keyboard.type(" kr-skip-2-f", { delay: 20 });
  await expect(page.locator(".cm-tooltip-autocomplete [aria-selected]")).toContainText("skip 2 from full");
  await page.waitForTimeout(200); // a list that has just come takes no Enter
  await page.keyboard.press("Enter");
  await expect(line(page, "kr-skip-2-full")).toBeVisible();
  await expect(cell(page, "High water", "full")).toContainText("2_4");
  const { x, y } = await line(page, "kr-take-4-wide").evaluate((e) => {
    const texts = document.createTreeWalker(e, NodeFilter.SHOW_TEXT);
    while (texts.nextNode()) {
      const at = texts.currentNode.textContent!.indexOf("take-4-wide");
      if (at < 0) continue;
      const range = document.createRange();
      range.setStart(texts.currentNode, at);
      range.setEnd(texts.currentNode, at + 4);
      return range.getBoundingClientRect().toJSON() as DOMRect;
    }
    throw new Error("no such class");
  });
  await page.mouse.move(x, y + 4);
  await page.mouse.move(x + 6, y + 6);
  const told = page.locator(".cm-told");
  await expect(told).toContainText("take 4 from wide");
  await expect(told).toContainText("High water: base 304 · mid 560 · wide 264");
  await line(page, "kr-take-4-wide").click();
  await page.keyboard.press("Home");
  for (let i = 0; i < '<aside class="kr-cel'.length; i++) await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Alt+Enter");
  await expect(page.getByRole("combobox", { name: "File" })).toHaveValue(/kit\.css$/);
  await expect(page.locator("[data-code] .cm-marked").first()).toContainText(".kr-cell");
});

test("a fault is underlined while it is typed", async ({ page, site }) => {
  await open(page, site, "Low water");
  await line(page, "kr-take-8-wide").click();
  await page.keyboard.press("Home");
  for (let i = 0; i < '<article class="kr-cell kr-take-8-wid'.length; i++) await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Delete");
  await expect(page.locator(".cm-lintRange-error, .cm-lintRange-warning").first()).toBeVisible();
});
