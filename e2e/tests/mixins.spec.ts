import { execFileSync } from "node:child_process";
import { mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { chromium } from "@playwright/test";
import less from "less";
import * as sass from "sass";
import { expect, test } from "./app";

interface File {
  Name: string;
  Text: string;
}
interface Trial {
  Name: string;
  Plans: {
    Width: number;
    Boxes: { ID: string; X: number; Y: number; Width: number; Height: number; Shown: boolean }[];
  }[];
  Mixed: { SCSS: File[]; Less: File[]; CSS: string; Document: string };
}

/** CSS without what does not matter: comments, spaces, and whether a part of 100%
 *  is worked out. */
function plain(css: string): string {
  return css
    .replace(/\/\*[^]*?\*\//g, "")
    .replace(/calc\(100% \* (\d+) \/ (\d+)\)/g, (_, up: string, low: string) => `${(100 * Number(up)) / Number(low)}%`)
    .replace(/\d+\.\d{4,}(?=%)/g, (percent) => Number(percent).toFixed(4))
    .replace(/\s+/g, " ")
    .replace(/\s*([{};:,>()])\s*/g, "$1")
    .trim();
}

/** Writes files side by side and gives the path of the last, the page's own. */
function laid(folder: string, files: File[]): string {
  mkdirSync(folder, { recursive: true });
  for (const f of files) writeFileSync(join(folder, f.Name), f.Text);
  return join(folder, files.at(-1)!.Name);
}

const pages = Number(process.env.TRIAL_PAGES ?? 200);

test(`the compilers give the core's own CSS for ${pages} random pages, without a warning, and it looks as planned`, async ({}, info) => {
  test.setTimeout(1_800_000);
  const printed = execFileSync("go", ["run", "./e2e/trial", "-pages", String(pages), "-seed", "5", "-mixed"], {
    cwd: new URL("../..", import.meta.url),
    maxBuffer: 1 << 30,
  });
  const trials = printed.toString().trim().split("\n");
  const browser = await chromium.launch({ ...info.project.use.launchOptions });
  const page = await browser.newPage();
  await page.setContent('<iframe style="border: 0; height: 800px"></iframe>');
  const total = { boxes: 0, largest: 0, worst: "" };
  for (const [i, text] of trials.entries()) {
    const trial = JSON.parse(text) as Trial;
    const { SCSS, Less, CSS } = trial.Mixed;
    const warnings: string[] = [];
    const made = sass.compile(laid(info.outputPath(`scss-${i}`), SCSS), {
      logger: { warn: (message) => warnings.push(message), debug: () => {} },
    });
    expect(warnings, trial.Name).toEqual([]);
    expect(plain(made.css), `${trial.Name}, SCSS`).toBe(plain(CSS));
    const entry = laid(info.outputPath(`less-${i}`), Less);
    const rendered = await less.render(Less.at(-1)!.Text, { filename: entry });
    expect(plain(rendered.css), `${trial.Name}, Less`).toBe(plain(CSS));

    // The page as a browser shows it with what the compiler made.
    const found = await page.evaluate(
      async ({ text, css }) => {
        const trial = JSON.parse(text) as Trial;
        const frame = document.querySelector("iframe")!;
        const loaded = new Promise((done) => frame.addEventListener("load", done, { once: true }));
        frame.srcdoc = trial.Mixed.Document;
        await loaded;
        const inside = frame.contentDocument!;
        inside.querySelector("style")!.textContent = css;
        const found = { boxes: 0, largest: 0, worst: "" };
        for (const plan of trial.Plans) {
          if (plan.Width % 1) continue;
          frame.style.width = `${plan.Width}px`;
          for (const box of plan.Boxes) {
            const element = inside.querySelector(`[data-node="${box.ID}"]`)!;
            const real = element.getBoundingClientRect();
            const hidden = element.getClientRects().length === 0;
            const off =
              hidden === box.Shown
                ? Infinity
                : hidden
                  ? 0
                  : Math.max(
                      Math.abs(real.x - box.X),
                      Math.abs(real.y - box.Y),
                      Math.abs(real.width - box.Width),
                      Math.abs(real.height - box.Height),
                    );
            if (box.Shown) found.boxes++;
            if (off > found.largest) {
              found.largest = off;
              found.worst = `${trial.Name}, ${box.ID} at ${plan.Width} px: plan ${JSON.stringify(box)}, browser ${JSON.stringify(real)}`;
            }
          }
        }
        return found;
      },
      { text, css: made.css },
    );
    total.boxes += found.boxes;
    if (found.largest > total.largest) Object.assign(total, { largest: found.largest, worst: found.worst });
  }
  await browser.close();
  console.log(
    `${trials.length} pages by mixins, ${total.boxes} boxes, largest difference ${total.largest.toFixed(4)} px`,
  );
  expect(total.largest, total.worst).toBeLessThanOrEqual(0.5);
});
