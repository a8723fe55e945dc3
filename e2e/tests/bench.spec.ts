import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import AxeBuilder from "@axe-core/playwright";
import { cell, code, expect, front, openBench, test } from "./app";

test("a page of two rows is laid out from nothing with the keyboard alone", async ({ page, app }) => {
  await openBench(page, app);
  await page.getByRole("button", { name: "New page" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "This page is empty" })).toBeVisible();

  // To the first thing the empty page offers, by Tab.
  const start = page.getByRole("button", { name: "Add the first row" });
  for (let i = 0; i < 40 && !(await start.evaluate((e) => e === document.activeElement)); i++)
    await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await page.keyboard.type("3 9\n");
  await expect(cell(page, "column-1", "wide")).toBeFocused();
  await page.keyboard.press("a");
  await page.keyboard.type("mid 12 12 | wide 8 4\n");
  await expect(cell(page, "column-3", "wide")).toBeFocused();

  // One column narrower for a skip, set by typing; the other by steps.
  await page.keyboard.type("7");
  await page.keyboard.press("Enter");
  await expect(cell(page, "column-4", "wide")).toBeFocused();
  await page.keyboard.press("Shift+Alt+ArrowRight");
  await expect(cell(page, "column-4", "wide")).toHaveAccessibleName("Column 4 at wide: 1_4, set here");
  // The same row at mid: two columns of half the line, and Tab goes across.
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.type("6\n");
  await cell(page, "column-4", "mid").focus();
  await page.keyboard.press("ArrowUp");
  await page.keyboard.type("6");
  await page.keyboard.press("Tab");
  await expect(cell(page, "column-3", "wide")).toBeFocused();

  await expect(page.getByRole("row", { name: /Row 2/ })).toContainText("7 + 1 + 4 = 12");
  await expect(page.getByText("1 line, full")).toHaveCount(2);
  await expect.poll(() => code(page)).toBe(`<div class="kr-frame">
  <div class="kr-row">
    <div class="kr-cell kr-take-3-wide">
      <p>Column 1: text to come.</p>
    </div>
    <div class="kr-cell kr-take-9-wide">
      <p>Column 2: text to come.</p>
    </div>
  </div> <!-- end row: Row 1 -->
  <div class="kr-row">
    <div class="kr-cell kr-take-6-mid kr-take-7-wide">
      <p>Column 3: text to come.</p>
    </div>
    <div class="kr-cell kr-take-6-mid kr-skip-1-wide kr-take-4-wide">
      <p>Column 4: text to come.</p>
    </div>
  </div> <!-- end row: Row 2 -->
</div> <!-- end container: Container 1 -->
`);
});

test("rows and columns are added, moved and deleted by key, and all of it is undone", async ({ page, app }) => {
  await openBench(page, app);
  const before = await code(page);
  await cell(page, "tide-table", "wide").click();
  await page.keyboard.press("Alt+ArrowUp");
  await expect(page.getByRole("gridcell", { name: /^Body at wide/ })).toHaveText(/1 \+ 3 \+ 8 = 12/);
  await page.keyboard.press("n");
  await expect(page.getByRole("rowheader", { name: "Column 1" })).toBeVisible();
  await page.keyboard.press("r");
  await expect(page.getByRole("rowheader", { name: "Row 1" })).toBeVisible();
  await page.keyboard.press("d");
  await cell(page, "column-1", "").click();
  await page.keyboard.press("Delete");
  await expect(page.getByRole("rowheader", { name: "Column 1", exact: true })).toHaveCount(0);
  for (let i = 0; i < 5; i++) await page.keyboard.press("Control+z");
  await expect(page.getByRole("button", { name: "Undo", exact: true })).toBeDisabled();
  expect(await code(page)).toBe(before);
});

test("a column's edge is dragged, with every breakpoint following", async ({ page, app }) => {
  await openBench(page, app);
  const strip = page.locator('[data-strip="log"]');
  await strip.scrollIntoViewIfNeeded();
  const unit = (await strip.boundingBox())!.width / 8;
  const grip = (await strip.locator('[data-grip="end"]').boundingBox())!;
  await page.mouse.move(grip.x + 3, grip.y + 8);
  await page.mouse.down();
  await page.mouse.move(grip.x + 3 - 2 * unit, grip.y + 8, { steps: 6 });
  // Seen while it is dragged, before it is done.
  await expect(page.locator('[data-lane="full"] [data-column="log"]')).toHaveAttribute("width", /^58\d/);
  await expect(page.getByRole("gridcell", { name: /^Body at wide/ })).toContainText("6 + 1 + 3 = 10");
  await expect(page.getByText("rev 1")).toBeVisible();
  await page.mouse.up();
  await expect(cell(page, "log", "wide")).toHaveAccessibleName("Log at wide: 6, set here");
  await expect(cell(page, "log", "full")).toHaveAccessibleName("Log at full: 6, carried from wide");
  await expect(page.getByRole("gridcell", { name: /^Body at wide/ })).toContainText("6 + 1 + 3 = 10");
  await expect(page.getByRole("gridcell", { name: /^Body at wide/ })).toContainText("2 unspent");
});

