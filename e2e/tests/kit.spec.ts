import { cell, expect, front, openBench, test } from "./app";
import { expectNoViolations } from "./violations";

test("a number of the kit is typed, held against the page, accepted, and undone as one", async ({ page, app }) => {
  await openBench(page, app);
  await page.getByRole("link", { name: /^Plain Twelve/ }).click();
  const number = (name: string) => page.getByRole("button", { name: new RegExp(`^${name}`) });
  const facts = page.getByRole("table", { name: "Numbers" });
  await expect(facts.getByRole("row", { name: /^Column 8.67/ })).toContainText("8.67 to 34.42214572");

  await number("Gutter at wide: 28, carried").click();
  await page.keyboard.type("36\n");
  await page.keyboard.press("Escape");
  await expect(facts.getByRole("row", { name: /^Column 8.67/ })).toContainText("37.6764.67");
  const effects = page.getByRole("complementary", { name: "What the change does" });
  await expect(effects.getByRole("region", { name: "Front page" })).toContainText("14 of 14 columns change.");
  await expect(page.getByText("Not accepted yet")).toBeVisible();

  // What cannot be stays in its cell, with the reason.
  await number("Gutter at full: 36, carried").click();
  await page.keyboard.type("wide\n");
  await expect(page.getByRole("alert")).toContainText('found "wide"');
  await expect(page.getByRole("button", { name: "Accept" })).toBeDisabled();
  const refused = page.getByRole("textbox", { name: "Gutter at full" });
  await expect(refused).toHaveValue("wide");
  await refused.fill("36");
  await refused.press("Enter");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Accept" }).click();
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  await expect(number("Gutter at wide: 36")).toBeVisible();

  await page.getByRole("link", { name: "Bench" }).click();
  await cell(page, "tide-table", "wide").click();
  await expect(page.getByText("884 ÷ 12 × 3 − 36 = 185 px wide")).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(page.getByText("876 ÷ 12 × 3 − 28 = 191 px wide")).toBeVisible();
});

test("a breakpoint is removed; settings go to the one before it, and the pages say what changes", async ({
  page,
  app,
}) => {
  await page.goto(`${app}${front}/kit/plain-twelve`);
  await page.getByRole("button", { name: "Remove mid" }).click();
  const effects = page.getByRole("complementary", { name: "What the change does" });
  await expect(effects).toContainText("Body at base: 1 line, was 2");
  await page.getByRole("button", { name: "Reset" }).click();
  await expect(page.getByRole("region", { name: "mid" })).toBeVisible();
  await page.getByRole("button", { name: "Add a breakpoint after mid" }).click();
  await expect(page.getByRole("button", { name: "From at b3: 770" })).toBeVisible();
  await page.getByRole("button", { name: "Name at b3: b3" }).click();
  await page.keyboard.type("more\n");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Accept" }).click();
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  await page.getByRole("link", { name: "Bench" }).click();
  await expect(page.getByRole("button", { name: /^more, .*770–909 px/ })).toBeVisible();
});

test("the finder finds the nearest columns; axe finds nothing on the kit", async ({ page, app }) => {
  await page.goto(`${app}${front}/kit/five-uneven`);
  await page.getByRole("radio", { name: "Finder" }).click();
  await page.getByRole("textbox", { name: "Wanted" }).fill("1:2");
  await expect(page.getByRole("row", { name: /^2 : 3/ })).toBeVisible();
  await expectNoViolations(page);
});

