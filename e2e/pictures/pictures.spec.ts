import type { Page } from "@playwright/test";
import { cell, expect, front, openBench, test } from "../tests/app";

/** Takes a picture once everything that was asked for is drawn. */
async function picture(page: Page, name: string) {
  await page.waitForLoadState("networkidle");
  await page.waitForTimeout(600);
  await page.screenshot({ path: new URL(`../../docs/screenshots/${name}.png`, import.meta.url).pathname });
}

const sheet = `# Autumn at the point

The autumn watch begins on the first of August.

- Bring a torch
- Mind the slip

The ringing room opens at first light.
`;

test("the Bench", async ({ page, app }) => {
  await openBench(page, app);
  await cell(page, "tide-table", "wide").click();
  await picture(page, "bench");
  await page.keyboard.type("6\n");
  await cell(page, "mark", "full").click();
  await page.keyboard.type("3\n");
  await expect(page.getByRole("tab", { name: "Checks 2" })).toBeVisible();
  await page.keyboard.press("F8");
  await expect(page.getByRole("img", { name: "The row after Make Tide table 4" })).toBeVisible();
  await expect(page.getByText(/\d+ boxes agree$/)).toBeVisible();
  await picture(page, "checks");
  await page.getByRole("button", { name: "New page" }).click();
  await expect(page.getByRole("heading", { name: "This page is empty" })).toBeVisible();
  await picture(page, "bench-empty");
});

