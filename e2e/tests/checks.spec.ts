import { execFileSync, spawnSync } from "node:child_process";
import { readFileSync } from "node:fs";
import Ajv from "ajv";
import draft from "ajv/lib/refs/json-schema-draft-04.json" with { type: "json" };
import { cell, code, expect, openBench, test } from "./app";
import { expectNoViolations } from "./violations";

test("a sum that drops a column is told, shown by a key, and mended with what the lanes show first", async ({
  page,
  app,
}) => {
  await openBench(page, app);
  await page.getByRole("tab", { name: "Checks" }).click();
  await expect(page.getByText("No findings on this page.")).toBeVisible();
  await page.keyboard.press("F8");
  await expect(page.getByText("Next finding: There are no findings.")).toBeVisible();
  const before = await code(page);
  await cell(page, "tide-table", "wide").click();
  await page.keyboard.type("6\n");
  await expect(page.getByRole("tab", { name: "Checks 1" })).toBeVisible();
  const told = page.getByRole("region", { name: "Surprising" });
  await expect(told).toContainText("Body wide, full 8 + 6 = 14 > 12, so Tide table starts line 2");
  await page.keyboard.press("F8");
  await expect(told.getByRole("listitem")).toHaveAttribute("aria-current", "true");
  await expect(cell(page, "body", "wide")).toBeFocused();
  await expectNoViolations(page, '[role="tabpanel"][data-state="active"]');
  const fix = told.getByRole("button", { name: "Make Tide table 4" });
  await fix.hover();
  await expect(page.locator('[data-lane="wide"] [data-column="tide-table"]')).toBeVisible();
  expect(await code(page)).not.toBe(before);
  await fix.click();
  await expect(page.getByText("No findings on this page.")).toBeVisible();
  expect(await code(page)).toContain("kr-take-4-wide");
  await page.getByRole("button", { name: /^Undo/ }).click();
  await told.getByRole("button", { name: "Meant" }).click();
  await expect(page.getByRole("tab", { name: "Checks", exact: true })).toBeVisible();
  const meant = page.getByRole("region", { name: "As meant" });
  await expect(meant).toContainText("so Tide table starts line 2");
  await meant.getByRole("button", { name: "Not meant" }).click();
  await expect(told).toBeVisible();
});

test("what a fix would do is shown until it is pointed at no more, or its finding is gone", async ({ page, app }) => {
  await openBench(page, app);
  await page.getByRole("tab", { name: "Checks" }).click();
  const drawn = page.locator('[data-lane="wide"] [data-column="tide-table"]');
  const width = async () => Math.round(Number(await drawn.getAttribute("width")));
  // Of so many units, as drawn, in px of the page.
  const [four, five, six] = [261, 334, 407];
  await cell(page, "tide-table", "wide").click();
  await page.keyboard.type("6\n");
  await expect.poll(width).toBe(six);
  await cell(page, "tide-table", "wide").click();
  const fix = page.getByRole("button", { name: "Make Tide table 4" });
  await fix.hover();
  await expect.poll(width).toBe(four);
  // An edit is drawn though a fix of the page before it is pointed at.
  await page.keyboard.type("5\n");
  await expect.poll(width).toBe(five);
  // The panel is left by key: nothing tells that the pointer left the fix.
  await page.mouse.move(2, 2);
  await fix.hover();
  await expect.poll(width).toBe(four);
  await page.getByRole("tab", { name: "Checks" }).focus();
  await page.keyboard.press("ArrowRight");
  await expect(fix).toHaveCount(0);
  await expect.poll(width).toBe(five);
});

test("settings that repeat what is carried go in one step", async ({ page, app }) => {
  await openBench(page, app);
  const before = await code(page);
  for (const [column, text] of [
    ["mark", "3"],
    ["site-links", "9"],
  ] as const) {
    await cell(page, column, "full").click();
    await page.keyboard.type(`${text}\n`);
  }
  await page.getByRole("tab", { name: "Checks 2" }).click();
  await expect(page.getByRole("region", { name: "Untidy" })).toContainText("take 3 is carried from wide");
  await page.getByRole("button", { name: "Mend all 2 repeats" }).click();
  await expect(page.getByText("No findings on this page.")).toBeVisible();
  expect(await code(page)).toBe(before);
});

