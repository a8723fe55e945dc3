import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { cell, expect, front, openBench, test } from "./app";
import { printed } from "./printed";
import { expectNoViolations } from "./violations";

// Pages of real content: once it is measured, every box that the plan is sure of is where this browser has it, in the code
// as it is taken away (domain 6.11).

const binary = new URL("../../bin/kitrows", import.meta.url).pathname;
const pages = Number(process.env.REAL_PAGES ?? 2); // from each seed; make trial has many more

for (const [seed, scale] of [
  [11, 1],
  [12, 2],
] as const) {
  test.describe(() => {
    test.use({ deviceScaleFactor: scale });
    test(`random pages of real content agree once they are measured, seed ${seed}, ${scale}x`, async ({
      page,
      app,
    }) => {
      test.setTimeout(60_000 + pages * 6_000);
      const files = await printed("trial", "-real", "-pages", String(pages), "-seed", String(seed));
      let [boxes, guessed, others] = [0, 0, 0];
      const wrong: string[] = [];
      for (const [i, file] of files.entries()) {
        const { kits, pages: of } = JSON.parse(file) as { kits: { technique: string }[]; pages: { id: string }[] };
        const added = await page.request.post(`${app}/api/projects`, {
          data: file,
          headers: { "content-type": "application/vnd.kitrows+json" },
        });
        const { id } = (await added.json()) as { id: string };
        await page.goto(`${app}/${id}/${of[0]!.id}/proof`);
        if (i % 3 === 2) await page.getByRole("radio", { name: "Mixins" }).click();
        await page.getByRole("button", { name: "Measure" }).click();
        const status = page.getByRole("status").filter({ hasText: "agree" });
        await expect(status).toBeVisible();
        const said = await status.innerText();
        const number = (of: RegExp) => Number((of.exec(said)?.[1] ?? "0").replaceAll(",", ""));
        boxes += number(/([\d,]+) boxes/);
        guessed += number(/([\d,]+) of them only/);
        if (!said.includes("Every box agrees")) {
          const first = await page.locator("ul > li").first().innerText();
          wrong.push(`page ${i}, ${kits[0]!.technique}: ${said} ${first}`);
        }
        // Where nothing was measured, what is not marked is right all the same.
        const as = i % 3 === 2 ? "mixins" : "classes";
        const between = await betweenOf(page, `${app}/api/projects/${id}`, of[0]!.id, as, 340 + 137 * i);
        others += between.boxes;
        wrong.push(...between.wrong.map((w) => `page ${i}, ${as}: ${w}`));
      }
      console.log(
        `seed ${seed}: ${files.length} pages of real content, ${boxes} boxes, ${guessed} estimated, ${others} at other widths`,
      );
      expect(wrong).toEqual([]);
      expect(guessed / boxes).toBeLessThan(0.1);
    });
  });
}

/** Compares the boxes that the plan is sure of at a width at which nothing was measured with those of the document. */
async function betweenOf(page: Page, project: string, id: string, as: string, near: number) {
  const all = { boxes: 0, wrong: [] as string[] };
  await page.goto(`${project}/files/page?page=${id}&as=${as}&measured&linked`);
  for (const width of [near % 1500, (near * 7) % 1500].map((w) => 330 + w)) {
    const drawn = (await (await page.request.get(`${project}/pages/${id}/drawn?as=${as}&width=${width}`)).json()) as {
      lane: { boxes: (Record<string, number> & { id: string })[] };
    };
    await page.setViewportSize({ width, height: 800 });
    const found = await page.evaluate(
      (boxes) => {
        const wrong: string[] = [];
        let count = 0;
        for (const b of boxes) {
          const e = document.querySelector(`[data-node="${b.id}"]`);
          if (!e || e.getClientRects().length === 0) continue;
          const r = e.getBoundingClientRect();
          const off = [r.x - b.x! + b.left!, r.y - b.y!, r.width - b.left! - b.width! - b.right!, r.height - b.height!];
          count++;
          if (off.some((d) => Math.abs(d) > 0.51)) wrong.push(`${b.id} ${off.map((d) => d.toFixed(2)).join(" ")}`);
        }
        return { wrong, count };
      },
      drawn.lane.boxes.filter((b) => b.shown && !b.guessed),
    );
    all.boxes += found.count;
    all.wrong.push(...found.wrong.map((w) => `at ${width} px ${w}`));
  }
  await page.setViewportSize({ width: 1280, height: 800 });
  return all;
}

