import type { Page } from "@playwright/test";
import { cell, expect, front, openBench, test } from "./app";
import { expectNoViolations } from "./violations";

const panel = '[role="tabpanel"][data-state="active"]';

/** Each screen in a state worth looking at: how to get there, which gives what part of it is looked at where the rest is that of
 *  another state. */
const screens: Record<string, (page: Page, app: string) => Promise<string | void>> = {
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
  "the settings of a cell": async (page, app) => {
    await openBench(page, app);
    await cell(page, "log", "wide").click();
    await page.keyboard.press("s");
    await expect(page.getByRole("dialog")).toBeVisible();
    return '[role="dialog"]';
  },
  "the command search": async (page, app) => {
    await openBench(page, app);
    await page.keyboard.press("Control+k");
    await expect(page.getByRole("dialog")).toBeVisible();
    return '[role="dialog"]';
  },
  "the ready recipes": async (page, app) => {
    await openBench(page, app);
    await page.getByRole("button", { name: "Row recipes" }).click();
    await expect(page.getByRole("button", { name: /^Halves/ })).toBeVisible();
    return '[role="dialog"]';
  },
  "filling smaller widths": async (page, app) => {
    await openBench(page, app);
    await page.getByRole("button", { name: "Fill smaller widths" }).click();
    await expect(page.getByRole("button", { name: /^Accept all/ })).toBeVisible();
    return '[role="dialog"]';
  },
  "a column's content": async (page, app) => {
    await openBench(page, app);
    await cell(page, "lead-story", "wide").click();
    await page.getByRole("tab", { name: "Content" }).click();
    await expect(page.getByRole("region", { name: "Content of Lead story" })).toBeVisible();
    return panel;
  },
  "the content sheet": async (page, app) => {
    await openBench(page, app);
    await cell(page, "lead-story", "wide").click();
    await page.getByRole("tab", { name: "Content" }).click();
    await page.getByRole("radio", { name: "Content sheet" }).click();
    await page.getByRole("textbox", { name: /HTML or Markdown/ }).fill("# Tides\n\nHigh at noon.");
    await page.getByRole("button", { name: "Add as Markdown" }).click();
    await expect(page.getByText("2 of 2 to place")).toBeVisible();
    return panel;
  },
  "the history, with a point being named": async (page, app) => {
    await openBench(page, app);
    await page.getByRole("tab", { name: "History" }).click();
    await page.getByRole("button", { name: "Name revision 1" }).click();
    return panel;
  },
  "taking away": async (page, app) => {
    await page.goto(`${app}${front}/take`);
    await expect(page.getByRole("rowheader", { name: "brotli" }).first()).toBeVisible();
  },
  "a comparison": async (page, app) => {
    await page.goto(`${app}${front}/compare?from=1&to=1`);
    await expect(page.getByText("The markup is the same")).toBeVisible();
  },
  "what is off the grid": async (page, app) => {
    await openBench(page, app, "/gullwing-point/sightings");
    await cell(page, "find", "full").click();
    await expect(page.getByRole("region", { name: "Why" })).toContainText("off the grid");
    return panel;
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
    const part = await open(page, app);
    await expectNoViolations(page, part || undefined);
  });
