import { readFileSync } from "node:fs";
import { expect, test } from "./app";
import { expectNoViolations } from "./violations";

test("a project is begun with a kit and a page, by keyboard alone", async ({ page, app }) => {
  await page.goto(app);
  await page.getByRole("button", { name: "New project" }).press("Enter");
  const form = page.getByRole("dialog", { name: "New project" });
  await expect(form.getByRole("textbox", { name: "Name" })).toBeFocused();
  await expect(form.getByRole("radio", { name: /^Fifth Gap/ })).toBeVisible();
  await page.keyboard.type("Tern Island");
  await page.keyboard.press("Tab");
  await page.keyboard.press("ArrowDown"); // Fifth Gap
  await page.keyboard.press("Tab");
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowDown"); // masthead, gallery, foot
  await page.keyboard.press("Enter");
  await expect(page).toHaveURL(/\/tern-island\/page-1$/);
  await expect(page.getByRole("rowheader", { name: "Gallery" })).toBeVisible();
  await expect(page.getByText("Fifth Gap")).toBeVisible();
  await expect(page.getByRole("gridcell", { name: /^Gallery at wide: ÷4, .*set here/ })).toBeVisible();
});

test("a project is renamed, copied, taken off the shelf and put back", async ({ page, app }) => {
  await page.goto(app);
  await page.getByRole("button", { name: "Rename Gullwing Point" }).click();
  await page.keyboard.type("The <b>Point</b>");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { name: "The <b>Point</b>" })).toBeVisible();
  await page.getByRole("button", { name: "Duplicate The <b>Point</b>" }).click();
  await expect(page.getByRole("listitem")).toHaveCount(2);
  await page.getByRole("button", { name: "Delete The <b>Point</b>", exact: true }).click();
  await expect(page.getByRole("listitem")).toHaveCount(1);
  await expect(page.getByRole("status")).toContainText("The <b>Point</b> was deleted.");
  await expectNoViolations(page);
  await page.getByRole("button", { name: "Restore" }).click();
  await expect(page.getByRole("listitem").first()).toContainText("The <b>Point</b>");
});

test("a project file is dropped on the shelf; a damaged one says what is wrong with it", async ({ page, app }) => {
  await page.goto(app);
  const file = readFileSync("../demo/gullwing-point.kitrows.json", "utf8");
  const drop = async (text: string) => {
    const data = await page.evaluateHandle((text) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([text], "a.kitrows.json", { type: "application/json" }));
      return transfer;
    }, text);
    await page.getByRole("main").dispatchEvent("drop", { dataTransfer: data });
  };
  await drop(file.replace('"skip": 1', '"skip": 12'));
  await expect(page.getByRole("alert")).toContainText("skip: found 12, want at most 11");
  await drop(file.replace('"gullwing-point"', '"second"').replace('"Gullwing Point"', '"Second station"'));
  await expect(page.getByRole("heading", { name: "Second station" })).toBeVisible();
});

test("a project's own address leads to its first page, and one of nothing says so", async ({ page, app }) => {
  await page.goto(`${app}/gullwing-point`);
  await expect(page).toHaveURL(/\/gullwing-point\/front-page$/);
  for (const path of ["/no/such/place/at-all", "/nothing", "/%FF"]) {
    await page.goto(app + path);
    await expect(page.getByRole("alert")).toContainText("There is nothing at /");
  }
  await page.getByRole("link", { name: "To the shelf" }).click();
  await expect(page.getByRole("heading", { name: "Gullwing Point", exact: true })).toBeVisible();
});
