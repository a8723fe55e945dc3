import { execFileSync, spawn } from "node:child_process";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { cell, test } from "../tests/app";
import { report } from "./report";

const binary = new URL("../../bin/kitrows", import.meta.url).pathname;

test("a first start to a first answered page", async () => {
  const times: number[] = [];
  for (let i = 0; i < 9; i++) {
    const data = mkdtempSync(join(tmpdir(), "kitrows-"));
    const began = performance.now();
    const server = spawn(binary, ["demo", "--data", data, "--listen", "127.0.0.1:0"]);
    const line = await new Promise<string>((told) => server.stdout.once("data", (b: Buffer) => told(b.toString())));
    const url = line.trim().replace("Kit Rows is at ", "");
    await (await fetch(url)).text();
    await (await fetch(`${url}/api/projects/gullwing-point/pages/front-page`)).text();
    times.push(performance.now() - began);
    server.kill();
    await new Promise((ended) => server.once("exit", ended));
  }
  report("first start to first answered page", times);
});

/** How many ms pass from Enter in a cell until a column of another width is painted. */
async function entered(page: Page, column: string): Promise<number> {
  return page.evaluate(async (selector) => {
    const column = document.querySelector(selector)!;
    const moved = new Promise<void>((done) =>
      new MutationObserver((_, watch) => (watch.disconnect(), done())).observe(column, {
        attributeFilter: ["width"],
      }),
    );
    const began = performance.now();
    document.activeElement!.dispatchEvent(
      new KeyboardEvent("keydown", { key: "Enter", bubbles: true, cancelable: true }),
    );
    await moved;
    await new Promise(requestAnimationFrame);
    await new Promise((painted) => setTimeout(painted));
    return performance.now() - began;
  }, column);
}

for (const [pace, between, before] of [
  ["keys at once", 0, 0],
  ["keys at a person's pace", 600, 120],
] as const)
  test(`an edit to the repainted Bench, ${pace}`, async ({ page, app }) => {
    await page.goto(`${app}/gullwing-point/front-page`);
    await cell(page, "log", "wide").click();
    const times: number[] = [];
    for (let i = 0; i < 40; i++) {
      await page.waitForTimeout(between);
      await page.keyboard.type(String(5 + (i % 3)));
      await page.waitForTimeout(before);
      times.push(await entered(page, '[data-lane="full"] [data-column="log"]'));
      await page.keyboard.press("ArrowUp");
      await cell(page, "log", "wide").click();
    }
    report(`edit to repainted Bench, demo page, ${pace}`, times);
  });

/** Opens a project of a thousand columns and selects one in the middle. */
async function openWide(page: Page, app: string) {
  const file = execFileSync("go", ["run", "./trial", "-wide", "1000"], { maxBuffer: 1 << 26 });
  const headers = { "Content-Type": "application/vnd.kitrows+json" };
  const answer = await page.request.post(`${app}/api/projects`, { headers, data: file });
  if (!answer.ok()) throw new Error(await answer.text());
  await page.goto(`${app}/sample/wide`);
  await page.locator('[data-spot="column-1/wide"]').click();
}

test("typing in a cell of a thousand columns", async ({ page, app }) => {
  await openWide(page, app);
  const lane = '[data-lane="full"] [data-column="column-1"]';
  const times: number[] = [];
  for (let i = 0; i < 30; i++) {
    await page.locator('[data-spot="column-1/full"]').click();
    await page.keyboard.type(String(2 + (i % 3)));
    times.push(await entered(page, lane));
    await page.waitForTimeout(100);
  }
  report("typing to repainted lanes, 1,000 columns", times);
});

