import type { Page } from "@playwright/test";
import { cell, expect, front, openBench, test } from "./app";
import { expectNoViolations } from "./violations";

/** Each screen in a state worth looking at, and how to get there. */
const screens: Record<string, (page: Page, app: string) => Promise<void>> = {
  "the shelf": async (page, app) => {
    await page.goto(app);
    await expect(page.getByRole("link", { name: /Gullwing Point/ })).toBeVisible();
  },
  "the Bench with a refused width": async (page, app) => {
    await openBench(page, app);
    await cell(page, "log", "wide").click();
    await page.keyboard.type("13\n");
    await expect(page.getByRole("alert").first()).toBeVisible();
  },
  "taking away": async (page, app) => {
    await page.goto(`${app}${front}/take`);
    await expect(page.getByRole("rowheader", { name: "brotli" }).first()).toBeVisible();
  },
  "a comparison": async (page, app) => {
    await page.goto(`${app}${front}/compare?from=1&to=1`);
    await expect(page.getByText("The markup is the same")).toBeVisible();
  },
  "an empty page": async (page, app) => {
    await openBench(page, app);
    await page.getByRole("button", { name: "New page" }).click();
    await expect(page.getByRole("heading", { name: "This page is empty" })).toBeVisible();
  },
  "the proof": async (page, app) => {
    await page.goto(`${app}${front}/proof`);
    await expect(page.getByRole("slider", { name: "Width of the proof" })).toBeVisible();
    await page.keyboard.press("2");
    await page.keyboard.press("g");
    await expect(page.locator("[data-grid]")).toHaveCount(2);
  },
};

for (const [name, open] of Object.entries(screens))
  test(`axe finds nothing on ${name}`, async ({ page, app }) => {
    await open(page, app);
    await expectNoViolations(page);
  });

/** What opens over the Bench, and how. */
const dialogs: Record<string, (page: Page) => Promise<void>> = {
  "the settings of a cell": async (page) => {
    await cell(page, "log", "wide").click();
    await page.keyboard.press("s");
  },
  "the command search": (page) => page.keyboard.press("Control+k"),
  "the ready recipes": async (page) => {
    await page.getByRole("button", { name: "Row recipes" }).click();
    await expect(page.getByRole("button", { name: /^Halves/ })).toBeVisible();
  },
  "filling smaller widths": async (page) => {
    await page.getByRole("button", { name: "Fill smaller widths" }).click();
    await expect(page.getByRole("button", { name: /^Accept all/ })).toBeVisible();
  },
};

/** What stands beside the lanes, and how it is opened, one after the other. */
const panels: Record<string, (page: Page, app: string) => Promise<void>> = {
  "a column's content": async (page) => {
    await cell(page, "lead-story", "wide").click();
    await page.getByRole("tab", { name: "Content" }).click();
    await expect(page.getByRole("region", { name: "Content of Lead story" })).toBeVisible();
  },
  "the content sheet": async (page) => {
    await page.getByRole("radio", { name: "Content sheet" }).click();
    await page.getByRole("textbox", { name: /HTML or Markdown/ }).fill("# Tides\n\nHigh at noon.");
    await page.getByRole("button", { name: "Add as Markdown" }).click();
    await expect(page.getByText("2 of 2 to place")).toBeVisible();
  },
  "the history, with a point being named": async (page) => {
    await page.getByRole("tab", { name: "History" }).click();
    await page.getByRole("button", { name: "Name revision 1" }).click();
  },
  "what is off the grid": async (page, app) => {
    await openBench(page, app, "/gullwing-point/sightings");
    await cell(page, "find", "full").click();
    await expect(page.getByRole("region", { name: "Why" })).toContainText("off the grid");
  },
};

test("axe finds nothing on what opens over the Bench, and on its panels", async ({ page, app }) => {
  await openBench(page, app);
  for (const [name, open] of Object.entries(dialogs))
    await test.step(name, async () => {
      await open(page);
      await expect(page.getByRole("dialog")).toBeVisible();
      await expectNoViolations(page, '[role="dialog"]');
      await page.keyboard.press("Escape");
      await expect(page.getByRole("dialog")).toBeHidden();
    });
  for (const [name, open] of Object.entries(panels))
    await test.step(name, async () => {
      await open(page, app);
      await expectNoViolations(page, '[role="tabpanel"][data-state="active"]');
    });
});
