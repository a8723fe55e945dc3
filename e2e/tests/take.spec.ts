import { cell, expect, front, openBench, test } from "./app";

test("every form is read, copied, downloaded one by one or all at once, with what it costs", async ({ page, app }) => {
  await page.goto(`${app}${front}/take`);
  await page.getByRole("radio", { name: "Mixins, SCSS" }).check();
  await expect(page.getByRole("navigation", { name: "Forms and files" }).getByRole("listitem")).toHaveText([
    "index.html",
    "_settings.scss",
    "_kit.scss",
    "index.scss",
    "page.css",
  ]);
  await page.getByRole("button", { name: "index.scss" }).click();
  await expect(page.locator(".cm-line", { hasText: ".masthead {" })).toBeVisible();
  // A line names its node, and marks all of the node's lines.
  await page.locator(".cm-line", { hasText: "kr.take(4)" }).first().click();
  await expect(page.getByRole("region", { name: "Code" })).toContainText("Mark");
  await expect(page.locator("[data-marked]").last()).toHaveText("}");
  const [one] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Download", exact: true }).click(),
  ]);
  expect(one.suggestedFilename()).toBe("index.scss");
  const [all] = await Promise.all([
    page.waitForEvent("download"),
    page.getByRole("link", { name: "Download all" }).click(),
  ]);
  expect(all.suggestedFilename()).toBe("index.zip");
  await expect(page.getByRole("complementary", { name: "With it" })).toContainText(
    '<link rel="stylesheet" href="index.css">',
  );
  await page.getByLabel(/^Link to this server's copy/).check();
  await expect(page.getByRole("complementary", { name: "With it" })).toContainText(/integrity="sha384-[^"]{64}"/);
  const costs = page.getByRole("table");
  await expect(costs.getByRole("rowheader", { name: "Classes, whole kit" })).toBeVisible();
  await expect(costs.getByRole("rowheader", { name: "Components, TypeScript" })).toBeVisible();
});

test("what is selected on the Bench is marked in the code to go, and a narrow window has all of it", async ({
  page,
  app,
}) => {
  await openBench(page, app);
  await cell(page, "tide-table", "wide").click();
  await page.getByRole("link", { name: "Take away" }).click();
  await expect(page.locator("[data-marked]").first()).toContainText('<aside class="kr-cell');
  await page.getByRole("radio", { name: "Components, TypeScript" }).check();
  await expect(page.locator("[data-marked]").first()).toHaveText(/<Cell as="aside" width=\{\{ mid: 5, wide: 3 \}\}/);
  await page.setViewportSize({ width: 900, height: 700 });
  await page.getByRole("rowheader", { name: "Components, TypeScript" }).scrollIntoViewIfNeeded();
  await expect(page.getByRole("rowheader", { name: "Components, TypeScript" })).toBeInViewport();
  await page.getByRole("link", { name: "Bench" }).click();
  await expect(page.getByRole("treegrid", { name: "Span sheet" })).toBeVisible();
});