test("a kit is copied, changed as a whole, given to the page, and deleted when nothing uses it", async ({
  page,
  app,
}) => {
  await page.goto(`${app}${front}/kit/plain-twelve`);
  await page.getByRole("button", { name: "Duplicate" }).click();
  await expect(page).toHaveURL(/\/kit\/plain-twelve-2$/);
  await expect(page.getByRole("link", { name: "Plain Twelve 2" })).toHaveAttribute("aria-current", "page");
  await page.getByRole("radio", { name: "float" }).click();
  await page.getByRole("textbox", { name: "Name" }).fill("Old Twelve");
  await page.getByRole("textbox", { name: "Name" }).press("Enter");
  await expect(page.getByText("No page uses this kit.")).toBeVisible();
  await page.getByRole("button", { name: "Accept" }).click();
  await expect(page.getByRole("link", { name: "Old Twelve" })).toBeVisible();
  await page.getByRole("button", { name: "Use for Front page" }).click();
  await expect(page.getByText("Nothing moves. Every row keeps its lines.")).toBeVisible();
  await page.getByRole("button", { name: "Accept" }).click();
  await expect(page.getByText("Used by Front page")).toBeVisible();
  await page.getByRole("link", { name: "Plain Twelve", exact: true }).click();
  await page.getByRole("button", { name: "Delete" }).click();
  await expect(page).toHaveURL(/\/kit\/fifth-gap$/);
  await page.getByRole("link", { name: "Bench" }).click();
  await expect(page.getByRole("link", { name: /^Old Twelve/ })).toContainText("float");
  for (let i = 0; i < 4; i++) await page.keyboard.press("Control+z");
  await expect(page.getByRole("link", { name: /^Plain Twelve/ })).toContainText("flex");
});

test("pages move to another kit together, with breakpoints paired as one says", async ({ page, app }) => {
  await page.goto(`${app}${front}/kit/five-uneven`);
  await page.getByRole("button", { name: "Use for Front page" }).click();
  const how = page.getByRole("region", { name: "How it is moved" });
  await expect(how).toContainText("Front page is moved from Plain Twelve.");
  await how.getByRole("combobox", { name: "Settings from full on go to" }).selectOption("mid");
  await expect(how.getByRole("combobox", { name: "Settings from wide on go to" })).toHaveValue("mid");
  const effects = page.getByRole("complementary", { name: "What the change does" });
  await expect(effects).toContainText("is left out: what full says holds");
  await expectNoViolations(page, "aside");
  await page.getByRole("button", { name: "Accept" }).click();
  await expect(page.getByText("Used by Front page, Plan a visit")).toBeVisible();
  await page.getByRole("link", { name: "Signal" }).click();
  await page.getByRole("button", { name: "Use for Front page" }).click();
  await how.getByRole("checkbox", { name: "The other page of Five Uneven too" }).check();
  await expect(effects.getByRole("region", { name: "Plan a visit" })).toBeVisible();
  await expect(how).toContainText("0 of 2 pages are moved"); // something would be left out of both
  await expect(page.getByRole("button", { name: "Accept" })).toBeDisabled();
  await effects.getByRole("checkbox", { name: /^Move Front page anyway/ }).click();
  await expect(how).toContainText("1 of 2 pages are moved");
  await effects.getByRole("checkbox", { name: /^Move Plan a visit anyway/ }).click();
  await page.getByRole("button", { name: "Accept" }).click();
  await expect(page.getByText(/^Used by .*Front page.*Plan a visit/)).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(page.getByText(/^Used by .*Front page/)).toBeHidden();
});

test("gutters that leave no room are a warning; containers are typed by their content and may never shrink", async ({
  page,
  app,
}) => {
  await page.goto(`${app}/gullwing-point/front-page/kit/plain-twelve`);
  const number = (name: string) => page.getByRole("button", { name: new RegExp(`^${name}`) });
  await number("Gutter at base").click();
  await page.keyboard.type("30\n");
  await page.keyboard.press("Escape");
  await expect(page.getByRole("note")).toContainText("At base, from 320 to 370 px, a column of one unit has no room");
  await expect(page.getByRole("button", { name: "Accept" })).toBeEnabled();
  await number("Content at wide: 848").click();
  await page.keyboard.type("860\n");
  await page.keyboard.press("Escape");
  await expect(number("Container at wide: 900")).toBeVisible();
  await page.getByLabel("Fixed width").selectOption("never shrinks, the page scrolls");
  await page.getByRole("button", { name: "Accept" }).click();
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  await expect(page.getByLabel("Fixed width")).toHaveValue("yes");
});