test("random pages of real content from HTML agree once they are measured", async ({ page, app }) => {
  test.setTimeout(60_000 + pages * 6_000);
  const files = await printed("trial", "-real", "-pages", String(pages), "-seed", "14");
  let [boxes, guessed, others] = [0, 0, 0];
  const wrong: string[] = [];
  for (const [i, file] of files.entries()) {
    const { pages: of } = JSON.parse(file) as { pages: { id: string }[] };
    const headers = { "content-type": "application/vnd.kitrows+json" };
    const { id } = (await (await page.request.post(`${app}/api/projects`, { data: file, headers })).json()) as {
      id: string;
    };
    const at = `${app}/api/projects/${id}`;
    // Its own code, taken away and brought back.
    const { files: code, head } = (await (
      await page.request.get(`${at}/pages/${of[0]!.id}/code/used?ends=false`)
    ).json()) as { files: { name: string; text: string }[]; head: string };
    const { text } = code.find((f) => f.name.endsWith(".html"))!;
    const html = `<!DOCTYPE html><html lang="en"><head>${head}</head><body>${text}</body></html>`;
    const bringPage = {
      file: "brought.html",
      data: Buffer.from(html).toString("base64"),
      sheets: code.filter((f) => f.name.endsWith(".css")).map(({ name, text }) => ({ name, text })),
    };
    const made = await page.request.post(`${at}/pages/${of[0]!.id}/edits`, {
      data: { revision: 1, operation: { bringPage } },
    });
    expect(made.ok(), await made.text()).toBe(true);
    const { whole, delta } = (await made.json()) as Record<"whole" | "delta", { page: { id: string }; head: never }>;
    const brought = (whole ?? (delta.head as typeof whole)).page.id;
    await page.goto(`${app}/${id}/${brought}/proof`);
    await page.getByRole("button", { name: "Measure" }).click();
    const status = page.getByRole("status").filter({ hasText: "agree" });
    const said = await status.innerText();
    const number = (of: RegExp) => Number((of.exec(said)?.[1] ?? "0").replaceAll(",", ""));
    boxes += number(/([\d,]+) boxes/);
    guessed += number(/([\d,]+) of them only/);
    if (!said.includes("Every box agrees")) {
      wrong.push(`page ${i}: ${said} ${await page.locator("ul > li").first().innerText()}`);
    }
    const between = await betweenOf(page, at, brought, "classes", 340 + 137 * i);
    others += between.boxes;
    wrong.push(...between.wrong.map((w) => `page ${i}: ${w}`));
  }
  console.log(`${files.length} pages from HTML, ${boxes} boxes, ${guessed} estimated, ${others} at other widths`);
  expect(wrong).toEqual([]);
  expect(guessed / boxes).toBeLessThan(0.05);
});

test("the command line plans by what a browser that is named measures", async ({ page }) => {
  const files = await printed("trial", "-real", "-pages", "2", "-seed", "13");
  const dir = mkdtempSync(join(tmpdir(), "kitrows-"));
  let boxes = 0;
  for (const [i, file] of files.entries()) {
    const name = join(dir, `${i}.kitrows.json`);
    writeFileSync(name, file);
    const run = (...args: string[]) => execFileSync(binary, args, { maxBuffer: 1 << 28 }).toString();
    await page.setContent(run("code", name, "--as", "document", "--mark"));
    for (const width of [700, 1210]) {
      const by = ["--measured-by", "/usr/bin/chromium-headless-shell"];
      const measured = run("plan", name, "--width", String(width), ...by);
      expect(run("plan", name, "--width", String(width))).toBe(measured); // the measures are kept beside the file
      const plan = JSON.parse(measured) as { boxes: (Record<string, number> & { id: string })[] };
      await page.setViewportSize({ width, height: 800 });
      for (const b of plan.boxes.filter((b) => b.shown && !b.estimated)) {
        const real = await page
          .locator(`[data-node="${b.id}"]`)
          .boundingBox({ timeout: 100 })
          .catch(() => null);
        if (!real) continue; // a block of HTML has no element of its own
        boxes++;
        for (const side of ["x", "y", "width", "height"] as const) {
          expect(Math.abs(real[side] - b[side]!), `${i}, ${b.id} at ${width}: ${side}`).toBeLessThanOrEqual(0.5);
        }
      }
    }
  }
  rmSync(dir, { recursive: true });
  expect(boxes).toBeGreaterThan(20);
});

