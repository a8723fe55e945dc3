import type { Page } from "@playwright/test";
import { cell, code, expect, openBench, test } from "./app";

/** Presses on a place; what drags is fetched when the pointer first moves. */
async function press(page: Page, x: number, y: number) {
  await page.mouse.move(x, y);
  await page.locator("[id^=DndLiveRegion]").waitFor({ state: "attached" });
  await page.mouse.down();
}

/** Takes a node's name in the sheet over another row, and holds it there. */
async function carry(page: Page, node: string, over: string, share: number) {
  const from = page.locator(`[data-spot="${node}/"]`);
  await from.scrollIntoViewIfNeeded();
  const a = (await from.boundingBox())!;
  await press(page, a.x + 50, a.y + 10);
  const b = (await page.locator(`[data-row="${over}"]`).boundingBox())!;
  await page.mouse.move(b.x + 90, b.y + b.height * share, { steps: 8 });
}

const says = (page: Page, name: string) => page.getByRole("status").filter({ hasText: name });

test("columns are dragged between rows and in a lane; a mark shows where, and the ledger that it makes", async ({
  page,
  app,
}) => {
  await openBench(page, app);
  const before = await code(page);
  await cell(page, "supporters", "wide").scrollIntoViewIfNeeded();
  await carry(page, "supporters", "log", 0.8);
  await expect(page.locator("[data-drop=after]")).toBeVisible();
  await expect(says(page, "Supporters")).toContainText("Body at wide: 8 · 6 + 1 + 3 = 10, 2 lines");
  await page.keyboard.press("Escape");
  await expect(page.locator("[data-drop]")).toHaveCount(0);
  await page.mouse.up();
  expect(await code(page)).toBe(before);
  await carry(page, "supporters", "log", 0.8);
  await expect(says(page, "Supporters")).toContainText("2 lines");
  await page.mouse.up();
  await expect(page.getByRole("gridcell", { name: /^Body at wide/ })).toContainText("8 · 6 + 1 + 3 = 10");
  await expect(page.locator('[data-spot="supporters/"]')).toBeFocused();
  await page.keyboard.press("Control+z");
  await expect.poll(() => code(page)).toBe(before);

  // A drop that cannot be says why and changes nothing.
  await cell(page, "log", "wide").scrollIntoViewIfNeeded();
  await carry(page, "body", "log-morning", 0.5);
  await expect(says(page, "Body")).toContainText("a node outside the one that is moved");
  await page.mouse.up();
  await expect(page.getByText("Saved · rev 3")).toBeVisible();
  expect(await code(page)).toBe(before);

  // Columns trade places in a lane.
  await cell(page, "tide-table", "wide").click();
  const lane = '[data-lane="wide"]';
  const from = (await page.locator(`${lane} [data-column="tide-table"]`).boundingBox())!;
  const to = (await page.locator(`${lane} [data-column="log"]`).boundingBox())!;
  await press(page, from.x + 20, from.y + 12);
  await page.mouse.move(to.x + 10, to.y + 8, { steps: 6 });
  await expect(says(page, "Tide table")).toContainText("Body at wide: 1 + 3 + 8 = 12");
  await page.mouse.up();
  await expect(page.getByRole("gridcell", { name: /^Body at wide/ })).toContainText("1 + 3 + 8 = 12");
});

test("a finger that rests on a column drags it", async ({ app, browser }) => {
  const context = await browser.newContext({ hasTouch: true });
  const page = await context.newPage();
  await openBench(page, app);
  await page.touchscreen.tap(400, 300);
  await page.locator("[id^=DndLiveRegion]").waitFor({ state: "attached" });
  await cell(page, "log-morning", "wide").evaluate((e) => e.scrollIntoView({ block: "center" }));
  const from = (await page.locator('[data-spot="tide-table/"]').boundingBox())!;
  const to = (await page.locator('[data-row="log"]').boundingBox())!;
  const touch = await context.newCDPSession(page);
  const at = async (type: "touchStart" | "touchMove" | "touchEnd", x: number, y: number) =>
    touch.send("Input.dispatchTouchEvent", { type, touchPoints: type === "touchEnd" ? [] : [{ x, y }] });
  await at("touchStart", from.x + 60, from.y + 10);
  await page.waitForTimeout(400);
  for (const share of [0.3, 0.7, 1]) await at("touchMove", from.x + 60, from.y + 10 + share * (to.y + 4 - from.y - 10));
  await expect(says(page, "Tide table")).toContainText("Body at wide: 1 + 3 + 8 = 12");
  await at("touchEnd", 0, 0);
  await expect(page.getByRole("gridcell", { name: /^Body at wide/ })).toContainText("1 + 3 + 8 = 12");
  await context.close();
});