test("dragging a strip's end on a page of a thousand columns", async ({ page, app }) => {
  await openWide(page, app);
  const strip = page.locator('[data-strip="column-1"]');
  const grip = (await strip.locator('[data-grip="end"]').boundingBox())!;
  await page.mouse.move(grip.x + 3, grip.y + 8);
  await page.mouse.down();
  await page.evaluate(() => {
    const frames: number[] = [];
    const tick = (now: number) => {
      frames.push(now);
      requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
    Object.assign(window, { drawn: frames });
  });
  for (let i = 0; i < 180; i++) {
    await page.mouse.move(grip.x + 3 + 80 * Math.sin(i / 12), grip.y + 8);
    await page.waitForTimeout(8);
  }
  const frames = await page.evaluate(() => (window as Window & { drawn?: number[] }).drawn ?? []);
  await page.mouse.up();
  const between = frames.slice(1).map((t, i) => t - frames[i]!);
  const mean = (frames.at(-1)! - frames[0]!) / between.length;
  report("between frames while a strip is dragged, 1,000 columns", between);
  console.log(`frames a second on average: ${(1000 / mean).toFixed(1)}`);
});

test("the first load's script", async ({ page, app }) => {
  const scripts: Promise<{ file: string; bytes: number; at: number }>[] = [];
  page.on("requestfinished", (request) => {
    const file = new URL(request.url()).pathname;
    const at = Date.now();
    if (file.endsWith(".js")) scripts.push(request.sizes().then((s) => ({ file, bytes: s.responseBodySize, at })));
  });
  await page.goto(`${app}/gullwing-point/front-page`, { waitUntil: "commit" });
  await page.locator("[data-lane] [data-column]").first().waitFor();
  const drawn = Date.now();
  await page.locator(".cm-line").first().waitFor();
  await page.waitForLoadState("networkidle");
  const all = (await Promise.all(scripts)).sort((a, b) => b.bytes - a.bytes);
  const kB = (some: typeof all) => (some.reduce((sum, s) => sum + s.bytes, 0) / 1000).toFixed(1);
  for (const { file, bytes, at } of all) {
    console.log(`  ${(bytes / 1000).toFixed(1)} kB ${file}${at > drawn ? ", after the first paint" : ""}`);
  }
  console.log(
    `script, compressed: ${kB(all.filter((s) => s.at <= drawn))} kB until the Bench is drawn, ${kB(all)} kB in all`,
  );
});

/** Types a gutter in a kit's cell, so many times, until the rulers and the effects are drawn. */
async function gutters(page: Page, times: number[], rounds: number, choices: string[]) {
  await page.getByRole("button", { name: /^Gutter at wide/ }).click();
  for (let i = 0; i < rounds; i++) {
    await page.keyboard.press("Control+a");
    await page.keyboard.type(choices[i % choices.length]!);
    times.push(
      await page.evaluate(async () => {
        const sum = document.querySelector("aside[aria-label='What the change does']")!;
        const ruler = document.querySelector("section[aria-label=wide] svg g")!;
        const drawn = (place: Element) =>
          new Promise<void>((done) =>
            new MutationObserver((_, watch) => (watch.disconnect(), done())).observe(place, {
              subtree: true,
              childList: true,
              characterData: true,
              attributes: true,
            }),
          );
        const began = performance.now();
        document.activeElement!.dispatchEvent(
          new KeyboardEvent("keydown", { key: "Tab", bubbles: true, cancelable: true }),
        );
        await Promise.all([drawn(sum), drawn(ruler)]);
        await new Promise(requestAnimationFrame);
        await new Promise((painted) => setTimeout(painted));
        return performance.now() - began;
      }),
    );
    await page.waitForTimeout(150);
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: /^Gutter at wide/ }).click();
  }
}

test("a typed number to the redrawn kit and what it does", async ({ page, app }) => {
  const kits = ["plain-twelve", "fifth-gap", "five-uneven"];
  for (const kit of kits) {
    await page.goto(`${app}/gullwing-point/front-page/kit/${kit}`);
    const times: number[] = [];
    await gutters(page, times, 16, ["20", "21", "22", "23", "25", "26", "27", "29", "30", "31"]);
    report(`typed number to redrawn kit, demo, ${kit}`, times);
  }
  await openWide(page, app);
  await page.goto(`${app}/sample/wide/kit/kit`);
  const times: number[] = [];
  await gutters(page, times, 16, ["20", "21", "22", "23", "25", "26", "27", "29", "30", "31"]);
  report("typed number to redrawn kit, 1,000 columns", times);
});

/** A page of 2,000 elements: rows of one column each, with words in them. */
const long = `<!doctype html>
<html lang="en"><head><title>Tides</title><link rel="stylesheet" href="harbour.css"></head><body><main class="quay">
${Array.from({ length: 400 }, (_, i) => `<div class="pier"><div class="berth b6 m12"><h2>Watch ${i}</h2><p>Low water at <b>six</b>.</p></div></div>`).join("\n")}
</main></body></html>
`;