test("what is measured is kept for the page that is drawn, also while another is on its way", async ({ page, app }) => {
  const kept: string[] = [];
  page.on("request", (r) => r.url().includes("/measures?") && kept.push(new URL(r.url()).pathname.split("/").at(-2)!));
  let answer = () => {};
  const asked = new Promise<void>((resolve) => (answer = resolve));
  await page.route(/pages\/sightings\?/, async (route) => {
    await asked;
    await route.continue();
  });
  await openBench(page, app);
  await page.getByRole("link", { name: "Sightings" }).click();
  await expect.poll(() => kept.length).toBeGreaterThan(0);
  expect(new Set(kept)).toEqual(new Set(["front-page"]));
  answer();
  await expect(page.getByRole("heading", { name: "Sightings", level: 1 })).toBeVisible();
  await expect.poll(() => kept).toContain("sightings");
});

test("what is measured is sent until the server has it: after it was away, and after an edit that shows nothing", async ({
  page,
  app,
}) => {
  const address = `${app}/api/projects/gullwing-point/pages/front-page`;
  const guessed = async () => {
    const { lanes } = (await (await page.request.get(address)).json()) as {
      lanes: { boxes: { guessed: boolean }[] }[];
    };
    return lanes.flatMap((l) => l.boxes).filter((b) => b.guessed).length;
  };
  await openBench(page, app);
  await expect.poll(guessed).toBe(0);
  await page.route("**/measures?**", (route) => route.abort(), { times: 1 });
  await cell(page, "log", "wide").click();
  await page.keyboard.type("~\n");
  await expect.poll(guessed).toBeGreaterThan(0);
  await expect.poll(guessed).toBe(0);
  // Another window writes a note while measures are on their way: they are of a revision before the newest.
  await page.route(
    "**/measures?**",
    async (route) => {
      const { revision } = (await (await page.request.get(address)).json()) as { revision: number };
      const operation = { describe: { node: "log", note: "As it was" } };
      const answer = await page.request.post(`${address}/edits`, { data: { revision, operation } });
      expect(answer.ok(), await answer.text()).toBe(true);
      await route.continue();
    },
    { times: 1 },
  );
  await cell(page, "tide-table", "wide").click();
  await page.keyboard.type("~\n");
  await expect.poll(guessed).toBeGreaterThan(0);
  await expect.poll(guessed).toBe(0);
});

test("lanes show the page; an edit patches it, and boxes stand on it", async ({ page, app }) => {
  await openBench(page, app);
  const frame = page.frameLocator('iframe[title="Front page at 1080 px"]');
  await expect(frame.getByRole("heading", { name: "Gullwing Point" })).toBeVisible();
  await frame.locator("body").evaluate((body) => Object.assign(body, { same: true }));
  const column = page.locator('[data-lane="wide"] [data-column="tide-table"]');
  const off = async () => {
    const real = (await frame.locator('[data-node="tide-table"]').boundingBox())!;
    const drawn = (await column.boundingBox())!;
    return Math.max(...(["x", "y", "width", "height"] as const).map((side) => Math.abs(real[side] - drawn[side])));
  };
  await column.scrollIntoViewIfNeeded();
  await expect.poll(off).toBeLessThan(2); // of the outline, half a px inside, and its stroke
  await page.locator('[data-spot="tide-table/wide"]').click();
  await page.keyboard.type("1_2\n");
  await expect(frame.locator('[data-node="tide-table"]')).toHaveClass(/kr-take-2-wide/);
  expect(await frame.locator("body").evaluate((body) => "same" in body)).toBe(true); // it was not loaded again
  await expect.poll(off).toBeLessThan(2);
  await expect(page.getByText(/✓ \d+ boxes agree$/)).toBeVisible();
  await page.keyboard.press("v");
  await expect(page.locator('iframe[title="Front page at 1080 px"]')).toBeHidden();
  await page.keyboard.press("v");
  await page.keyboard.press("g");
  await expect(page.getByRole("checkbox", { name: "units" })).toBeChecked();
  await expectNoViolations(page, '[data-lane="wide"]');
  await page.reload();
  await expect(page.getByRole("checkbox", { name: "units" })).toBeChecked();
});

