import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { cell, code, expect, front, openBench, test } from "./app";

test("a page of two rows is laid out from nothing with the keyboard alone", async ({ page, app }) => {
  await openBench(page, app);
  await page.getByRole("button", { name: "New page" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "This page is empty" })).toBeVisible();

  // To the first thing the empty page offers, by Tab.
  const start = page.getByRole("button", { name: "Type the first row" });
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

  await expect(page.getByRole("gridcell", { name: /^Row 2 at wide/ })).toContainText("7 + 1 + 4 = 12");
  await expect(page.getByRole("gridcell", { name: /1 line, full/ })).toHaveCount(5);
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
  await expect(page.getByRole("rowheader", { name: "New column" })).toBeVisible();
  await page.keyboard.press("r");
  await expect(page.getByRole("rowheader", { name: "Row 1" })).toBeVisible();
  await page.keyboard.press("d");
  await cell(page, "column-1", "").click();
  await page.keyboard.press("Delete");
  await expect(page.getByRole("rowheader", { name: "New column", exact: true })).toHaveCount(0);
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
  await expect(page.locator('[data-lane="full"] [data-column="log"]')).toHaveAttribute("width", /^559/);
  await expect(page.getByRole("gridcell", { name: /^Body at wide/ })).toContainText("6 + 1 + 3 = 10");
  await expect(page.getByText("rev 1")).toBeVisible();
  await page.mouse.up();
  await expect(cell(page, "log", "wide")).toHaveAccessibleName("Log at wide: 6, set here");
  await expect(cell(page, "log", "full")).toHaveAccessibleName("Log at full: 6, carried from wide");
  await expect(page.getByRole("gridcell", { name: /^Body at wide/ })).toContainText("6 + 1 + 3 = 10");
  await expect(page.getByRole("gridcell", { name: /^Body at wide/ })).toContainText("2 free");
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
  const kitrows = (...more: string[]) =>
    execFileSync("../bin/kitrows", ["code", file, "--page", "Front page", ...more]).toString();
  for (const [form, name, args] of [
    ["used", "index.html", ["--as", "html", "--ends"]],
    ["used", "kit.css", ["--as", "css"]],
    ["whole", "kit.css", ["--as", "css", "--whole"]],
    ["scss", "index.scss", ["--as", "scss", "--file", "index.scss"]],
    ["scss", "_kit.scss", ["--as", "scss", "--file", "_kit.scss"]],
    ["less", "index.less", ["--as", "less", "--file", "index.less"]],
    ["plain", "index.html", ["--as", "html", "--mixins", "--ends"]],
    ["plain", "index.css", ["--as", "css", "--mixins"]],
    ["tsx", "index.tsx", ["--as", "tsx", "--file", "index.tsx"]],
  ] as const) {
    await page.getByLabel("Form").selectOption(form);
    await page.getByLabel("File").selectOption(name);
    await expect(page.locator("[data-code] .cm-line").nth(3)).toBeVisible();
    await page.getByRole("button", { name: /Copy|Copied/ }).click();
    await expect.poll(() => page.evaluate(() => navigator.clipboard.readText())).toBe(kitrows(...args));
  }
});

test("a line of code selects its node, a node marks its lines, and its name and element stand in the code", async ({
  page,
  app,
}) => {
  await openBench(page, app);
  await page.locator(".cm-line", { hasText: "Sightings · Plan a visit" }).click();
  await expect(page.getByRole("textbox", { name: "Name of the column" })).toHaveValue("Site links");
  const marked = page.locator("[data-marked]");
  await expect(marked.first()).toContainText("<nav");
  await expect(marked.last()).toContainText("</nav>");

  await cell(page, "foot", "").click();
  const name = page.getByRole("textbox", { name: "Name of the row" });
  await name.fill("Page <foot>");
  await name.press("Enter");
  await page.getByRole("combobox", { name: "Tag of the row" }).selectOption("section");
  await expect(page.getByRole("rowheader", { name: "Page <foot>" })).toBeVisible();
  await expect.poll(() => code(page)).toContain("</section> <!-- end row: Page ‹foot› -->");
  // What HTML forbids is not offered: only a row may be a list, and its columns are its items then.
  const offered = (kind: string) => page.getByRole("combobox", { name: `Tag of the ${kind}` }).locator("option");
  await expect(offered("row").filter({ hasText: /^(ul|ol|li)$/ })).toHaveText(["ul", "ol"]);
  await cell(page, "address", "").click();
  await expect(offered("column").filter({ hasText: /^(ul|ol|li)$/ })).toHaveCount(0);
});

