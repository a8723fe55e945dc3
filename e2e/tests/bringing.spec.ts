import { cell, code, expect, front, openBench, test } from "./app";
import { expectNoViolations } from "./violations";

// A team's stylesheet becomes a kit, and a page is written in its classes.

test("a stylesheet is brought in and a page is laid out in its classes", async ({ page, app }) => {
  await page.goto(`${app}${front}/kit/plain-twelve`);
  await page.getByRole("button", { name: "Add a kit" }).click();
  await page.getByLabel("From stylesheets").setInputFiles("fixtures/harbour.css");
  const dialog = page.getByRole("dialog", { name: "A kit from harbour.css" });
  await expect(dialog.getByText("12 columns, by the widths of 22 classes")).toBeVisible();
  await dialog.getByRole("button", { name: /^Show .*: pier/ }).click();
  await expect(dialog.locator("[aria-current]")).toHaveText([/\.pier \{ margin/, /\.pier::after/]);
  await dialog.getByRole("radio", { name: "Classes" }).click();
  await expect(dialog.getByRole("row", { name: "m4 column take 4 below from-900" })).toBeVisible();
  await expectNoViolations(page, '[role="dialog"]');
  await dialog.getByRole("button", { name: "Take it" }).click();
  await expect(page.getByRole("heading", { name: "harbour" })).toBeVisible();
  await page.getByRole("button", { name: "Use for Front page" }).click();
  await page.getByRole("button", { name: "Accept" }).click();
  await expect(page.getByText("Saved · rev 3")).toBeVisible();

  await openBench(page, app);
  await cell(page, "tide-table", "from-900").click();
  await page.keyboard.type("4\n");
  await expect(page.getByText("Saved · rev 4")).toBeVisible();
  expect(await code(page)).toContain('class="berth b4');
  await cell(page, "tide-table", "from-560").click();
  await page.keyboard.type("5\n");
  await expect(page.getByRole("alert").first()).toContainText("the nearest that harbour has classes for");
});

test("a file without a grid says what is missing", async ({ page, app }) => {
  await page.goto(`${app}${front}/kit/plain-twelve`);
  await page.getByRole("button", { name: "Add a kit" }).click();
  await page.getByLabel("From stylesheets").setInputFiles({
    name: "type.css",
    mimeType: "text/css",
    buffer: Buffer.from("h1 { font-size: 2em }\n.lead { width: 50% }\n"),
  });
  const dialog = page.getByRole("dialog", { name: "A kit from type.css" });
  await expect(dialog.getByRole("alert")).toHaveText(
    "No grid found: there are no widths of columns. It takes at least two classes that say how wide a column is, as parts of one row.",
  );
  await expect(dialog.getByRole("button", { name: "Take it" })).toBeDisabled();
});
