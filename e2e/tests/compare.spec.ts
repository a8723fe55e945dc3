import { execFileSync } from "node:child_process";
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@playwright/test";
import { printed } from "./printed";
import { expectNoViolations } from "./violations";

// What is told to move between two versions of a page is what moves in this browser (domain 8): every box by over half a
// px, and no other.

interface Changed {
  Name: string;
  Before: string;
  After: string;
  Moves: { Node: string; What: string; From: number; To: number }[] | null;
  Widths: number[];
}

const pairs = Number(process.env.TRIAL_PAIRS ?? 8);

test("what is told to move is what moves, on random pages with random edits", async ({ page }) => {
  test.setTimeout(60_000 + pairs * 2_000);
  const told = (await printed("trial", "-pairs", String(pairs), "-seed", "5")).map((l) => JSON.parse(l) as Changed);
  let [boxes, moved] = [0, 0];
  const wrong: string[] = [];
  await page.setContent(
    "<iframe style='height: 800px; border: 0'></iframe><iframe style='height: 800px; border: 0'></iframe>",
  );
  for (const pair of told) {
    const found = await page.evaluate(async ({ Before, After, Widths }) => {
      const frames = [...document.querySelectorAll("iframe")];
      await Promise.all(
        frames.map((frame, i) => {
          const loaded = new Promise((done) => frame.addEventListener("load", done, { once: true }));
          frame.srcdoc = [Before, After][i]!;
          return loaded;
        }),
      );
      return Widths.map((width) => {
        const [was, is] = frames.map((frame) => {
          frame.style.width = `${width}px`;
          const stands: Record<string, number[] | null> = {};
          for (const e of frame.contentDocument!.querySelectorAll<HTMLElement>("[data-node]")) {
            const r = e.getBoundingClientRect();
            stands[e.dataset.node!] = e.getClientRects().length === 0 ? null : [r.left, r.top, r.right, r.bottom];
          }
          return stands;
        });
        const by: Record<string, number> = {}; // how far; endlessly where one is shown and the other is not
        for (const id of new Set([...Object.keys(was!), ...Object.keys(is!)])) {
          const [a, b] = [was![id], is![id]];
          by[id] = a && b ? Math.max(...a.map((v, i) => Math.abs(v - b[i]!))) : a || b ? Infinity : 0;
        }
        return { width, by };
      });
    }, pair);
    for (const { width, by } of found) {
      const listed = new Set(pair.Moves?.filter((m) => m.From <= width && width <= m.To).map((m) => m.Node));
      for (const [id, px] of Object.entries(by)) {
        boxes++;
        if (px > 0.5) moved++;
        // The browser and the plan each round to a part of a px.
        if (px > 0.55 && !listed.has(id))
          wrong.push(`${pair.Name}: ${id} at ${width} px moves by ${px}, and is not told`);
        if (px < 0.45 && listed.has(id)) wrong.push(`${pair.Name}: ${id} at ${width} px moves by ${px}, and is told`);
      }
    }
  }
  console.log(`${told.length} pairs, ${boxes} boxes, ${moved} of them moved, ${wrong.length} told wrongly`);
  expect(wrong.slice(0, 20)).toEqual([]);
  expect(moved).toBeGreaterThan(pairs);
});

test("two versions of a stylesheet are compared under a page, in lines and as a page for a review", async ({
  page,
}) => {
  const dir = mkdtempSync(join(tmpdir(), "kitrows-"));
  const fixtures = new URL("../fixtures/", import.meta.url).pathname;
  cpSync(fixtures, dir, { recursive: true });
  writeFileSync(join(dir, "new.css"), readFileSync(join(dir, "harbour.css"), "utf8").replaceAll("16px", "20px"));
  let lines = "";
  try {
    execFileSync(
      new URL("../../bin/kitrows", import.meta.url).pathname,
      ["compare", "harbour.css", "new.css", "winter-log.html", "--html", "review.html"],
      { cwd: dir, encoding: "utf8" },
    );
  } catch (error) {
    const ended = error as { status: number; stdout: string };
    expect(ended.status).toBe(1);
    lines = ended.stdout;
  }
  expect(lines).toMatch(/^winter-log\.html: \d+ of \d+ boxes move/);
  const asked: string[] = [];
  page.on("request", (r) => asked.push(r.url()));
  await page.goto(`file://${dir}/review.html`);
  await expect(page.getByRole("heading", { name: "harbour.css → new.css" })).toBeVisible();
  await expect(page.getByRole("img", { name: "The page before" }).first()).toBeVisible();
  await expect(page.getByRole("cell", { name: "story" }).first()).toBeVisible();
  expect(asked).toHaveLength(1);
  await expectNoViolations(page);
  rmSync(dir, { recursive: true });
});