test("nodes move on and back by key, and sections and containers come by key", async ({ page, app }) => {
  await openBench(page, app);
  await cell(page, "tide-table", "").scrollIntoViewIfNeeded();
  await cell(page, "tide-table", "").click();
  await page.keyboard.press("Shift+Alt+ArrowDown");
  await expect(page.getByRole("gridcell", { name: /^Foot at wide/ })).toContainText("1 + 3 + 6 = 10 · 6");
  await page.keyboard.press("Shift+Alt+ArrowUp");
  await expect(page.getByRole("gridcell", { name: /^Foot at wide/ })).toContainText("6 + 6 = 12");
  await page.keyboard.press("F");
  await expect(page.getByRole("rowheader", { name: "Section 1 section" })).toBeFocused();
  await page.keyboard.press("f");
  await expect(page.getByRole("rowheader", { name: "Container 2 container" })).toBeFocused();
  await page.keyboard.press("w");
  await expect(page.getByRole("rowheader", { name: "Section 2 section" })).toBeFocused();
  await page.keyboard.press("t");
  await page.keyboard.type("ar\n");
  await page.keyboard.press("F2");
  await page.keyboard.type("Late news\n");
  await expect(page.getByRole("rowheader", { name: "Late news article" })).toBeFocused();
  await expect.poll(() => code(page)).toContain("</article> <!-- end section: Late news -->");
});

test("the columns of a row that is a list are its items, and are none where they go", async ({ page, app }) => {
  await openBench(page, app);
  await cell(page, "foot", "").click();
  await page.keyboard.press("t");
  await page.keyboard.type("ul\n");
  await expect.poll(() => code(page)).toMatch(/<ul class="kr-row">\s+<li class="kr-cell kr-take-6-mid">/);
  await cell(page, "address", "").click();
  await expect(page.getByRole("rowheader", { name: "Address li" })).toBeFocused();
  await expect(page.getByLabel("Tag of the column")).toBeDisabled();
  await page.keyboard.press("t"); // an item is an item
  await page.keyboard.press("Shift+Alt+ArrowUp");
  await expect(page.getByRole("rowheader", { name: "Address", exact: true })).toBeFocused();
  await expect.poll(() => code(page)).toMatch(/<div class="kr-cell kr-take-6-mid">\s+<p>\s+Gullwing Point Bird/);
});

test("an id, classes and a note are given; what cannot be is refused", async ({ page, app }) => {
  await openBench(page, app);
  await cell(page, "log", "wide").click();
  await page.getByText("Id, classes, selector, note").click();
  const side = page.getByRole("region", { name: "Selection" });
  const write = async (label: string, text: string) => {
    await side.getByLabel(label, { exact: true }).fill(text);
    await side.getByLabel(label, { exact: true }).press("Enter");
  };
  await write("Id", "log");
  await write("Classes", "paper tall");
  await write("Note", "From the wardens' book.");
  await expect.poll(() => code(page)).toMatch(/<div id="log" class="kr-cell kr-take-7-mid kr-take-8-wide paper tall">/);
  await expect(page.getByRole("rowheader", { name: /Log.*note: From the wardens' book\./ })).toBeVisible();
  await write("Classes", "kr-take-3-wide");
  await expect(page.getByRole("alert")).toContainText("a class that Plain Twelve does not write itself");
});

test("narrower breakpoints are filled, one row or all, with reasons, and undone", async ({ page, app }) => {
  await openBench(page, app);
  await cell(page, "mark", "mid").click();
  await page.keyboard.press("Delete");
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  const before = await code(page);
  await page.getByRole("button", { name: "Fill smaller widths" }).click();
  const dialog = page.getByRole("dialog", { name: "Fill smaller widths from wide" });
  await expect(dialog.getByRole("listitem").filter({ hasText: "Opening" })).toContainText("12 · 12 → becomes 7 + 5");
  await expect(dialog.getByRole("listitem").first()).toContainText("at 630 px");
  await dialog.getByRole("button", { name: "Accept Opening at mid" }).click();
  await expect(dialog.getByRole("listitem")).toHaveCount(1);
  await expect.poll(() => code(page)).toContain('<article class="kr-cell kr-take-7-mid kr-take-8-full">');
  await dialog.getByRole("button", { name: "Accept all 1" }).click();
  await expect(dialog).toHaveCount(0);
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  await expect.poll(() => code(page)).toBe(before);
});

test("moments are named, held against one another and gone back to", async ({ page, app }) => {
  await openBench(page, app);
  const before = await code(page);
  await cell(page, "log", "wide").click();
  await page.keyboard.type("6\n");
  await page.getByRole("tab", { name: "History" }).click();
  const history = page.getByRole("region", { name: "History" });
  await expect(history.getByRole("listitem").first()).toContainText("Log: 6 at wide");
  await history.getByRole("button", { name: "Name revision 1" }).click();
  await page.keyboard.type("As it came\n");
  await expect(history.getByText("As it came", { exact: true })).toBeVisible();
  await history.getByRole("button", { name: "Compare revision 1 with another" }).click();
  await history.getByRole("link", { name: "Compare revision 1 with 2" }).click();
  await expect(page.getByText("Markup: 1 line added, 1 line removed")).toBeVisible();
  await expect(page.getByRole("group", { name: "Lines that changed" })).toContainText("kr-take-6-wide");
  await expect(page.getByRole("img", { name: "The page at wide, As it came" })).toBeVisible();
  await page.getByRole("button", { name: "Restore" }).click();
  await page.getByRole("link", { name: "Bench" }).click();
  await expect.poll(() => code(page)).toBe(before);
  await expect(page.getByRole("button", { name: "Undo: Back to As it came" })).toBeEnabled();
  await page.getByRole("button", { name: "Undo: Back to As it came" }).click();
  await expect(cell(page, "log", "wide")).toHaveAccessibleName("Log at wide: 6, set here");
});