test("undo and redo go on across a reload", async ({ page, app }) => {
  await openBench(page, app);
  await cell(page, "log", "wide").click();
  await page.keyboard.type("5\n");
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  await page.reload();
  await page.getByRole("button", { name: "Undo: Log: 5 at wide" }).click();
  await expect(cell(page, "log", "wide")).toHaveAccessibleName("Log at wide: 8, set here");
  await page.reload();
  await expect(page.getByRole("button", { name: "Redo: Log: 5 at wide" })).toBeEnabled();
  await page.keyboard.press("Control+Shift+z");
  await expect(cell(page, "log", "wide")).toHaveAccessibleName("Log at wide: 5, set here");
});

test("copied code is what the command line writes", async ({ page, app, context }, info) => {
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await openBench(page, app);
  const file = info.outputPath("project.kitrows.json");
  const written = await (await page.request.get(`${app}/api/projects/gullwing-point/file`)).body();
  const { writeFileSync, mkdirSync } = await import("node:fs");
  mkdirSync(info.outputDir, { recursive: true });
  writeFileSync(file, written);
  const kitrows = (...more: string[]) => execFileSync("../bin/kitrows", ["code", file, ...more]).toString();
  for (const [form, args] of [
    ["HTML", ["--as", "html", "--ends"]],
    ["CSS used", ["--as", "css"]],
    ["Whole kit", ["--as", "css", "--whole"]],
  ] as const) {
    await page.getByRole("radio", { name: form }).click();
    await expect(page.locator("[data-code] > div").nth(3)).toBeVisible();
    await page.getByRole("button", { name: "Copy" }).click();
    await expect(page.getByRole("button", { name: "Copied" })).toBeVisible();
    expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(kitrows(...args));
  }
});

test("a line of code selects its node, and a node marks its lines", async ({ page, app }) => {
  await openBench(page, app);
  await page.getByText("Low 05:52 · 0.8 m").click();
  await expect(page.getByRole("textbox", { name: "Name of the column" })).toHaveValue("Tide table");
  const marked = page.locator("[data-marked]");
  await expect(marked.first()).toContainText("<aside");
  await expect(marked.last()).toContainText("</aside>");
});

test("a refused width stays in its cell and says why", async ({ page, app }) => {
  await openBench(page, app);
  await cell(page, "log", "wide").click();
  await page.keyboard.type("13\n");
  const field = page.getByRole("textbox", { name: "Log at wide" });
  await expect(field).toHaveValue("13");
  await expect(field).toHaveAccessibleDescription(/a width of 1 to 12: the row has 12 columns/);
  await page.keyboard.press("Escape");
  await expect(cell(page, "log", "wide")).toHaveAccessibleName("Log at wide: 8, set here");
});

test("a wrong recipe says what would be right, and keeps what was typed", async ({ page, app }) => {
  await openBench(page, app);
  const box = page.getByRole("textbox", { name: "add row" });
  await box.fill("4 8 | mid 6");
  await box.press("Enter");
  await expect(page.getByRole("alert").first()).toContainText("2 widths, as many as in the first part");
  await expect(box).toHaveValue("4 8 | mid 6");
  await box.fill("4 8 | mid 6 6");
  await box.press("Enter");
  await expect(cell(page, "column-1", "base")).toHaveAccessibleName("Column 1 at base: 4, set here");
  await expect(cell(page, "column-2", "full")).toHaveAccessibleName("Column 2 at full: 6, carried from mid");
});

test("a node is renamed and given its element, and both stand in the code", async ({ page, app }) => {
  await openBench(page, app);
  await cell(page, "foot", "").click();
  const name = page.getByRole("textbox", { name: "Name of the row" });
  await name.fill("Page <foot>");
  await name.press("Enter");
  await page.getByRole("combobox", { name: "Element of the row" }).selectOption("section");
  await expect(page.getByRole("rowheader", { name: "Page <foot>" })).toBeVisible();
  await expect.poll(() => code(page)).toContain("</section> <!-- end row: Page ‹foot› -->");
  // What HTML forbids is refused, with the reason.
  await page.getByRole("combobox", { name: "Element of the row" }).selectOption("li");
  await expect(page.getByRole("alert")).toContainText("li only stands straight in ul or ol");
});

