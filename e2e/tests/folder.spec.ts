import { copyFileSync, readFileSync, renameSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { expect, harbour, plain, test } from "./site";
import { expectNoViolations } from "./violations";

/** Goes down a line in the sheet, and gives the words of the one that is selected then. */
async function down(page: Page): Promise<string> {
  const selected = page.locator("[data-row][aria-selected=true]");
  const id = async () => ((await selected.count()) === 1 ? await selected.getAttribute("data-row") : null);
  const was = await id();
  await page.keyboard.press("ArrowDown");
  await expect.poll(async () => (await id()) ?? was).not.toBe(was);
  return (await selected.textContent()) ?? "";
}

/** Makes the main element a container and its sections rows of columns: three keys, and the arrows between. The project
 *  is at revision first after the first of them. */
async function chooseElements(page: Page, first: number) {
  await page.getByRole("rowheader", { name: "Gullwing Point" }).first().focus();
  for (const [i, [line, key]] of [
    ["The winter logmain", "Shift+C"],
    ["storysection", "Shift+R"],
    ["netssection", "Shift+R"],
  ].entries()) {
    while ((await down(page)) !== line);
    await page.keyboard.press(key!);
    await expect(page.getByText(`Saved · rev ${first + i}`)).toBeVisible();
  }
}

test("a plain page in a folder is laid out by keyboard, and its file is what it was but for classes", async ({
  page,
  context,
  site,
}) => {
  const file = join(site.dir, "index.html");
  const saved = (revision: number) => expect(page.getByText(`Saved · rev ${revision}`)).toBeVisible();
  await page.goto(site.url);
  await expect(page.getByRole("treegrid", { name: "Span sheet" })).toBeVisible();
  await chooseElements(page, 2);
  expect(readFileSync(file, "utf8")).toBe(
    plain
      .replace("<main>", '<main class="quay">')
      .replace("<section id=story>", '<section id=story class="pier">')
      .replace("<section id=nets>", '<section id=nets class="pier">')
      .replace("<ARTICLE class=lead>", '<ARTICLE class="lead berth">')
      .replace("<aside title='tides'>", `<aside title='tides' class="berth">`)
      .replaceAll("<div>", '<div class="berth">'),
  );

  // Widths are typed, one after the other; the page that is open beside reloads.
  const shown = await context.newPage();
  await shown.goto((await page.getByRole("link", { name: "Preview" }).getAttribute("href"))!);
  const story = shown.locator("#story > article");
  const width = async () => (await story.boundingBox())?.width ?? 0;
  await expect.poll(width).toBeGreaterThan(0);
  const whole = await width();
  await page.bringToFront();
  await page.locator('[data-spot="element-4/from-900"]').click();
  await page.keyboard.type("8");
  await page.keyboard.press("Enter");
  await page.keyboard.type("4");
  await page.keyboard.press("Enter");
  await saved(6);
  await expect.poll(width).toBeLessThan(whole * 0.7);
  const bare = (text: string) => text.replaceAll(/ class=("[^"]*"|\w+)/g, "");
  const written = readFileSync(file, "utf8");
  expect(bare(written)).toBe(bare(plain));
  expect(written).toContain('<ARTICLE class="lead berth b8 m12">');
  await expect(page.getByRole("status").filter({ hasText: "index.html is written" })).toBeVisible();

  // An editor saves: what it changed is a step, and what is undone is undone in the file.
  writeFileSync(file, written.replace("Garden net</h3>", "Garden net</h3></b>"));
  await saved(7);
  await expect(page.getByText("index.html was changed by another program")).toBeVisible();
  const findings = page.getByRole("list", { name: "Findings" });
  await expect(findings).toContainText("</b> ends nothing here");
  await expect(findings).toContainText("18:42");
  await findings.getByRole("button", { name: "Remove </b>" }).click();
  await saved(8);
  expect(readFileSync(file, "utf8")).toBe(written);
  await page.locator('[data-spot="element-4/"]').click();
  for (const revision of [9, 10, 11, 12, 13, 14, 15]) {
    await page.keyboard.press("Control+z");
    await saved(revision);
  }
  expect(readFileSync(file, "utf8")).toBe(plain);
  await expectNoViolations(page, '[aria-label="Code"]');
});

test("a page that is dropped on the shelf shows its lanes beside its source", async ({ page, site }) => {
  await page.goto(new URL("/", site.url).href);
  await page.getByLabel("Project file, page or stylesheets").setInputFiles([
    { name: "log.html", mimeType: "text/html", buffer: Buffer.from(plain.replace("<aside", '<aside class="berht"')) },
    { name: "harbour.css", mimeType: "text/css", buffer: Buffer.from(harbour) },
  ]);
  await expect(page.getByRole("treegrid", { name: "Span sheet" })).toBeVisible();
  await expect(page.getByRole("img", { name: /The page at base/ })).toBeVisible();
  const findings = page.getByRole("list", { name: "Findings" });
  await expect(findings).toContainText("harbour has no class berht; the nearest is berth");
  await expect(findings).toContainText("the stylesheet css/own.css is not there: the plan is without it");
  await findings.getByRole("button", { name: "Change it to berth" }).click();
  await expect(findings.getByText("berht")).toHaveCount(0);
});

test("what another program changes while an edit is on its way is on the screen after it", async ({ page, site }) => {
  const file = join(site.dir, "index.html");
  // before the page is there: a request may pass by a route that is new
  await page.route("**/edits?*", async (route) => {
    const answer = await route.fetch();
    // at once, as editors do: what is written in place may be read half written, which is a step of its own
    writeFileSync(`${file}~`, readFileSync(file, "utf8").replace("Gully net", "Gannet net"));
    renameSync(`${file}~`, file);
    const bench = new URL(route.request().url().replace("/edits?", "?"));
    const revision = async () => (await (await page.request.get(bench.href)).json()).revision as number;
    await expect.poll(revision).toBe(3);
    await route.fulfill({ response: answer });
  });
  await page.goto(site.url);
  await page.getByRole("rowheader", { name: "The winter log main" }).click();
  await page.keyboard.press("Shift+C");
  await expect(page.getByRole("rowheader", { name: "Gannet net" }).first()).toBeVisible();
  await expect(page.getByText("Saved · rev 3")).toBeVisible();
  expect(readFileSync(file, "utf8")).toBe(
    plain.replace("<main>", '<main class="quay">').replace("Gully net", "Gannet net"),
  );
});

test.describe("with no grid", () => {
  const bare = plain.replace('<link rel="stylesheet" href="css/harbour.css">', "");
  test.use({ markup: bare });

  test("a plain page is laid out by mixins: its file stays, and what is made is kept where it was said", async ({
    page,
    site,
  }) => {
    const file = join(site.dir, "index.html");
    const saved = (revision: number) => expect(page.getByText(`Saved · rev ${revision}`)).toBeVisible();
    await page.goto(site.url);
    await page.getByRole("checkbox", { name: "Lay out by mixins" }).click();
    await saved(2);
    await chooseElements(page, 3);
    await page.getByRole("combobox", { name: "Form" }).selectOption("Mixins, SCSS");
    await page.getByRole("textbox", { name: "Keep in" }).fill("styles/grid");
    await page.getByRole("button", { name: "Keep up to date" }).click();
    await saved(6);
    await expect(page.getByText("Kept up to date in styles/grid")).toBeVisible();
    await page.locator('[data-spot="element-4/mid"]').click();
    await page.keyboard.type("8");
    await page.keyboard.press("Enter");
    await page.keyboard.type("4");
    await page.keyboard.press("Enter");
    await saved(8);
    expect(readFileSync(file, "utf8")).toBe(bare);
    const mixins = readFileSync(join(site.dir, "styles/grid/index.scss"), "utf8");
    expect(mixins).toContain("#story {\n  @include kr.row;\n}");
    expect(mixins).toContain('.lead {\n  @include kr.from("mid") {\n    @include kr.take(8);');
    await page.getByRole("button", { name: "Stop" }).click();
    await saved(9);

    // Back in classes, the code shows what the edit changed, before and after.
    await page.getByRole("combobox", { name: "Form" }).selectOption("The page's file");
    await page.getByRole("checkbox", { name: "Lay out by mixins" }).click();
    await saved(10);
    const code = page.locator("[data-code]");
    await expect(code.locator("[data-new]").first()).toContainText("kr-frame");
    await page.locator('[data-spot="element-4/wide"]').click();
    await page.keyboard.type("6");
    await page.keyboard.press("Enter");
    await saved(11);
    await expect(code.locator("[data-new]")).toHaveText(["kr-take-6-wide"].map((word) => new RegExp(word)));
    const fix = page.getByRole("button", { name: "Link it" });
    // What was measured meanwhile may move the button from under the pointer.
    await expect(async () => {
      await page.mouse.move(0, 0);
      await fix.hover();
      await expect(code.locator("[data-new]")).toContainText('<link rel="stylesheet" href="kit.css">', {
        timeout: 2000,
      });
    }).toPass();
    expect(readFileSync(file, "utf8")).not.toContain("kit.css");
    await expectNoViolations(page, 'section[aria-label="Code"]');
  });
});

test("styles are written in the page's own file, and a stylesheet that is dropped says what it is", async ({
  page,
  site,
}) => {
  await page.goto(site.url);
  await page.getByRole("tab", { name: "Styles" }).click();
  await expect(page.getByRole("combobox", { name: "Stylesheet" })).toHaveValue("css/own.css");
  await page.getByRole("textbox", { name: "Styles of the page" }).click();
  await page.keyboard.press("Control+End");
  await page.keyboard.type("h2 { color: #ff0000 }");
  const heading = page.locator("[data-lane] iframe").last().contentFrame().locator("h2").first();
  await expect(heading).toHaveCSS("color", "rgb(255, 0, 0)");
  await expect(page.getByText("css/own.css is written")).toBeVisible();
  const own = () => readFileSync(join(site.dir, "css/own.css"), "utf8");
  expect(own()).toContain(".lead { margin-top: 8px }\nh2 { color: #ff0000 }");

  // Fonts and pictures that it names are found from where it stands.
  const font = "spline-sans-mono/files/spline-sans-mono-latin-400-normal.woff2";
  copyFileSync(new URL(`../../node_modules/@fontsource/${font}`, import.meta.url), join(site.dir, "css/log.woff2"));
  writeFileSync(join(site.dir, "css/net.svg"), '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>');
  const loaded: string[] = [];
  page.on("response", (r) => r.ok() && loaded.push(new URL(r.url()).pathname.split("/files/")[1] ?? ""));
  await page.getByRole("textbox", { name: "Styles of the page" }).press("Control+End");
  await page.keyboard.insertText(
    "\n@font-face { font-family: Log; src: url(log.woff2) }\nh2 { font-family: Log; background: url('net.svg') }\n",
  );
  await expect(heading).toHaveCSS("font-family", "Log");
  await expect.poll(() => loaded).toContain("css/log.woff2");
  await expect.poll(() => loaded).toContain("css/net.svg");
  await page.getByRole("combobox", { name: "Stylesheet" }).selectOption("css/harbour.css");
  await expect(page.getByText(/^It is the stylesheet of the kit/)).toBeVisible();

  const data = await page.evaluateHandle(() => {
    const data = new DataTransfer();
    data.items.add(new File(["h1 { color: #0000ff }\n"], "look.css", { type: "text/css" }));
    return data;
  });
  await page.dispatchEvent("main", "drop", { dataTransfer: data });
  const asked = page.getByRole("dialog", { name: "What is look.css?" });
  await expect(asked).toBeVisible();
  await expectNoViolations(page, '[role="dialog"]');
  await asked.getByRole("button", { name: "Styles of this page" }).click();
  const title = page.locator("[data-lane] iframe").last().contentFrame().locator("h1");
  await expect(title).toHaveCSS("color", "rgb(0, 0, 255)");
  await expect.poll(() => readFileSync(join(site.dir, "index.html"), "utf8")).toContain('href="look.css">');
  expect(readFileSync(join(site.dir, "look.css"), "utf8")).toBe("h1 { color: #0000ff }\n");
  await page.getByRole("button", { name: /^Undo/ }).click();
  await expect.poll(() => readFileSync(join(site.dir, "index.html"), "utf8")).toBe(plain);
});

test.describe("with a word that is too long", () => {
  const long = "Seevogelschutzgebietsverwaltungsgebäude";
  const words = plain
    .replace("<section id=story>", '<section class="pier">')
    .replace("class=lead", 'class="berth b3"')
    .replace("The winter log</h2>", `${long}</h2>`);
  test.use({ markup: words });

  test("content that bursts its column is marked, and told", async ({ page, site }) => {
    await page.goto(site.url);
    await expect(page.locator("[data-burst]").last()).toBeAttached();
    const told = page.getByRole("list", { name: "Findings" }).getByText(/needs [\d.]+ px, and has [\d.]+ px at \d+ px/);
    await expect(told.first()).toBeVisible();
  });
});

test("G draws the units over the preview of a page", async ({ page, site, context }) => {
  await page.goto(site.url);
  const [preview] = await Promise.all([
    context.waitForEvent("page"),
    page.getByRole("link", { name: "Preview" }).click(),
  ]);
  await preview.waitForLoadState();
  await preview.bringToFront();
  await preview.setViewportSize({ width: 900, height: 700 });
  const answered = preview.waitForResponse(/\.kitrows\/grid\?/);
  await preview.keyboard.press("g");
  const answer = await answered;
  expect(answer.ok()).toBe(true);
  const covers = () => preview.evaluate(() => document.documentElement.lastElementChild!.localName);
  await expect.poll(covers).toBe("div");
  await preview.keyboard.press("g");
  await expect.poll(covers).toBe("body");
});

test.describe("a link that leads nowhere", () => {
  test.use({ markup: plain.replace("css/own.css", "own.css") });
  test("proposes the stylesheet that is there", async ({ page, site }) => {
    await page.goto(site.url);
    const findings = page.getByRole("list", { name: "Findings" });
    await expect(findings).toContainText("the stylesheet own.css is not there");
    await findings.getByRole("button", { name: "Link css/own.css" }).click();
    await expect(findings.getByText("is not there")).toHaveCount(0);
    expect(readFileSync(join(site.dir, "index.html"), "utf8")).toBe(plain);
  });
});

test("a part that no page includes is shown with the stylesheets that are chosen for it", async ({ page, site }) => {
  const part = "<div class=quay><div class=pier>\n<div class='berth b6'><h2>Nets</h2></div>\n</div></div>\n";
  writeFileSync(join(site.dir, "nets.html"), part);
  await page.goto(site.url);
  await page.getByRole("link", { name: "nets" }).click();
  await expect(page.getByText(/no page in the folder includes this part/)).toBeVisible();
  await page.getByRole("button", { name: "Show with css/harbour.css" }).click();
  await expect(page.getByRole("link", { name: "harbour" })).toBeVisible(); // the kit
  await expect(page.getByText(/\d+ boxes agree/)).toBeVisible();
  await page.keyboard.press("Control+k");
  await page.keyboard.type("name, title\n");
  const own = page.getByRole("checkbox", { name: "css/own.css" });
  await expect(page.getByRole("checkbox", { name: "css/harbour.css" })).toBeChecked();
  await own.click();
  await expect(own).toBeChecked();
  await expectNoViolations(page, '[role="dialog"]');
  await page.keyboard.press("Escape");
  await expect(page.getByText(/no page in the folder includes this part/)).toHaveCount(0);
  expect(readFileSync(join(site.dir, "nets.html"), "utf8")).toBe(part);
});
