import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { expect, front, openBench, test } from "./app";
import { expectNoViolations } from "./violations";

const edge = (page: Page) => page.getByRole("slider", { name: /^Edge of the page/ });
const open = async (page: Page, app: string) => {
  await page.goto(`${app}${front}/proof`);
  await expect(page.getByText(/✓ \d+ boxes agree$/)).toBeVisible();
};

test("the width is dragged, typed, and taken from edges, and the page is shown as others meet it", async ({
  page,
  app,
}) => {
  await open(page, app);
  const at = (px: number) => page.getByTitle(`Front page at ${px} px`);
  const box = (await edge(page).boundingBox())!;
  await page.mouse.move(box.x + 4, box.y + 100);
  await page.mouse.down();
  await page.mouse.move(box.x - 96, box.y + 100, { steps: 4 });
  await expect(at(980)).toBeVisible();
  expect((await edge(page).boundingBox())!.x).toBeCloseTo(box.x - 100, 0); // it stays under the pointer
  await page.mouse.up();
  await edge(page).press("Shift+ArrowLeft");
  await expect(at(970)).toBeVisible();
  await page.keyboard.press("[");
  await expect(at(911)).toBeVisible();
  await page.getByRole("combobox", { name: "Jump to an edge" }).selectOption("1239 px, just below");
  await expect(at(1239)).toBeVisible();
  const typed = page.getByRole("textbox", { name: "Width in px" });
  await typed.fill("777\n");
  await typed.press("Enter");
  await expect(at(777)).toBeVisible();
  await expect(page.getByText(/✓ \d+ boxes agree$/)).toBeVisible();

  // It is shown as others meet it.
  const frame = page.frameLocator('iframe[title^="Front page at"]');
  await page.getByRole("checkbox", { name: "Right to left" }).check();
  await expect(frame.locator("html")).toHaveAttribute("dir", "rtl");
  await expect(page.getByText("The plan is not about a page that is shown so.")).toBeVisible();
  await page.getByRole("checkbox", { name: "Pictures" }).uncheck();
  await expect(frame.locator("img").first()).toBeHidden();
  await page.getByRole("checkbox", { name: "Held heights" }).check();
  await expect(frame.locator(".kr-hold").first()).toBeVisible();
  await expect(frame.locator("html")).toHaveAttribute("dir", "rtl");
});

test("the grid lies on the units, in nested rows too, while the page is scrolled", async ({ page, app }) => {
  await open(page, app);
  await page.getByRole("radio", { name: "Over" }).click();
  const frame = page.frameLocator('iframe[title^="Front page at"]');
  for (const px of ["1080", "733"]) {
    await page.getByRole("textbox", { name: "Width in px" }).fill(px);
    await page.keyboard.press("Enter");
    await expect(page.getByTitle(`Front page at ${px} px`)).toBeVisible();
    for (const [grid, first] of [
      ["whole-page", "mark"],
      ["log-entries", "log-morning"],
    ] as const) {
      const unit = page.locator(`[data-grid-of="${grid}"] rect`).last();
      const column = frame.locator(`[data-node="${first}"]`);
      await column.scrollIntoViewIfNeeded();
      const off = async () => {
        const units = await page.locator(`[data-grid-of="${grid}"] > rect`).all();
        const [a, z] = [(await units[0]!.boundingBox())!, (await unit.boundingBox())!];
        const row = (await frame.locator(`[data-node="${grid}"]`).boundingBox())!;
        const start = (await column.boundingBox())!.x;
        return Math.max(Math.abs(a.x - start), grid === "whole-page" ? 0 : Math.abs(z.x + z.width - row.x - row.width));
      };
      await expect.poll(off, { message: `${grid} at ${px} px` }).toBeLessThan(0.5);
    }
  }
});