test("content that does not fit its column is marked with the width that it needs", async ({ page, app }) => {
  await openBench(page, app);
  const content = { type: "text", text: "Seevogelschutzgebietsverwaltungsgebäude" };
  const answer = await page.request.post(`${app}/api/projects/gullwing-point/pages/front-page/edits`, {
    data: { revision: 1, operation: { addBlock: { column: "tide-table", content } } },
  });
  expect(answer.ok()).toBe(true);
  const mark = page.locator('[data-lane="wide"] [data-burst="tide-table"]');
  await expect(mark.locator("title")).toHaveText(/^Its content is [\d.]+ px wide and does not fit$/);
});

test("the page's own styles are written, followed by every lane, undone, and taken away", async ({ page, app }) => {
  await openBench(page, app);
  await page.getByRole("tab", { name: "Styles" }).click();
  const editor = page.getByRole("textbox", { name: "Styles of the page" });
  await editor.click();
  await page.keyboard.press("Control+End");
  await page.keyboard.type("\nh2 { color: #ff0000; border-top: 40px solid");
  for (const width of [360, 1080]) {
    const heading = page.frameLocator(`iframe[title="Front page at ${width} px"]`).locator("h2").first();
    await expect(heading).toHaveCSS("color", "rgb(255, 0, 0)");
  }
  await page.keyboard.type(" #000 }");
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  const bench = async () =>
    (await (await page.request.get(`${app}/api/projects${front.replace(/\/([^/]+)$/, "/pages/$1")}`)).json()) as {
      lanes: { height: number; boxes: { guessed: boolean }[] }[];
    };
  await expect.poll(async () => (await bench()).lanes.flatMap((l) => l.boxes).filter((b) => b.guessed).length).toBe(0);
  await page.getByRole("link", { name: "Take away" }).click();
  await page.getByRole("button", { name: "page.css" }).click();
  await expect(page.locator(".cm-content").getByText("border-top: 40px solid")).toBeVisible();
  await page.goBack();
  const heading = page.frameLocator('iframe[title="Front page at 1080 px"]').locator("h2").first();
  await expect(async () => {
    await page.getByRole("button", { name: /^Undo/ }).click(); // twice where the typing had a pause
    await expect(heading).toHaveCSS("color", "rgb(0, 0, 0)", { timeout: 2000 });
  }).toPass();
});

test("hostile content runs nothing in lanes, and reaches nothing", async ({ page, app }) => {
  const asked: string[] = [];
  page.on("requestfinished", (r) => asked.push(r.url()));
  page.on(
    "requestfailed",
    (r) => r.failure()?.errorText !== "csp" && asked.push(`${r.url()} ${r.failure()?.errorText}`),
  );
  page.on("dialog", () => asked.push("dialog"));
  await openBench(page, app);
  const { revision } = (await (
    await page.request.get(`${app}/api/projects/gullwing-point/pages/front-page`)
  ).json()) as { revision: number };
  const text = `<script>parent.document.title = "taken"; fetch("https://example.org/a")</script>
<img src="https://example.org/b.png" onerror="parent.document.title = 'taken'">
<meta http-equiv="refresh" content="0;url=https://example.org/c"><base href="https://example.org/">
<iframe src="https://example.org/d"></iframe><link rel="stylesheet" href="https://example.org/e.css">
<svg onload="parent.document.title = 'taken'"></svg><p>Still here</p>`;
  const content = { type: "html", text };
  const style = `@import "https://example.org/f.css"; p { background: url(https://example.org/g.png) } </style><script>parent.document.title = "taken"</script>`;
  const answer = await page.request.post(`${app}/api/projects/gullwing-point/pages/front-page/edits`, {
    data: {
      revision,
      operation: {
        together: {
          steps: [{ addBlock: { column: "lead-story", content } }, { style: { text: style } }],
          summary: "x",
        },
      },
    },
  });
  expect(answer.ok()).toBe(true);
  await expect(page.frameLocator('iframe[title="Front page at 1080 px"]').getByText("Still here")).toBeVisible();
  await page.goto(`${app}${front}/proof`);
  await expect(page.frameLocator('iframe[title^="Front page at"]').getByText("Still here")).toBeVisible();
  await page.waitForTimeout(500);
  expect(await page.title()).not.toBe("taken");
  expect(asked.filter((url) => url === "dialog" || !url.startsWith(app))).toEqual([]);
});
