import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import type { Page } from "@playwright/test";
import { cell, code, expect, openBench, test } from "./app";
import { expectNoViolations } from "./violations";

const demo = new URL("../../demo/gullwing-point.kitrows.json", import.meta.url).pathname;
const kitrows = (...args: string[]) =>
  execFileSync(new URL("../../bin/kitrows", import.meta.url).pathname, args, { maxBuffer: 1 << 28 });

/** A picture of the demo's front page at a width. */
async function pictureOf(page: Page, width: number) {
  await page.setViewportSize({ width, height: 800 });
  await page.setContent(kitrows("code", demo, "--page", "Front page", "--as", "document").toString());
  const picture = await page.screenshot({ fullPage: true });
  await page.setViewportSize({ width: 1280, height: 800 });
  return picture;
}

/** Opens Trace on a new page of the demo, at a breakpoint. */
async function openTrace(page: Page, app: string, breakpoint: string) {
  const path = `${app}/api/projects/gullwing-point/pages`;
  const added = await page.request.post(`${path}/front-page/edits`, {
    data: { revision: 1, operation: { addPage: { name: "Traced" } } },
  });
  expect(added.ok()).toBe(true);
  await page.goto(`${app}/gullwing-point/page-6/trace`);
  await page.getByRole("tab", { name: new RegExp(`^${breakpoint}`) }).click();
}

const give = (page: Page, name: string, mimeType: string, buffer: Buffer) =>
  page.getByLabel("Picture of the design").setInputFiles({ name, mimeType, buffer });

test("a design becomes a page by the keyboard: frames are found, taken, named, moved by units, and made rows", async ({
  page,
  app,
}) => {
  const [wide, base] = [await pictureOf(page, 1080), await pictureOf(page, 360)];
  await openTrace(page, app, "wide");
  await expectNoViolations(page);
  await give(page, "front.png", "image/png", wide);
  await expect(page.getByRole("img", { name: "The design at wide", exact: true })).toBeVisible();
  await page.keyboard.press("f");
  await expect(page.locator("[data-found]").first()).toBeAttached();
  const many = await page.locator("[data-found]").count();
  expect(many).toBeGreaterThan(15);
  const frames = page.getByRole("listbox", { name: "Frames" });
  for (const key of ["]", "y", "a"]) await page.keyboard.press(key); // as fast as keys go
  await expect(page.getByText("All that was found is taken")).toBeVisible();
  await expect(frames.getByRole("option")).toHaveCount(many);

  // The masthead's links are widened by two units, moved by one, and called what they are.
  await frames.focus();
  await page.keyboard.press("Home");
  await page.keyboard.press("ArrowDown");
  const links = frames.getByRole("option", { selected: true });
  await expect(links).toContainText("7");
  for (const key of ["Alt+ArrowRight", "Alt+ArrowRight", "Alt+ArrowLeft"]) await page.keyboard.press(key);
  await expect(links).toContainText("8");
  await page.keyboard.press("Shift+Alt+ArrowRight");
  await expect(links).toContainText("1_8");
  await page.keyboard.press("Control+z");
  await expect(links).not.toContainText("1_8");
  const name = page.getByLabel("Name");
  await name.fill("Site links");
  await name.press("Enter");
  await expect(frames.getByRole("option", { name: /Site links/ })).toBeVisible();
  await page.getByRole("button", { name: "Find the grid" }).click();
  await page.getByRole("button", { name: "Use 12 columns" }).click();
  await expectNoViolations(page, '[aria-label="Design"]');

  // At the narrowest breakpoint the frames are brought along and one is drawn over all of the width.
  await page.getByRole("tab", { name: /^base/ }).click();
  await give(page, "small.png", "image/png", base);
  await page.getByRole("button", { name: "Bring its frames" }).click();
  await expect(frames.getByRole("option")).toHaveCount(many);
  await page.getByRole("button", { name: "Make rows" }).click();
  await expect(page.getByRole("treegrid", { name: "Span sheet" })).toBeVisible();
  const markup = await code(page);
  expect(markup).toContain("kr-take-8");
  expect(markup).toContain('<img class="kr-fit"'); // cut out of the picture
  await expect(page.getByRole("link", { name: "Traced grid" })).toBeVisible(); // the kit, for others use the other one
  await page.keyboard.press("Control+z");
  await expect(page.getByRole("heading", { name: "This page is empty" })).toBeVisible();
});