test("Trace", async ({ page, app }) => {
  const answer = await page.request.get(`${app}/api/projects/gullwing-point/files/page?page=front-page&as=classes`);
  await page.setViewportSize({ width: 1080, height: 800 });
  await page.setContent(await answer.text());
  const buffer = await page.screenshot({ fullPage: true });
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${app}${front}/trace`);
  await page.getByRole("tab", { name: /^wide/ }).click();
  await page.getByLabel("Picture of the design").setInputFiles({ name: "front.png", mimeType: "image/png", buffer });
  await expect(page.getByRole("img", { name: "The design at wide", exact: true })).toBeVisible();
  await page.keyboard.press("f");
  await expect(page.locator("[data-found]").first()).toBeAttached();
  await page.keyboard.press("a");
  await page.keyboard.press("f");
  await page.getByRole("listbox", { name: "Frames" }).getByRole("option").nth(2).click();
  await page.getByLabel("Name", { exact: true }).fill("Opening story");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("option", { name: /Opening story/ })).toBeVisible();
  await page.getByRole("button", { name: "Find the grid" }).click();
  await expect(page.getByRole("columnheader", { name: "gutter" })).toBeVisible();
  await picture(page, "trace");
});

test("the kit", async ({ page, app }) => {
  await page.goto(`${app}${front}/kit/plain-twelve`);
  await page.getByRole("button", { name: /^Gutter at wide/ }).click();
  await page.keyboard.type("36\n");
  await page.keyboard.press("Escape");
  await expect(page.getByText("columns change")).toBeVisible();
  await picture(page, "kit");
});

test("what a kit's classes are called", async ({ page, app }) => {
  await page.goto(`${app}${front}/kit/fifth-gap`);
  await page.getByRole("radio", { name: "Classes" }).click();
  await page.getByRole("combobox", { name: "Names" }).selectOption("attributes");
  await expect(page.getByRole("cell", { name: 'data-take="3" data-take-full="3"' })).toBeVisible();
  await page.getByRole("radiogroup", { name: "Below the numbers" }).scrollIntoViewIfNeeded();
  await page.locator("main").evaluate((main) => main.scrollBy(0, 430));
  await picture(page, "kit-names");
});

test("the Bench in the dark", async ({ page, app }) => {
  await page.emulateMedia({ colorScheme: "dark" });
  await openBench(page, app);
  await cell(page, "lead-story", "wide").click();
  await page.getByRole("tab", { name: "Content" }).click();
  await picture(page, "bench-dark");
});

test("filling, moving, content and history", async ({ page, app }) => {
  await openBench(page, app);
  await page.getByRole("button", { name: "Fill smaller widths" }).click();
  await expect(page.getByRole("button", { name: /^Accept all/ })).toBeVisible();
  await picture(page, "fill");
  await page.keyboard.press("Escape");
  const name = page.locator('[data-spot="pick-1/"]');
  await name.scrollIntoViewIfNeeded();
  const from = (await name.boundingBox())!;
  const to = (await page.locator('[data-row="lead-story"]').boundingBox())!;
  await page.mouse.move(from.x + 50, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(to.x + 90, to.y + to.height * 0.8, { steps: 8 });
  await expect(page.locator("[data-drop]")).toBeVisible();
  await picture(page, "moving");
  await page.keyboard.press("Escape");
  await page.mouse.up();
  await cell(page, "address", "wide").click();
  await page.getByRole("tab", { name: "Content" }).click();
  await page.getByRole("radio", { name: "Content sheet" }).click();
  await page.getByRole("textbox", { name: /HTML or Markdown/ }).fill(sheet);
  await page.getByRole("button", { name: "Add as Markdown" }).click();
  await expect(page.getByText("4 of 4 to place")).toBeVisible();
  await cell(page, "address", "wide").click();
  await page.keyboard.press("p");
  await page.keyboard.press("p");
  await expect(page.getByText("2 of 4 to place")).toBeVisible();
  await picture(page, "content");
  await page.getByRole("tab", { name: "History" }).click();
  const history = page.getByRole("region", { name: "History" });
  await history.getByRole("button", { name: "Name revision 1" }).click();
  await page.keyboard.type("As it came\n");
  await expect(history.getByText("As it came", { exact: true })).toBeVisible();
  await picture(page, "history");
  await history.getByRole("button", { name: "Compare revision 1 with another" }).click();
  await history
    .getByRole("link", { name: /^Compare revision 1 with/ })
    .first()
    .click();
  await expect(page.getByRole("group", { name: "Lines that changed" })).toBeVisible();
  await picture(page, "compare");
});

test("the shelf, the proof and taking away", async ({ page, app }) => {
  await page.goto(app);
  await expect(page.getByRole("link", { name: /Gullwing Point/ })).toBeVisible();
  await picture(page, "shelf");
  await page.goto(`${app}${front}/proof`);
  await page.getByRole("radio", { name: "Over" }).click();
  await page.keyboard.press("2");
  await page.getByRole("checkbox", { name: "Pictures" }).blur();
  await expect(page.getByText("✓ 102 boxes agree")).toBeVisible();
  await page.keyboard.press("b");
  await page.frameLocator("main iframe >> nth=0").getByText("Today’s count").hover();
  await expect(page.locator('[data-region="gutter"]').first()).toBeVisible();
  await picture(page, "proof");
  await page.goto(`${app}${front}/take`);
  await page.getByRole("radio", { name: "Mixins, SCSS" }).check();
  await page.getByRole("button", { name: "index.scss" }).click();
  await page.locator(".cm-line", { hasText: ".masthead {" }).click();
  await expect(page.getByRole("rowheader", { name: "brotli" }).first()).toBeVisible();
  await picture(page, "take");
});

test("a stylesheet that is brought in", async ({ page, app }) => {
  await page.goto(`${app}${front}/kit/plain-twelve`);
  await page.getByRole("button", { name: "Add a kit" }).click();
  await page.getByLabel("From stylesheets").setInputFiles("fixtures/harbour.css");
  await page.getByRole("dialog").getByRole("radio", { name: "Classes" }).click();
  await page.getByRole("button", { name: "m4", exact: true }).click();
  await expect(page.getByText("Every box agrees")).toBeVisible();
  await picture(page, "bringing");
  await openBench(page, app, "/gullwing-point/ringing-room");
  await cell(page, "room-log", "slip").click();
  await page.keyboard.type("5\n");
  await expect(page.getByRole("button", { name: "Write a rule" }).first()).toBeVisible();
  await picture(page, "bench-team");
});

test("a page from markup", async ({ page, app }) => {
  const fixture = (name: string) => new URL(`../fixtures/${name}`, import.meta.url).pathname;
  await page.goto(app);
  await page
    .getByLabel("Project file, page or stylesheets")
    .setInputFiles([fixture("winter-log.html"), fixture("harbour.css"), fixture("own.css")]);
  await expect(page.getByRole("treegrid", { name: "Span sheet" })).toBeVisible();
  await page.keyboard.press(".");
  await cell(page, "column-1", "from-900").click();
  await picture(page, "bench-markup");
});

const visit = `<!DOCTYPE html>
<html lang="en">
<head>
  <title>Plan a visit</title>
  <meta name="viewport" content="width=device-width">
  <style>header { padding: 12px 20px } .lead { padding-top: 8px }</style>
</head>
<body>
  <header><h1>Gullwing Point</h1></header>
  <main>
    <section id="visit">
      <article class="lead"><h2>Plan a visit</h2><p>The boat leaves at the top of the tide.</p></article>
      <aside><h3>Tide table</h3><p>Low water at six.</p></aside>
    </section>
    <section id="huts">
      <div><h3>Ringing hut</h3></div>
      <div><h3>Seaward hide</h3></div>
      <div><h3>Boat store</h3></div>
    </section>
  </main>
</body>
</html>
`;

test("a page by mixins", async ({ page, app }) => {
  await page.goto(app);
  await page
    .getByLabel("Project file, page or stylesheets")
    .setInputFiles({ name: "visit.html", mimeType: "text/html", buffer: Buffer.from(visit) });
  const saved = (revision: number) => expect(page.getByText(`Saved · rev ${revision}`)).toBeVisible();
  await page.getByRole("checkbox", { name: "Lay out by mixins" }).click();
  await saved(2);
  for (const [i, [name, key]] of [
    ["Plan a visit", "Shift+C"],
    ["visit", "Shift+R"],
    ["huts", "Shift+R"],
  ].entries()) {
    await page
      .getByRole("rowheader", { name: new RegExp(`^${name}`) })
      .first()
      .click();
    await page.keyboard.press(key!);
    await saved(3 + i);
  }
  await page.locator('[data-spot="element-4/mid"]').click();
  await page.keyboard.type("8\n4\n");
  await saved(7);
  await page.getByRole("combobox", { name: "Form" }).selectOption("Mixins, SCSS");
  await page.getByRole("combobox", { name: "File" }).selectOption("visit.scss");
  await page.locator('[data-spot="element-4/mid"]').click();
  await picture(page, "bench-mixins");
});