test("every setting is typed: shares, natural, trails, hidden, and so many a line", async ({ page, app }) => {
  await openBench(page, app);
  await cell(page, "log", "wide").click();
  await page.keyboard.type("0_=_2\n");
  await expect(cell(page, "log", "wide")).toHaveAccessibleName("Log at wide: 0_=_2, set here");
  await expect(page.getByRole("gridcell", { name: /^Body at wide/ })).toContainText("share 6 + 2 + 1 + 3 = 12");
  await expect.poll(() => code(page)).toMatch(/kr-share-wide\s+kr-trail-2-wide/);
  await cell(page, "tide-table", "full").click();
  await page.keyboard.type("~\n");
  await expect(cell(page, "tide-table", "full")).toHaveAccessibleName("Tide table at full: ~, set here");
  await cell(page, "body", "mid").click();
  await page.keyboard.type("/2\n");
  await expect(cell(page, "body", "mid")).toHaveAccessibleName(/^Body at mid: ÷2, .*set here/);
  await cell(page, "body", "wide").click();
  await page.keyboard.type("off\n");
  await expect.poll(() => code(page)).toContain('<main class="kr-row kr-per-2-mid kr-per-off-wide">');
  await cell(page, "todays-count", "base").click();
  await page.keyboard.type("x\n");
  const ghost = page.locator('[data-lane="base"] [data-ghost="todays-count"]');
  await expect(ghost).toHaveCount(1);
  await page.getByRole("checkbox", { name: "hidden (1)" }).uncheck();
  await expect(ghost).toHaveCount(0);
});

test("many cells are typed into at once, made alike, and undone in one step", async ({ page, app }) => {
  await openBench(page, app);
  const before = await code(page);
  await cell(page, "log", "mid").click();
  await cell(page, "tide-table", "wide").click({ modifiers: ["Shift"] });
  await expect(page.getByText("8 cells, typed into at once")).toBeVisible();
  await cell(page, "log-morning", "mid").click({ modifiers: ["ControlOrMeta"] });
  await page.keyboard.type("1_3\n");
  await expect(cell(page, "tide-table", "mid")).toHaveAccessibleName("Tide table at mid: 1_3, set here");
  await expect(cell(page, "log", "wide")).toHaveAccessibleName("Log at wide: 1_3, set here");
  await expect(cell(page, "log-morning", "mid")).toHaveAccessibleName("Morning at mid: *, the default");
  await page.keyboard.press("Control+z");
  await expect.poll(() => code(page)).toBe(before);

  // By keys: the columns of a row, and a refusal that leaves them selected.
  await cell(page, "foot", "wide").click();
  await page.keyboard.press("c");
  await page.keyboard.type("13\n");
  await expect(page.getByRole("textbox", { name: "Address at wide" })).toHaveAccessibleDescription(/at most 12/);
  await page.keyboard.type("\b\b");
  await page.getByRole("textbox", { name: "Address at wide" }).fill("=");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("gridcell", { name: /^Foot at wide/ })).toContainText("share 6 + share 6 = 12");
  await cell(page, "address", "wide").click();
  await page.keyboard.press("Shift+ArrowDown");
  await page.keyboard.press("Delete");
  await expect(cell(page, "supporters", "wide")).toHaveAccessibleName("Supporters at wide: 6, carried from mid");
  await cell(page, "pick-1", "wide").click();
  await page.keyboard.type("x\n");
  await cell(page, "pick-1", "wide").click();
  await page.keyboard.press("l");
  await expect(cell(page, "pick-4", "wide")).toHaveAccessibleName("Pick 4 at wide: x, hidden, set here");
});