test("frames are drawn, sized and moved by the pointer, and snap to units; elements are dragged onto them", async ({
  page,
  app,
}) => {
  const wide = await pictureOf(page, 1080);
  await page.goto(`${app}/gullwing-point/front-page/trace`);
  await page.getByRole("tab", { name: /^wide/ }).click();
  await give(page, "front.png", "image/png", wide);
  const stage = page.getByRole("img", { name: /frames over the design/ });
  const box = (await stage.boundingBox())!;
  const scale = box.width / 1080;
  const at = (x: number, y: number) => [box.x + x * scale, box.y + y * scale] as const;
  const drag = async (from: readonly [number, number], to: readonly [number, number]) => {
    await page.mouse.move(...from);
    await page.mouse.down();
    await page.mouse.move((from[0] + to[0]) / 2, (from[1] + to[1]) / 2);
    await page.mouse.move(...to);
    await page.mouse.up();
  };
  // The container is 888 px wide from 96, its content from 116 to 964: columns of 45 px and gutters of 28.
  await drag(at(113, 160), at(602, 500));
  const frame = page.getByRole("listbox", { name: "Frames" }).getByRole("option").first();
  await expect(frame).toContainText("7");
  await expect(frame).toContainText("483 px");
  await drag(at(599, 300), at(528, 300)); // its right edge, by a unit
  await expect(frame).toContainText("6");
  await drag(at(300, 300), at(374, 300)); // all of it
  await expect(frame).toContainText("1_6");
  await page.getByText("Elements of the page").click();
  await page
    .getByRole("button", { name: "Lead story" })
    .dragTo(stage, { targetPosition: { x: 350 * scale, y: 300 * scale } });
  await expect(frame).toContainText("= Lead story");
  await page.getByRole("button", { name: "Make rows" }).click();
  await expect(page.getByRole("treegrid", { name: "Span sheet" })).toBeVisible();
  await expect.poll(() => code(page)).toContain("kr-cell kr-skip-1-wide kr-take-6-wide");

  // The picture lies over its lane, at its own width, and says by how much the page differs.
  await page.keyboard.press("o");
  const lane = page.getByRole("group", { name: "Lane wide" });
  await expect(lane.locator("img[src*=pictures]")).toBeVisible();
  await expect(page.getByText("lane at 1080 px")).toBeVisible();
  await cell(page, "lead-story", "wide").click();
  await expect(page.getByText(/^Lead story: wide \d+ (lower|higher)/)).toBeVisible();
  await page.keyboard.type("1_7\n");
  await cell(page, "lead-story", "wide").click();
  await expect(page.getByText(/^Lead story: wide 73 wider/)).toBeVisible();
  await expectNoViolations(page, 'div:has(> [aria-label="Strength of the design"])');
  await page.getByRole("slider", { name: "Strength of the design" }).fill("0");
  await expect(lane.locator("img[src*=pictures]")).toHaveCount(0);
});

test("drawings and PDFs are designs too, and run nothing; what is none is refused", async ({ page, app }) => {
  await openTrace(page, app, "mid");
  const picture = page.getByRole("img", { name: "The design at mid", exact: true });
  const asked: string[] = [];
  page.on("request", (r) => asked.push(r.url()));
  const drawing = `<svg xmlns="http://www.w3.org/2000/svg" width="700" height="900" onload="fetch('/ran')">
    <script>fetch("/ran")</script><image href="http://127.0.0.1:9/x.png" width="9" height="9"/>
    <rect x="40" y="40" width="300" height="200" fill="#2b6a6c"/></svg>`;
  await give(page, "flat.svg", "image/svg+xml", Buffer.from(drawing));
  await expect(picture).toBeVisible();
  expect(asked.filter((url) => /ran$|x\.png$/.test(url))).toEqual([]);

  await give(page, "sheet.pdf", "application/pdf", kitrows("code", demo, "--page", "Front page", "--as", "sheet-pdf"));
  await expect(picture).toHaveAttribute("src", /sheet/);

  for (const [name, type, data, why] of [
    ["words.png", "image/png", Buffer.from("no picture"), /words\.png is no picture/],
    ["torn.pdf", "application/pdf", Buffer.from("%PDF-1.7 torn"), /torn\.pdf cannot be read/],
    ["moving.png", "image/png", moving(), /one that moves/],
    ["bomb.png", "image/png", bomb(), /bomb\.png is no picture|px on a side/],
  ] as const) {
    await give(page, name, type, data);
    await expect(page.getByRole("alert").filter({ hasText: why })).toBeVisible();
    await expect(picture).toHaveAttribute("src", /sheet/); // nothing is lost
  }
});

test("a page's sheet is taken away as HTML and PDF", async ({ page, app }) => {
  await openBench(page, app);
  await page.goto(`${app}/gullwing-point/front-page/take`);
  for (const as of ["HTML", "PDF"]) {
    const [download] = await Promise.all([
      page.waitForEvent("download"),
      page.getByRole("link", { name: as, exact: true }).click(),
    ]);
    const file = readFileSync(await download.path());
    if (as === "PDF") {
      expect(file.subarray(0, 5).toString()).toBe("%PDF-");
      continue;
    }
    const html = file.toString();
    await page.goto("about:blank");
    await page.setContent(html);
    await expect(page.getByRole("rowheader", { name: /Lead story/ })).toBeVisible();
    expect(html).toContain("<code>kr-take-7-wide</code>");
    await expectNoViolations(page);
    await page.goto(`${app}/gullwing-point/front-page/take`);
  }
});

/** A PNG that says it has several frames. */
function moving() {
  const still = kitrows("kit", "sheet", demo, "--kit", "plain-twelve", "--breakpoint", "base", "--as", "png");
  const head = still.indexOf("IDAT") - 4;
  const chunk = Buffer.alloc(20);
  chunk.writeUInt32BE(8, 0);
  chunk.write("acTL", 4);
  chunk.writeUInt32BE(2, 8);
  chunk.writeUInt32BE(crc(chunk.subarray(4, 16)), 16);
  return Buffer.concat([still.subarray(0, head), chunk, still.subarray(head)]);
}

/** A PNG of 60,000 px on a side, in a few bytes. */
function bomb() {
  const b = Buffer.from("89504e470d0a1a0a0000000d49484452", "hex");
  const size = Buffer.alloc(13);
  size.writeUInt32BE(60_000, 0);
  size.writeUInt32BE(60_000, 4);
  size[8] = 8;
  const sum = Buffer.alloc(4);
  sum.writeUInt32BE(crc(Buffer.concat([Buffer.from("IHDR"), size])));
  return Buffer.concat([b, size, sum]);
}

function crc(b: Buffer) {
  let sum = ~0;
  for (const byte of b) {
    sum ^= byte;
    for (let i = 0; i < 8; i++) sum = (sum >>> 1) ^ (sum & 1 ? 0xedb88320 : 0);
  }
  return ~sum >>> 0;
}
