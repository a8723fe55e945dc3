import { expect, test } from "@playwright/test";
import type { Box } from "./boxes";
import { printed } from "./printed";

// Pages that no stylesheet with a grid stands behind: some written by hand, each about one thing, and random ones with any
// declaration that moves boxes. Every box is where the browser has it, within half a CSS pixel, or it is marked as estimated.

interface Trial {
  Name: string;
  Document: string;
  Plans: { Width: number; Boxes: (Box & { Estimated: boolean })[] | null }[];
  Error: string;
}

const pages = Number(process.env.TANGLED ?? 8); // from each seed; make trial has more

for (const seed of [1, 4])
  test(`pages by hand and random ones are right or marked, seed ${seed}`, async ({ page }) => {
    test.setTimeout(20 * 60_000);
    const count = { boxes: 0, marked: 0 };
    const wrong: string[] = [];
    for (const line of await printed("foreign", `-tangled=${pages}`, `-seed=${seed}`)) {
      const trial = JSON.parse(line) as Trial;
      expect(trial.Error, trial.Name).toBe("");
      await page.setContent(trial.Document);
      for (const plan of trial.Plans) {
        await page.setViewportSize({ width: plan.Width, height: 800 });
        const boxes = plan.Boxes ?? [];
        count.boxes += boxes.length;
        count.marked += boxes.filter((b) => b.Estimated).length;
        const off = await page.evaluate(
          (boxes) =>
            boxes.map((b) => {
              const element = document.querySelector(`[data-node="${b.ID}"]`)!;
              const real = element.getBoundingClientRect();
              const shown = element.getClientRects().length > 0;
              if (shown !== b.Shown) return Infinity;
              if (!shown) return 0;
              return Math.max(
                Math.abs(real.x + scrollX - b.X),
                Math.abs(real.y + scrollY - b.Y),
                Math.abs(real.width - b.Width),
                Math.abs(real.height - b.Height),
              );
            }),
          boxes,
        );
        boxes.forEach((b, i) => {
          if (off[i]! > 0.5 && !b.Estimated)
            wrong.push(`${off[i]} px: ${trial.Name}, ${b.ID} at ${plan.Width} px: plan ${JSON.stringify(b)}`);
        });
      }
    }
    console.log(`seed ${seed}: ${count.boxes} boxes, ${count.marked} of them marked, ${wrong.length} wrong in silence`);
    expect(count.marked).toBeLessThan(count.boxes * 0.6);
    expect(wrong.slice(0, 5)).toEqual([]);
  });

// What the browser takes for a value and the core does not would be left out in silence. Numbers by these functions are
// nowhere the value of a shorthand.
const excepted = new Set(["pow(2, 3)", "progress(3px, 1px, 5px)", "sin(30deg)", "sqrt(4)"].map((v) => `flex: ${v}`));

test("the core knows every value that the browser knows of the properties it lays out", async ({ page }) => {
  const all = (await printed("foreign", "-values")).map(
    (line) => JSON.parse(line) as { Property: string; Value: string; Taken: boolean },
  );
  const known = await page.evaluate((all) => all.map((v) => CSS.supports(v.Property, v.Value)), all);
  const missing = all.filter((v, i) => known[i] && !v.Taken).map((v) => `${v.Property}: ${v.Value}`);
  expect(missing.filter((v) => !excepted.has(v))).toEqual([]);
  expect(known.filter(Boolean).length).toBeGreaterThan(1500);
});