test("a row is copied to another page with its pictures, and cut and pasted on its own", async ({
  page,
  app,
  context,
}) => {
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await openBench(page, app);
  await cell(page, "foot", "").click();
  await page.keyboard.press("Control+c");
  await expect.poll(() => page.evaluate(() => navigator.clipboard.readText())).toContain('"name": "Foot"');
  await page.getByRole("link", { name: "Plan a visit" }).click();
  // Widths of twelve columns are no widths of five; the reason is said.
  await cell(page, "end", "").click();
  await page.keyboard.press("Control+v");
  await expect(page.getByRole("alert")).toContainText("at most 5: the row has 5 columns");
  await page.getByRole("link", { name: "Sightings" }).click();
  await cell(page, "pager", "").click();
  await page.keyboard.press("Control+v");
  await expect(page.getByRole("rowheader", { name: "Supporters" })).toBeVisible();
  await expect(cell(page, "row-1", "")).toBeFocused();

  await page.keyboard.press("Control+x");
  await expect(page.getByRole("rowheader", { name: "Supporters" })).toHaveCount(0);
  await page.getByRole("treegrid").evaluate((sheet) => (sheet.scrollTop = 0));
  await cell(page, "links", "wide").click();
  await page.keyboard.press("Control+v");
  await expect(page.getByRole("rowheader", { name: "Supporters" })).toBeVisible();
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  await expect(page.getByText("Saved · rev 7")).toBeVisible();
  await expect(page.getByRole("rowheader", { name: "Supporters" })).toHaveCount(0);
});

test("any action, page or node is found by typing, and the keys are shown", async ({ page, app }) => {
  await openBench(page, app);
  await page.keyboard.press("Control+k");
  await page.keyboard.type("tide table column");
  await page.keyboard.press("Enter");
  await expect(cell(page, "tide-table", "wide")).toBeFocused();
  await page.keyboard.press("Control+k");
  await page.keyboard.type("copy settings from full to wide");
  await page.keyboard.press("Enter");
  await expect(cell(page, "lead-story", "wide")).toHaveAccessibleName("Lead story at wide: 8, set here");
  await page.keyboard.press("w");
  await expect(page.getByRole("rowheader", { name: "Row 1" })).toBeVisible();
  await expect(cell(page, "column-1", "wide")).toBeFocused();
  await page.keyboard.press("Shift+N");
  await expect(page.getByRole("row", { name: /^New column/ })).toHaveAttribute("data-row", "column-2");
  await page.keyboard.press("?");
  const keys = page.getByRole("dialog", { name: "Keys" });
  await expect(keys.getByText("Give its siblings, or the selected nodes, the same settings")).toBeVisible();
  // The README has the same.
  const rows = await keys
    .locator("dl > div")
    .evaluateAll((all) => all.map((row) => [...row.children].map((c) => c.textContent)));
  const readme = readFileSync("../README.md", "utf8");
  expect(rows.length).toBeGreaterThan(20);
  for (const [key, does] of rows) expect(readme).toContain(`| ${key} | ${does} |`);
  await page.keyboard.press("Escape");
  await expect(keys).toHaveCount(0);
  await page.keyboard.press("Control+k");
  await page.keyboard.type("to sightings");
  await page.keyboard.press("Enter");
  await expect(page).toHaveTitle(/^Sightings/);

  // What the sheet does with a key is found as well.
  await page.goBack();
  await cell(page, "address", "wide").click();
  await page.keyboard.press("Control+k");
  await page.keyboard.type("rename");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("textbox", { name: "Name of Address" })).toBeFocused();
  await page.keyboard.type("Where to\n");
  await expect(page.getByRole("rowheader", { name: "Where to" })).toBeFocused();
  // One column's settings for others, wherever they stand.
  await cell(page, "tide-table", "wide").click();
  await cell(page, "log-morning", "wide").click({ modifiers: ["Control"] });
  await cell(page, "tide-table", "wide").click({ modifiers: ["Control"] });
  await cell(page, "tide-table", "wide").click({ modifiers: ["Control"] });
  await page.keyboard.press("l");
  await expect(cell(page, "log-morning", "wide")).toHaveAccessibleName("Morning at wide: 1_3, set here");
});

