import { expect, test, type Page } from "@playwright/test";
import type { Box } from "./boxes";
import { printed } from "./printed";

// A stylesheet of another hand is read into a kit, and pages are planned and written in its words: every box
// of the plan is where a real browser shows the page with the file untouched, within half a CSS pixel.

interface Trial {
  Name: string;
  Document: string;
  Sheet: string;
  Plans: { Width: number; Boxes: Box[] }[] | null;
  Error: string;
}

const sheets = Number(process.env.FOREIGN_SHEETS ?? 3); // from each seed; make trial has many more
const hand = process.env.FOREIGN_SHEETS ? 3 : 1; // random pages on each stylesheet that was written by hand

async function judge(page: Page, trial: string) {
  return page.evaluate(async (text) => {
    const trial = JSON.parse(text) as Trial;
    const frame = document.querySelector("iframe")!;
    const loaded = new Promise((done) => frame.addEventListener("load", done, { once: true }));
    frame.srcdoc = trial.Document;
    await loaded;
    const inside = frame.contentDocument!;
    const nodes = new Map([...inside.querySelectorAll<HTMLElement>("[data-node]")].map((e) => [e.dataset.node!, e]));
    const found = { boxes: 0, largest: 0, worst: "" };
    for (const plan of trial.Plans ?? []) {
      frame.style.width = `${plan.Width}px`;
      for (const box of plan.Boxes) {
        const element = nodes.get(box.ID);
        if (!element) throw new Error(`${trial.Name}: no element of ${box.ID}`);
        const real = element.getBoundingClientRect();
        const hidden = element.getClientRects().length === 0;
        let off = Math.max(
          Math.abs(real.x + inside.defaultView!.scrollX - box.X),
          Math.abs(real.y - box.Y),
          Math.abs(real.width - box.Width),
          Math.abs(real.height - box.Height),
        );
        if (hidden) off = box.Shown ? Infinity : 0;
        else if (!box.Shown) off = Infinity;
        else found.boxes++;
        if (off > found.largest) {
          found.largest = off;
          found.worst = `${trial.Name}, ${box.ID} at ${plan.Width} px: plan ${JSON.stringify(box)}, browser ${JSON.stringify(real)}`;
        }
      }
    }
    return found;
  }, trial);
}

for (const seed of [1, 2, 3]) {
  test(`stylesheets of another hand, seed ${seed}`, async ({ page }) => {
    test.setTimeout(20 * 60_000);
    const trials = await printed("foreign", `-sheets=${sheets}`, `-seed=${seed}`, `-hand=${hand}`);
    await page.setContent('<iframe style="border:0;height:90000px;width:800px" scrolling="no"></iframe>');
    let boxes = 0;
    let largest = 0;
    const wrong: string[] = [];
    for (const line of trials) {
      const trial = JSON.parse(line) as Trial;
      if (trial.Error) {
        wrong.push(`${trial.Name}: ${trial.Error}`);
        continue;
      }
      const found = await judge(page, line);
      boxes += found.boxes;
      largest = Math.max(largest, found.largest);
      if (found.largest > 0.5) wrong.push(`${found.largest} px: ${found.worst}`);
    }
    console.log(
      `seed ${seed}: ${trials.length} pages, ${boxes} boxes, largest ${largest.toFixed(3)} px, ${wrong.length} wrong`,
    );
    expect(wrong.slice(0, Number(process.env.WRONG ?? 5))).toEqual([]);
  });
}
