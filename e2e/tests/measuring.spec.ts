import { readFileSync } from "node:fs";
import { cell, code, expect, openBench, test } from "./app";
import type { Page } from "@playwright/test";
import { expectNoViolations } from "./violations";

// Pages are held against the browser that they are shown in, and stylesheets come in by every door.

const agrees = (page: Page) => page.getByRole("status").filter({ hasText: "Every box agrees" });

test("a page is measured in this browser, by classes and by mixins", async ({ page, app }) => {
  for (const name of ["ringing-room", "tide-tables"]) {
    await page.goto(`${app}/gullwing-point/${name}/proof`);
    await page.getByRole("button", { name: "Measure" }).click();
    await expect(agrees(page)).toContainText("at 9 widths");
    await page.getByRole("radio", { name: "Mixins" }).click();
    await expect(agrees(page)).toContainText("at 9 widths");
  }
  await expectNoViolations(page);
});

test("boxes that do not agree are told, and shown at their width", async ({ page, app }) => {
  await page.route("**/planned?*", async (route) => {
    const answer = await route.fetch();
    const planned = (await answer.json()) as {
      nodes: { id: string }[];
      plans: { width: number; boxes: { node: number; x: number; width: number }[] }[];
    };
    const at = (id: string) => planned.nodes.findIndex((n) => n.id === id);
    const wide = planned.plans.at(-1)!;
    wide.boxes.find((b) => b.node === at("room-tally"))!.width += 3;
    wide.boxes = wide.boxes.filter((b) => b.node !== at("room-hours"));
    await route.fulfill({ response: answer, json: planned });
  });
  await page.goto(`${app}/gullwing-point/ringing-room/proof`);
  await page.getByRole("button", { name: "Measure" }).click();
  await expect(page.getByText("✗ 2 of the page's parts do not agree")).toBeVisible();
  await expect(page.getByText("at 1600 px (deep): shown here, and hidden by the plan")).toBeVisible();
  await expect(page.getByText(/wide here, .* by the plan: off by 3 px/)).toBeVisible();
  await page.getByRole("button", { name: "Show Tally at 1600 px" }).click();
  await expect(page.getByTitle("Ringing room at 1600 px")).toBeVisible();
});

test("a stylesheet that is dropped on the shelf begins a project", async ({ page, app }) => {
  await page.goto(app);
  const data = await page.evaluateHandle(
    (text) => {
      const data = new DataTransfer();
      data.items.add(new File([text], "harbour.css", { type: "text/css" }));
      return data;
    },
    readFileSync("fixtures/harbour.css", "utf8"),
  );
  await page.dispatchEvent("main", "drop", { dataTransfer: data });
  const dialog = page.getByRole("dialog", { name: "A kit from harbour.css" });
  await expect(agrees(page)).toContainText("boxes measured in this browser at 9 widths");
  await dialog.getByRole("button", { name: "Test page" }).click();
  await expect(dialog.getByTitle(/^A page with its classes, at/)).toBeVisible();
  await dialog.getByRole("button", { name: "Take it" }).click();
  await page.getByRole("button", { name: "Quarters" }).click();
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  expect(await code(page)).toContain('class="berth b3 s12"');
});

test("a doubt is settled by its drawing", async ({ page, app }) => {
  await page.goto(app);
  await page.getByLabel("Project file, page or stylesheets").setInputFiles({
    name: "doubt.css",
    mimeType: "text/css",
    buffer: Buffer.from(
      ".rail { display: flex; flex-wrap: wrap } .plank, .deck { flex: 0 0 auto; min-width: 0 } .deck { order: 0 }\n" +
        ".half { width: 50% } .quarter { width: 25% } .whole { width: 100% }",
    ),
  });
  const doubt = page.getByRole("group", { name: "Which class has every column?" });
  await expect(doubt.getByRole("img", { name: "Rows with deck" })).toBeVisible();
  await doubt.getByRole("radio", { name: /deck/ }).click();
  await expect(page.getByText("deck is the class of every column")).toBeVisible();
  await expectNoViolations(page, '[role="dialog"]');
});

test("newer files show what they change before they are taken", async ({ page, app }) => {
  await page.goto(`${app}/gullwing-point/ringing-room/kit/harbour`);
  const newer = readFileSync("fixtures/harbour.css", "utf8").replace("559px", "499px").replaceAll("12px", "20px");
  await page
    .getByLabel("Newer files of the stylesheet")
    .setInputFiles({ name: "harbour-2.css", mimeType: "text/css", buffer: Buffer.from(newer) });
  const effect = page.getByRole("region", { name: "Ringing room" });
  await expect(effect).toContainText("columns change");
  await page.getByRole("button", { name: "Accept" }).click();
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  await expect(page.getByRole("table", { name: "Numbers" })).toContainText("500");
  await page.keyboard.press("Control+z");
  await expect(page.getByText("Saved · rev 3")).toBeVisible();
  await expect(page.getByRole("table", { name: "Numbers" })).toContainText("560");
});

test("what has no class is a rule of the page's own, where the user agrees", async ({ page, app }) => {
  await openBench(page, app, "/gullwing-point/ringing-room");
  await cell(page, "room-log", "slip").click();
  await page.keyboard.type("5\n");
  await page.getByRole("button", { name: "Write a rule" }).first().click();
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  expect(await code(page)).toContain("kr-own-take-5-slip");
  await cell(page, "room-log", "slip").click();
  await expect(page.getByText("kr-own-take-5-slip, this page's own rule")).toBeVisible();
  await cell(page, "room-catch", "deep").click();
  await expect(page.getByText("harbour.css:10")).toBeVisible();
});