test("focus and lane widths are chosen, and the lane follows", async ({ page, app }) => {
  await openBench(page, app);
  await page.keyboard.press(",");
  await expect(page.getByRole("button", { name: /^mid.*in focus/ })).toBeVisible();
  await page.getByRole("button", { name: /^full/ }).click();
  const slider = page.getByRole("slider", { name: "Width of the full lane" });
  await slider.press("Home");
  await expect(page.getByRole("img", { name: "The page at full, 1280 px wide" })).toBeVisible();
  await slider.press("ArrowRight");
  await expect(page.getByRole("img", { name: "The page at full, 1281 px wide" })).toBeVisible();
});

test("two windows on one page follow each other, and both may edit", async ({ page, app, context }) => {
  const other = await context.newPage();
  await openBench(page, app);
  await openBench(other, app);
  await cell(page, "log", "wide").click();
  await page.keyboard.type("6\n");
  await expect(cell(other, "log", "wide")).toHaveAccessibleName("Log at wide: 6, set here");
  await cell(other, "tide-table", "wide").click();
  await other.keyboard.type("6\n");
  await expect(cell(page, "tide-table", "wide")).toHaveAccessibleName("Tide table at wide: 6, set here");
  await expect(page.getByText("Saved · rev 3")).toBeVisible();
});

test("edits wait while the server is away, and are sent again", async ({ page, app, context }) => {
  await openBench(page, app);
  await cell(page, "log", "wide").click();
  await context.setOffline(true);
  await page.keyboard.type("6\n");
  await expect(page.getByText("Not connected, edits wait")).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  await expect(cell(page, "log", "wide")).toHaveAccessibleName("Log at wide: 6, set here");
});

test("the proof shows the generated page at the chosen width", async ({ page, app }) => {
  await page.goto(`${app}${front}/proof`);
  const inside = page.frameLocator("iframe");
  await expect(inside.locator('[data-node="tide-table"]')).toHaveCSS("width", "203px");
  await page.getByRole("radio", { name: "base" }).click();
  await expect(inside.locator('[data-node="tide-table"]')).toHaveCSS("width", "336px");
  await page.getByRole("slider", { name: "Width of the proof" }).press("ArrowRight");
  await expect(inside.locator('[data-node="tide-table"]')).toHaveCSS("width", "337px");
});

test("a project file is brought in; a damaged one says what is wrong with it", async ({ page, app }) => {
  await page.goto(app);
  const file = readFileSync("../demo/gullwing-point.kitrows.json", "utf8");
  const bring = async (text: string) =>
    page
      .getByLabel("Project file")
      .setInputFiles({ name: "a.kitrows.json", mimeType: "application/json", buffer: Buffer.from(text) });
  await bring(file.replace('"skip": 1', '"skip": 12'));
  await expect(page.getByRole("alert")).toContainText("skip: found 12, want 0 to 11");
  await bring(file.replace('"gullwing-point"', '"second"').replace('"Gullwing Point"', '"Second <b>station</b>"'));
  await page.getByRole("link", { name: /Second <b>station<\/b>/ }).click();
  await expect(page.getByRole("treegrid", { name: "Span sheet" })).toBeVisible();
});

for (const colorScheme of ["light", "dark"] as const) {
  test(`axe finds nothing on any screen, ${colorScheme}`, async ({ page, app }) => {
    test.setTimeout(240_000); // looking at every element takes axe a while
    await page.emulateMedia({ colorScheme });
    const clean = async () => {
      const { violations } = await new AxeBuilder({ page }).exclude("iframe").analyze();
      expect(violations.flatMap((v) => v.nodes.map((n) => `${v.id}: ${n.target} ${n.failureSummary}`))).toEqual([]);
    };
    await page.goto(app);
    await expect(page.getByRole("link", { name: /Gullwing Point/ })).toBeVisible();
    await clean();
    await openBench(page, app);
    await cell(page, "log", "wide").click();
    await page.keyboard.type("13\n");
    await expect(page.getByRole("alert").first()).toBeVisible();
    await clean();
    await page.getByRole("button", { name: "New page" }).click();
    await expect(page.getByRole("heading", { name: "This page is empty" })).toBeVisible();
    await clean();
    await page.goto(`${app}${front}/proof`);
    await expect(page.getByRole("slider")).toBeVisible();
    await clean();
  });
}
