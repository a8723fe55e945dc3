import { cell, code, expect, openBench, test } from "./app";

const header = (name: RegExp) => ({ name });

test("blocks of a column become the columns of a row, and columns one of several", async ({ page, app }) => {
  await openBench(page, app);
  const before = await code(page);
  await page.getByRole("rowheader", header(/^Lead story/)).click();
  await page.keyboard.press("b");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Shift+ArrowDown");
  await expect(page.getByText("2 nodes: W wraps them")).toBeVisible();
  await page.keyboard.press("w");
  await expect(page.getByRole("rowheader", header(/^Row 1/))).toBeVisible();
  await expect(page.getByRole("gridcell", header(/^Kittiwakes back.* at wide/))).toContainText("6");
  await page.keyboard.press("Control+z");
  await expect.poll(() => code(page)).toBe(before);

  await page.getByRole("rowheader", header(/^Log$/)).click();
  await page.getByRole("rowheader", header(/^Tide table/)).click({ modifiers: ["Shift"] });
  await page.keyboard.press("w");
  const group = page.getByRole("rowheader", header(/^Log and Tide table/));
  await expect(group).toBeFocused();
  await expect(cell(page, "log", "wide")).toContainText("8"); // it keeps its place
  await page.keyboard.press("u");
  await expect(group).toHaveCount(0);
  await expect(cell(page, "tide-table", "full")).toContainText("1_3");
});

test("several nodes are copied, cut and deleted at once", async ({ page, app, context }) => {
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await openBench(page, app);
  await page.getByRole("rowheader", header(/^Pick 1/)).click();
  await page.getByRole("rowheader", header(/^Pick 3/)).click({ modifiers: ["Control"] });
  await page.keyboard.press("Control+x");
  await expect(page.getByRole("rowheader", header(/^Pick/))).toHaveCount(2);
  await page.getByRole("rowheader", header(/^Wardens/)).click();
  await page.keyboard.press("Control+v");
  await expect(page.getByRole("rowheader", header(/^Pick/))).toHaveCount(4);
  // Firefox tells the body, in which the text cursor would be.
  await page.getByRole("rowheader", header(/^Log/)).first().click();
  await page.evaluate(() => document.body.dispatchEvent(new ClipboardEvent("copy", { bubbles: true })));
  await expect.poll(() => page.evaluate(() => navigator.clipboard.readText())).toContain('"name": "Log"');
  await page.getByRole("rowheader", header(/^Pick 2/)).click();
  await page.getByRole("rowheader", header(/^Pick 4/)).click({ modifiers: ["Shift"] });
  await page.keyboard.press("Delete");
  await expect(page.getByRole("rowheader", header(/^Pick/))).toHaveCount(2);
  await page.keyboard.press("Control+z");
  await expect(page.getByRole("rowheader", header(/^Pick/))).toHaveCount(4);
});

test("pages are named, copied, ordered and deleted, and undo brings them back", async ({ page, app }) => {
  await openBench(page, app);
  const pages = page.getByRole("navigation", { name: "Pages" });
  const menu = async (item: string) => {
    await page.getByRole("button", { name: /^Page .*: menu$/ }).click();
    await page.getByRole("menuitem", { name: item }).click();
  };
  await menu("Name, title, file…");
  const details = page.getByRole("dialog", { name: "The page" });
  await details.getByLabel("Name").fill("Start");
  await details.getByLabel("Description").fill("What the wardens count.");
  await details.getByLabel("File").fill("no file");
  await page.keyboard.press("Enter");
  await expect(details.getByRole("alert")).toContainText("a file name such as index.html");
  await page.keyboard.press("Escape");
  await expect(pages.getByRole("link").first()).toHaveText("Start");

  await menu("Duplicate page");
  await expect(page).toHaveURL(/page-6$/);
  await expect(pages.getByRole("link").nth(1)).toHaveText("Start 2");
  await menu("Move page right");
  await expect(pages.getByRole("link").nth(2)).toHaveText("Start 2");
  await menu("Delete page");
  await expect(page).toHaveURL(/front-page$/);
  await expect(page.getByRole("button", { name: "Undo: Delete page Start 2" })).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(page).toHaveURL(/page-6$/);
  await page.getByRole("button", { name: "Page on another kit" }).click();
  await page.getByRole("menuitem", { name: "New page on Five Uneven" }).click();
  await expect(page.getByRole("link", { name: /^Five Uneven/ })).toBeVisible();
});