test("a fix is drawn with the finding that is shown, and all pages are mended as one step", async ({ page, app }) => {
  await openBench(page, app, "/gullwing-point/plan-a-visit");
  await page.keyboard.press("F8");
  const told = page.getByRole("region", { name: "Surprising" });
  await expect(told.getByRole("img", { name: "The row now" })).toBeVisible();
  await expect(told.getByRole("img", { name: "The row after 2 a line at mid" })).toBeVisible();
  await expectNoViolations(page, '[role="tabpanel"][data-state="active"]');
  await told.getByRole("button", { name: "2 a line at mid" }).click();
  await expect(page.getByRole("tab", { name: "Checks 1" })).toBeVisible(); // the last line is not full
  const meant = page.getByRole("region", { name: "As meant" });
  await meant.getByRole("textbox", { name: "Note" }).first().fill("Each on a line");
  await page.keyboard.press("Enter");
  const turn = async (name: string) => {
    await page.getByRole("link", { name }).click();
    await expect(page).toHaveTitle(new RegExp(`^${name}`));
  };
  for (const [name, nodes, count] of [
    ["Plan a visit", ["step-1", "step-3"], 3],
    ["Front page", ["mark", "site-links"], 2],
  ] as const) {
    await turn(name);
    for (const node of nodes) {
      const wide = (await cell(page, node, "wide").getAttribute("aria-label"))!;
      await cell(page, node, "full").click();
      await page.keyboard.type(/wide: (\S+),/.exec(wide)![1]! + "\n");
    }
    await expect(page.getByRole("tab", { name: `Checks ${count}` })).toBeVisible();
  }
  await page.getByRole("tab", { name: "Checks" }).click();
  await page.getByRole("button", { name: "on all pages" }).click();
  await expect(page.getByText("No findings on this page.")).toBeVisible();
  await expect(page.getByRole("button", { name: "Undo: Mend 5 findings on 3 pages" })).toBeVisible();
  await turn("Plan a visit");
  await page.getByRole("tab", { name: "Checks 1" }).click();
  await expect(meant.getByRole("textbox", { name: "Note" }).first()).toHaveValue("Each on a line");
  await page.getByRole("button", { name: /^Undo/ }).click(); // it shows the first page on which something is undone
  await expect(page.getByRole("tab", { name: "Checks 2" })).toBeVisible();
  await turn("Plan a visit");
  await expect(page.getByRole("tab", { name: "Checks 3" })).toBeVisible();
});

test("what the command line tells in SARIF passes the schema of the format", () => {
  const fixtures = new URL("../fixtures/", import.meta.url).pathname;
  const kitrows = new URL("../../bin/kitrows", import.meta.url).pathname;
  const args = ["check", "winter-log.html", "../../demo/gullwing-point.kitrows.json", "--sarif", "--severity", "tidy"];
  const { status, stdout } = spawnSync(kitrows, args, { cwd: fixtures, encoding: "utf8" });
  expect(status).toBe(1);
  const schema = JSON.parse(readFileSync(`${fixtures}sarif-2.1.0.schema.json`, "utf8")) as object;
  const ajv = new Ajv({ schemaId: "id", meta: false });
  ajv.addMetaSchema(draft);
  const log = JSON.parse(stdout) as { runs: { results: { ruleId: string; fixes?: object[] }[] }[] };
  expect([ajv.validate(schema, log), ajv.errors]).toEqual([true, null]);
  const unknown = log.runs[0]!.results.find((r) => r.ruleId === "class-unknown");
  expect(unknown).toMatchObject({
    level: "error",
    locations: [{ physicalLocation: { region: { startLine: 28, startColumn: 12 } } }],
    fixes: [{ artifactChanges: [{ replacements: [{ insertedContent: { text: "berth b4 m6" } }] }] }],
  });
});

test("on a long page checks are told when edits pause", async ({ page, app }) => {
  const file = execFileSync(new URL("../../bin/trial", import.meta.url).pathname, ["-wide", "600"], {
    maxBuffer: 1 << 26,
  });
  const headers = { "Content-Type": "application/vnd.kitrows+json" };
  expect((await page.request.post(`${app}/api/projects`, { headers, data: file })).ok()).toBe(true);
  await openBench(page, app, "/sample/wide");
  await expect(page.getByText("Boxes only: the page is too long to be shown.")).toBeVisible();
  await page.getByRole("tab", { name: /^Checks \d+$/ }).click();
  const first = page
    .getByRole("region", { name: "Surprising" })
    .getByText(/ 13 > 12/)
    .first();
  await expect(first).toContainText("2 + 1 + 3 + 4 + 1 + 2 = 13 > 12, so column 4");
  await cell(page, "column-1", "wide").click();
  await page.keyboard.type("1\n");
  await expect(first).not.toContainText("2 + 1 + 3 + 4 + 1 + 2 = 13 > 12, so column 4");
});