test("widths stand side by side and scroll together; hidden columns and spaces are drawn", async ({ page, app }) => {
  await open(page, app);
  await page.keyboard.press("3");
  const frames = page.locator("main iframe");
  await expect(frames).toHaveCount(3);
  await frames.first().hover();
  await page.mouse.wheel(0, 600);
  const scrolled = () =>
    frames.evaluateAll((all) =>
      (all as HTMLIFrameElement[]).map((f) => {
        const { scrollHeight, clientHeight, scrollTop } = f.contentDocument!.documentElement;
        return Math.round((100 * scrollTop) / Math.max(1, scrollHeight - clientHeight));
      }),
    );
  await expect.poll(async () => Math.min(...(await scrolled()))).toBeGreaterThan(20);
  await expect.poll(async () => new Set(await scrolled()).size).toBe(1);
  await page.keyboard.press("b");
  const heading = page.frameLocator("main iframe >> nth=0").getByRole("heading", { name: "From the log" });
  await heading.hover();
  await expect(page.locator('[data-region="margin"]').first()).toBeVisible();
  await expect(page.locator('[data-region="edge"]').first()).toBeVisible();
  await page.keyboard.press("b");
  await expect(page.locator('[data-region="padding"]').first()).toBeVisible();
  await page.goto(`${app}/gullwing-point/sightings/proof`);
  await page.getByRole("radio", { name: "base" }).click();
  await page.getByRole("checkbox", { name: "Ghosts" }).check();
  await expect(page.locator("[data-ghost]").first()).toBeVisible();
  await expectNoViolations(page);
});

test("a window of its own follows edits where it stands, and both select the same", async ({ page, app, context }) => {
  await open(page, app);
  const [own] = await Promise.all([
    context.waitForEvent("page"),
    page.getByRole("button", { name: "Own window" }).click(),
  ]);
  await page.getByRole("link", { name: "Bench" }).click();
  const frame = own.frameLocator('iframe[title="Front page at 1080 px"]');
  await frame.locator("html").evaluate((e) => {
    scrollTo(0, 200);
    Object.assign(e, { same: true });
  });
  await frame.locator('[data-node="tide-table-title"]').click();
  await expect(page.locator('[data-spot="tide-table/wide"]')).toHaveAttribute("aria-selected", "true");
  await page.locator('[data-spot="todays-count/wide"]').click();
  await expect(own.locator('[data-outline="todays-count"]')).toBeVisible();
  await page.keyboard.type("1_3\n");
  await expect(frame.locator('[data-node="todays-count"]')).toHaveClass(/kr-take-3-wide/);
  expect(await frame.locator("html").evaluate((e) => "same" in e && scrollY)).toBeGreaterThan(0);
});

test("a picture of the page is as wide as its window, and there is one of all breakpoints", async ({ page, app }) => {
  await open(page, app);
  for (const [button, name, width] of [
    ["PNG", "index-1080.png", 1080],
    ["PNG of all", "index-all.png", 360 + 700 + 1080 + 1440 + 5 * 40],
  ] as const) {
    const download = page.waitForEvent("download");
    await page.getByRole("button", { name: button, exact: true }).click();
    const file = await download;
    expect(file.suggestedFilename()).toBe(name);
    const png = readFileSync(await file.path());
    expect(png.subarray(1, 4).toString()).toBe("PNG");
    expect(png.readUInt32BE(16)).toBe(width);
    expect(png.length).toBeGreaterThan(50_000); // its pictures are in it
  }
});

test("a cause is told once, with all that it moves", async ({ page, app }) => {
  await openBench(page, app);
  await page.route("**/drawn?*", async (route) => {
    const answer = await route.fetch();
    const drawn = (await answer.json()) as { lane: { boxes: { id: string; y: number; height: number }[] } };
    for (const b of drawn.lane.boxes) {
      if (b.id === "count" || b.id === "opening" || b.id === "lead-story") b.height -= 20;
      else if (b.id === "whole-page") b.height -= 20;
      else if (b.y > 500) b.y -= 20;
    }
    await route.fulfill({ response: answer, json: drawn });
  });
  await page.goto(`${app}${front}/proof`);
  await expect(
    page.getByText(
      /^\d+ of 51 boxes are elsewhere: Lead story is .*off by 20 px; \d+ other boxes differ because of it, up to 20 px lower$/,
    ),
  ).toBeVisible();
});