for (const [size, name] of [
  ["", "winter-log.html"],
  [" of 2,000 elements", "index.html"],
] as const)
  test(`a file${size} that another program changes to repainted lanes`, async ({ page }) => {
    const dir = mkdtempSync(join(tmpdir(), "kitrows-site-"));
    const fixture = (name: string) => readFileSync(new URL(`../fixtures/${name}`, import.meta.url), "utf8");
    for (const css of ["harbour.css", "own.css"]) writeFileSync(join(dir, css), fixture(css));
    const file = join(dir, name);
    writeFileSync(file, size ? long : fixture(name));
    const data = mkdtempSync(join(tmpdir(), "kitrows-"));
    const server = spawn(binary, ["work", dir, "--data", data, "--listen", "127.0.0.1:0"]);
    const line = await new Promise<string>((told) => server.stdout.once("data", (b: Buffer) => told(b.toString())));
    await page.goto(line.split("\n")[0]!.replace("Kit Rows is at ", ""));
    await page.locator('[data-lane="from-900"] [data-column="column-1"]').waitFor();
    const outside: number[] = [];
    for (let i = 0; i < 21; i++) {
      const repainted = page.evaluate(async () => {
        const column = document.querySelector('[data-lane="from-900"] [data-column="column-1"]')!;
        await new Promise<void>((done) =>
          new MutationObserver((_, watch) => (watch.disconnect(), done())).observe(column, {
            attributeFilter: ["width"],
          }),
        );
        await new Promise(requestAnimationFrame);
        return Date.now();
      });
      await page.waitForTimeout(size ? 400 : 150);
      const text = readFileSync(file, "utf8").replace(/berth b\d+ m12/, `berth b${7 + (i % 3)} m12`);
      const began = Date.now();
      writeFileSync(file, text);
      outside.push((await repainted) - began);
    }
    report(`a file${size} changed outside to repainted lanes`, outside);
    server.kill();
    await new Promise((ended) => server.once("exit", ended));
  });

test("a frame dragged over a picture of 1440 × 6000 px", async ({ page, app }) => {
  await page.setViewportSize({ width: 1440, height: 6000 });
  await page.setContent(
    `<body style="margin:0">${`<div style="display:flex;gap:28px;margin:24px 114px">${`<div style="height:150px;flex:1;background:#2b6a6c"></div>`.repeat(4)}</div>`.repeat(34)}`,
  );
  const buffer = await page.screenshot();
  await page.setViewportSize({ width: 1440, height: 900 });
  await page.goto(`${app}/gullwing-point/front-page/trace`);
  await page.getByLabel("Picture of the design").setInputFiles({ name: "long.png", mimeType: "image/png", buffer });
  await page.getByRole("img", { name: "The design at full", exact: true }).waitFor();
  const asked: number[] = [];
  for (let i = 0; i < 5; i++) {
    const began = performance.now();
    await page.request.get(`${app}/api/projects/gullwing-point/pages/front-page/designs/full/found`);
    asked.push(performance.now() - began);
  }
  report("frames found in it, the answer", asked);
  await page.keyboard.press("f");
  await page.locator("[data-found]").first().waitFor();
  await page.keyboard.press("a");
  await page.keyboard.press("f");
  const frame = (await page.locator("[data-frame] rect").first().boundingBox())!;
  await page.mouse.move(frame.x + 60, frame.y + 40);
  await page.mouse.down();
  await page.evaluate(() => {
    const times: number[] = [];
    let last = performance.now();
    const next = () => {
      const now = performance.now();
      times.push(now - last);
      last = now;
      requestAnimationFrame(next);
    };
    requestAnimationFrame(next);
    Object.assign(window, { painted: times });
  });
  for (let i = 0; i < 120; i++) await page.mouse.move(frame.x + 60 + i * 3, frame.y + 40 + (i % 20));
  const times = await page.evaluate(() => (window as unknown as { painted: number[] }).painted);
  await page.mouse.up();
  report("from one painted frame to the next while dragging", times.slice(3));
});