test("labelled controls set what the notation says and what it does not", async ({ page, app }) => {
  await openBench(page, app);
  await cell(page, "tide-table", "wide").click();
  await page.keyboard.press("s");
  const settings = page.getByRole("dialog", { name: "Settings of Tide table at wide" });
  await expect(settings.getByRole("combobox", { name: "Width" })).toBeFocused();
  await settings.getByRole("button", { name: "Units: one more" }).click();
  await settings.getByRole("textbox", { name: "Order" }).fill("first");
  await page.keyboard.press("Enter");
  await settings.getByRole("combobox", { name: "Align" }).selectOption("bottom");
  await settings.getByRole("textbox", { name: "Nudge" }).fill("-1");
  await page.keyboard.press("Enter");
  await expect(cell(page, "tide-table", "wide")).toHaveAccessibleName(
    "Tide table at wide: 1_4, order first, nudge -1, align bottom, set here",
  );
  await settings.getByRole("button", { name: "Reset Skip before" }).click();
  await expect(settings.getByText("default")).toHaveCount(4); // skip, trail, place, shown
  await expect(cell(page, "tide-table", "wide")).toHaveAccessibleName(/: 4, order first, nudge -1/);
  // A place makes the skip that it needs, and is what the cell says.
  await settings.getByRole("textbox", { name: "Begin at" }).fill("9");
  await page.keyboard.press("Enter");
  await expect(cell(page, "tide-table", "wide")).toHaveAccessibleName(/: @9_4, order first, nudge -1/);
  await expect.poll(() => code(page)).toContain("kr-skip-8-wide");
  await page.keyboard.press("Escape");
  await expect(cell(page, "tide-table", "wide")).toBeFocused();
  await page.keyboard.type("@10_3\n");
  await expect(cell(page, "tide-table", "wide")).toHaveAccessibleName(/: @10_3, order first/);
  await expect(cell(page, "tide-table", "full")).toHaveAccessibleName(/: @10_3, .*carried from wide/);

  await cell(page, "body", "wide").click();
  await page.getByRole("button", { name: "Settings of Body at wide" }).click();
  const ofRow = page.getByRole("dialog", { name: "Settings of Body at wide" });
  await ofRow.getByRole("combobox", { name: "Spread" }).selectOption("between");
  await ofRow.getByRole("combobox", { name: "Gutter" }).fill("none");
  await page.keyboard.press("Enter");
  await expect.poll(() => code(page)).toContain("kr-gap-x-0-wide");
  // What no longer fits is shown before a row divides into other columns.
  const before = await code(page);
  await ofRow.getByRole("combobox", { name: "Inner columns" }).selectOption("4");
  const unfit = ofRow.getByRole("group", { name: "What no longer fits" });
  await expect(unfit).toContainText("Log: take 8 set at wide is more than its row’s 4 columns: drawn as 4");
  expect(await code(page)).toBe(before);
  await page.keyboard.press("Tab");
  await page.keyboard.press("Enter"); // Keep as it is
  await expect(unfit).toHaveCount(0);
  expect(await code(page)).toBe(before);
  await ofRow.getByRole("combobox", { name: "Inner columns" }).selectOption("4");
  await expect(unfit.getByRole("button", { name: "Change" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect.poll(() => code(page)).toContain("kr-of-4-wide");
  await page.keyboard.press("Escape");

  await cell(page, "whole-page", "wide").click();
  await page.keyboard.press("s");
  await page.getByRole("dialog").getByRole("combobox", { name: "Kind" }).selectOption("fluid below wide");
  await expect(cell(page, "whole-page", "mid")).toHaveAccessibleName(
    "Whole page at mid: fluid below wide, container 660 px, as wide as the viewport",
  );
  await expect.poll(() => code(page)).toContain('<div class="kr-frame-open-wide">');
  await page.getByRole("dialog").getByRole("combobox", { name: "Space before" }).fill("24px");
  await page.keyboard.press("Enter");
  await expect(cell(page, "whole-page", "full")).toHaveAccessibleName(/space before 24px, carried from wide/);
  await expect.poll(() => code(page)).toContain('<div class="kr-frame-open-wide kr-before-24-wide">');
  await expect(page.getByText(/\d+ boxes agree/)).toBeVisible();
});

test("Why says which setting wins, what carries it, and the sum", async ({ page, app }) => {
  await openBench(page, app);
  await cell(page, "tide-table", "wide").click();
  const why = page.getByRole("region", { name: "Why" });
  await expect(why.getByRole("row", { name: /^mid/ })).toContainText("take 5 of 12kr-take-5-mid");
  await expect(why.locator("s")).toHaveText(["full line", "take 5 of 12"]);
  await expect(why.locator("td b")).toHaveText(["skip 1", "take 3 of 12"]);
  await expect(why).toContainText("876 ÷ 12 × 3 − 28 = 191 px wide");
  await cell(page, "tide-table", "mid").click();
  await expect(why).toContainText("588 ÷ 12 × 5 − 28 = 217 px wide");
  await cell(page, "body", "wide").click();
  await page.keyboard.type("/1\n");
  await cell(page, "body", "wide").click();
  await expect(why).toContainText("line 2: 1 of 1 a line, full; 1 a line, so Tide table starts line 2");
});

test("off the grid, and what a technique cannot do, are said where they are", async ({ page, app }) => {
  await openBench(page, app, "/gullwing-point/sightings");
  await expect(cell(page, "find", "full")).toHaveAccessibleName(/4\.5, carried from wide.*off the grid/s);
  await page.goto(`${app}/gullwing-point/plan-a-visit`);
  await cell(page, "map", "wide").click();
  await page.keyboard.type("~\n");
  await cell(page, "map", "wide").click();
  await expect(page.getByRole("region", { name: "Why" })).toContainText(
    "grid tracks are never as wide as their content: drawn as the full line",
  );
});

test("change points stand on the width bar, and the lane follows its thumb over one", async ({ page, app }) => {
  // What is measured comes after the change points: they are told again.
  await page.route(/\/measures\?/, (route) => void setTimeout(() => void route.continue().catch(() => {}), 1500));
  await openBench(page, app, "/gullwing-point/sightings");
  await cell(page, "links", "mid").click();
  await page.keyboard.type("0_=_3\n");
  const tick = page.locator("[data-change]").first();
  await expect(tick).toHaveAttribute("title", /^Lines change at [\d.]+ px: Masthead$/);
  const at = Number(await tick.getAttribute("data-change"));
  const slider = page.getByRole("slider", { name: "Width of the mid lane" });
  await expect(slider).toHaveAttribute("aria-valuetext", new RegExp(`lines change at ${at} px`));
  const masthead = page.getByRole("gridcell", { name: /^Masthead at mid/ });
  await slider.press("Home");
  const before = await masthead.getAttribute("aria-label");
  await slider.press("End");
  await expect(masthead).not.toHaveAttribute("aria-label", before!);
});

test("a refused width stays in its cell and says why, at the sheet's end too, and is left for another cell", async ({
  page,
  app,
}) => {
  await openBench(page, app);
  await cell(page, "supporters", "base").click();
  await page.keyboard.type("13\n");
  await expect(page.getByRole("treegrid").getByRole("alert")).toBeInViewport({ ratio: 0.9 });
  await page.keyboard.press("Escape");
  await cell(page, "log", "wide").click();
  await page.keyboard.type("13\n");
  const field = page.getByRole("textbox", { name: "Log at wide" });
  await expect(field).toHaveValue("13");
  await expect(field).toHaveAccessibleDescription(/a width of at most 12: the row has 12 columns/);
  await page.keyboard.press("Escape");
  await expect(cell(page, "log", "wide")).toHaveAccessibleName("Log at wide: 8, set here");
  await page.keyboard.type("34\n");
  await expect(page.getByRole("textbox", { name: "Log at wide" })).toHaveAttribute("aria-invalid", "true");
  await cell(page, "mark", "wide").click();
  await page.keyboard.type("2\n");
  await expect(cell(page, "mark", "wide")).toHaveAccessibleName("Mark at wide: 2, set here");
  await expect(cell(page, "log", "wide")).toHaveAccessibleName("Log at wide: 8, set here");
  // What was typed and not yet sent goes with the choice of another cell.
  await page.keyboard.type("3");
  await cell(page, "log", "mid").click();
  await expect(cell(page, "site-links", "wide")).toHaveAccessibleName("Site links at wide: 3, set here");
});

test("a recipe is drawn while it is typed, a wrong one says why at its character, and a row is kept as one", async ({
  page,
  app,
}) => {
  await openBench(page, app);
  const box = page.getByRole("textbox", { name: "add row" });
  await box.fill("4 8 | mid 6 13");
  await expect(page.getByRole("alert")).toHaveText("At character 13: a width of at most 12: the row has 12 columns.");
  await expect(page.locator("mark")).toHaveText("13");
  await box.press("Enter");
  await expect(box).toHaveValue("4 8 | mid 6 13");
  await box.fill("4 8 | mid 6 6");
  await expect(page.getByRole("img", { name: "The row at mid" }).locator("[data-column]")).toHaveCount(2);
  await box.press("Enter");
  await expect(cell(page, "column-1", "base")).toHaveAccessibleName("Column 1 at base: 4, set here");
  await expect(cell(page, "column-2", "full")).toHaveAccessibleName("Column 2 at full: 6, carried from mid");
  await page.keyboard.press("Control+z");

  // A row is kept as a recipe, found, put in again, and given to another row.
  await cell(page, "log", "wide").click();
  await page.getByRole("button", { name: "Row recipes" }).click();
  const recipes = page.getByRole("dialog", { name: "Row recipes" });
  await recipes.getByRole("textbox", { name: "Name of the recipe" }).fill("Log and tides");
  await page.keyboard.press("Enter");
  await expect(recipes.getByRole("button", { name: /^Log and tides mid 7\(x2\) 5/ })).toBeVisible();
  await recipes.getByRole("searchbox", { name: "Find a recipe" }).fill("gallery");
  await expect(recipes.getByRole("listitem")).toHaveCount(1);
  await page.keyboard.press("Enter");
  await expect(page.getByRole("gridcell", { name: /^Row 1 at wide: ÷4, .*set here/ })).toBeVisible();

  await cell(page, "pick-1", "wide").click();
  await page.getByRole("button", { name: "Row recipes" }).click();
  await recipes.getByRole("checkbox", { name: "Give it to Wardens’ picks" }).check();
  await recipes.getByRole("button", { name: /^Log and tides/ }).click();
  await expect(page.getByRole("rowheader", { name: /Pick/ })).toHaveCount(2);
  await expect(
    page.getByRole("button", {
      name: /^Undo: Change the columns of Wardens’ picks; what was in Pick 3, Pick 4 is in Pick 2 now/,
    }),
  ).toBeVisible();
  await expect.poll(() => code(page)).toContain("Lamp nights");
});

test("focus and lane widths are chosen, and the lane follows", async ({ page, app }) => {
  await openBench(page, app);
  await page.keyboard.press(",");
  await expect(page.getByRole("button", { name: /^mid.*in focus/ })).toBeVisible();
  await page.getByRole("button", { name: /^full/ }).click();
  const slider = page.getByRole("slider", { name: "Width of the full lane" });
  await slider.press("Home");
  await expect(page.getByRole("img", { name: "The page at full, 1240 px wide" })).toBeVisible();
  await slider.press("ArrowRight");
  await expect(page.getByRole("img", { name: "The page at full, 1241 px wide" })).toBeVisible();
});

test("two windows on one page follow each other, both may edit, and edits wait for the server", async ({
  page,
  app,
  context,
}) => {
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

  // Where one takes a column away in which the other types, the sheet takes keys in the next.
  await cell(page, "supporters", "wide").click();
  await page.keyboard.type("4");
  await cell(other, "supporters", "").click();
  await other.keyboard.press("Delete");
  await expect(cell(page, "supporters", "wide")).toHaveCount(0);
  await page.keyboard.type("5\n");
  await expect(cell(page, "address", "wide")).toHaveAccessibleName("Address at wide: 5, set here");

  // Away from the server, edits wait and are sent again.
  await context.setOffline(true);
  await cell(page, "log", "wide").click();
  await page.keyboard.type("7\n");
  await expect(page.getByText("Not saved, edits wait")).toBeVisible();
  await context.setOffline(false);
  await expect(cell(other, "log", "wide")).toHaveAccessibleName("Log at wide: 7, set here");
});

test("the proof shows the generated page at the chosen width", async ({ page, app }) => {
  await page.goto(`${app}${front}/proof`);
  const inside = page.frameLocator("iframe");
  await expect(inside.locator('[data-node="tide-table"]')).toHaveCSS("width", "191px");
  await page.getByRole("radio", { name: "base" }).click();
  await expect(inside.locator('[data-node="tide-table"]')).toHaveCSS("width", "320px");
  await page.getByRole("slider", { name: "Width of the proof" }).press("ArrowRight");
  await expect(inside.locator('[data-node="tide-table"]')).toHaveCSS("width", "321px");
  // The same by mixins, with no grid class.
  await page.getByRole("radio", { name: "Mixins" }).click();
  await expect(inside.locator('[data-node="masthead"]')).toHaveClass("masthead");
  await expect(inside.locator('[data-node="tide-table"]')).toHaveCSS("width", "321px");
});

test("a project file is brought in; a damaged one says what is wrong with it", async ({ page, app }) => {
  await page.goto(app);
  const file = readFileSync("../demo/gullwing-point.kitrows.json", "utf8");
  const bring = async (text: string) =>
    page
      .getByLabel("Project file, page or stylesheets")
      .setInputFiles({ name: "a.kitrows.json", mimeType: "application/json", buffer: Buffer.from(text) });
  await bring(file.replace('"skip": 1', '"skip": 12'));
  await expect(page.getByRole("alert")).toContainText("skip: found 12, want at most 11");
  await bring(file.replace('"gullwing-point"', '"second"').replace('"Gullwing Point"', '"Second <b>station</b>"'));
  await page.getByRole("link", { name: /Second <b>station<\/b>/ }).click();
  await expect(page.getByRole("treegrid", { name: "Span sheet" })).toBeVisible();
});

test("in a narrow window the panel is a drawer that opens and closes", async ({ page, app }) => {
  await page.setViewportSize({ width: 900, height: 700 });
  await openBench(page, app);
  await cell(page, "log", "wide").click();
  const panel = page.getByRole("complementary", { name: "Selection and code" });
  await expect(panel).toBeHidden();
  await page.getByRole("button", { name: "Why and code" }).click();
  await expect(panel.getByLabel("Name of the column")).toHaveValue("Log");
  await panel.getByRole("button", { name: "Close the panel" }).click();
  await expect(panel).toBeHidden();
  await expect(page.getByRole("button", { name: "Why and code" })).toBeFocused();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(900);
});

test("the trade's words find our actions, with and without a selection", async ({ page, app }) => {
  await openBench(page, app);
  for (const selected of [false, true]) {
    if (selected) await cell(page, "log", "wide").click();
    await page.keyboard.press("Control+k");
    for (const [word, action] of [
      ["offset", "Skip one unit more"],
      ["span", "One unit wider"],
    ] as const) {
      await page.getByPlaceholder("Find an action, a page or a node").fill(word);
      await expect(page.getByText("Select a row or a column first")).toBeVisible({ visible: !selected });
      await expect(page.getByRole("option", { name: action })).toBeEnabled({ enabled: selected });
    }
    await page.keyboard.press("Escape");
  }
});
