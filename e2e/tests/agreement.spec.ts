import { expect, test, type Page } from "@playwright/test";
import { measured, type Box } from "./boxes";
import { printed } from "./printed";

// The promise of the product (domain 6.7): every box of the plan is where a real
// browser shows the generated code, within half a CSS pixel.

interface Trial {
  Name: string;
  Document: string;
  Plans: { Width: number; Boxes: Box[]; Across: string[] }[];
  Whole: boolean;
  Settings: { Node: string; Row: string; Attribute: string; Word: string }[] | null;
  Away: { Form: string; Files: { Name: string; Text: string }[] }[] | null;
}
interface Verdict {
  boxes: number;
  largest: number;
  worst: string;
  redundant: string[];
}

const pages = Number(process.env.TRIAL_PAGES ?? 5); // from each seed; make trial has many more

// A whole px and a screen of one device px a px; halves of a px on a finer one; and one
// whose px do not come out even, read from right to left.
const screens = [
  { seed: 2, scale: 1, mirrored: false },
  { seed: 3, scale: 2, mirrored: false },
  { seed: 4, scale: 1.5, mirrored: true },
];

/** Renders a trial at each of its widths and holds every box against the plan, or against
 *  its mirror image; then takes a class away and looks whether it mattered. */
async function judge(page: Page, trial: string, turn: number, mirrored: boolean): Promise<Verdict> {
  return page.evaluate(
    async ({ trial: text, turn, mirrored }) => {
      const trial = JSON.parse(text) as Trial;
      const frame = document.querySelector("iframe")!;
      const loaded = new Promise((done) => frame.addEventListener("load", done, { once: true }));
      frame.srcdoc = mirrored ? trial.Document.replace("<html ", '<html dir="rtl" ') : trial.Document;
      await loaded;
      const inside = frame.contentDocument!;
      const nodes = new Map([...inside.querySelectorAll<HTMLElement>("[data-node]")].map((e) => [e.dataset.node!, e]));

      const compare = (enough = Infinity) => {
        const found = { boxes: 0, largest: 0, worst: "" };
        for (const plan of trial.Plans) {
          if (found.largest > enough) break;
          if ((plan.Width * devicePixelRatio) % 1) continue;
          frame.style.width = `${plan.Width}px`;
          for (const box of plan.Boxes) {
            const element = nodes.get(box.ID);
            if (!element) throw new Error(`${trial.Name}: no element of ${box.ID}`);
            const real = element.getBoundingClientRect();
            const off = window.off(
              element,
              mirrored ? { ...box, X: plan.Width - box.X - box.Width, Before: box.After, After: box.Before } : box,
            );
            if (box.Shown) found.boxes++;
            if (off > found.largest) {
              found.largest = off;
              found.worst = `${trial.Name}, ${box.ID} at ${plan.Width} px: plan ${JSON.stringify(box)}, browser ${JSON.stringify(real)}`;
            }
          }
        }
        return found;
      };

      const verdict = { ...compare(), redundant: [] as string[] };
      // In a narrow row, whether a class matters depends on widths that are not looked at.
      const settings = (trial.Settings ?? []).filter(({ Row }) =>
        trial.Plans.every((p) => p.Boxes.every((b) => b.ID !== Row || !b.Shown || b.Width > 250)),
      );
      const measured = Number.isInteger(devicePixelRatio); // else not at every width, and a class may matter at one left out
      if (trial.Whole && measured && settings.length > 0) {
        const { Node, Attribute, Word } = settings[turn % settings.length]!;
        const element = nodes.get(Node)!;
        const others = element
          .getAttribute(Attribute)!
          .split(/\s+/)
          .filter((other) => other !== Word);
        if (others.length > 0) element.setAttribute(Attribute, others.join(" "));
        else element.removeAttribute(Attribute);
        if (compare(0.01).largest <= 0.01)
          verdict.redundant.push(`${trial.Name}: ${Attribute} ${Word} on ${element.dataset.node}`);
      }
      return verdict;
    },
    { trial, turn, mirrored },
  );
}

/** Opens a trial's files as they are taken away and holds against the plan where its
 *  containers, rows and columns stand from left to right: what is in them is then as high
 *  as a browser makes it. */
async function judgeAway(page: Page, trial: Trial, away: NonNullable<Trial["Away"]>[number]): Promise<Verdict> {
  await page.route("http://away.test/**", (route) => {
    const name = new URL(route.request().url()).pathname.slice(1);
    const file = away.Files.find((f) => f.Name === name);
    return name === "frame"
      ? route.fulfill({
          contentType: "text/html",
          body: '<iframe style="border:0;height:90000px" scrolling="no"></iframe>',
        })
      : route.fulfill(
          file ? { body: file.Text, contentType: name.endsWith(".css") ? "text/css" : "text/html" } : { status: 404 },
        );
  });
  await page.goto("http://away.test/frame");
  const verdict = await page.evaluate(
    async ({ name, address, plans }) => {
      const frame = document.querySelector("iframe")!;
      const loaded = new Promise((done) => frame.addEventListener("load", done, { once: true }));
      frame.src = address;
      await loaded;
      const inside = frame.contentDocument!;
      const found = { boxes: 0, largest: 0, worst: "", redundant: [] as string[] };
      for (const plan of plans) {
        if ((plan.Width * devicePixelRatio) % 1) continue;
        frame.style.width = `${plan.Width}px`;
        for (const box of plan.Boxes) {
          if (!box.Shown || !plan.Across.includes(box.ID)) continue;
          const real = inside.querySelector(`[data-node="${box.ID}"]`)!.getBoundingClientRect();
          const off = Math.max(Math.abs(real.x - box.X), Math.abs(real.width - box.Width));
          found.boxes++;
          if (off > found.largest) {
            found.largest = off;
            found.worst = `${name}, ${box.ID} at ${plan.Width} px: plan ${JSON.stringify(box)}, browser ${JSON.stringify(real)}`;
          }
        }
      }
      return found;
    },
    { name: `${trial.Name}, ${away.Form}`, address: `/${away.Files[0]!.Name}`, plans: trial.Plans },
  );
  await page.unroute("http://away.test/**");
  return verdict;
}

for (const { seed, scale, mirrored } of screens)
  test(`seed ${seed}: the plan agrees with the browser on ${pages} random pages${mirrored ? ", mirrored" : ", and no class is redundant"}`, async ({
    playwright,
  }) => {
    test.setTimeout(1_800_000);
    const trials = await printed("trial", "-pages", String(pages), "-seed", String(seed));
    expect(trials.length).toBeGreaterThan(pages);

    const { launchOptions } = test.info().project.use;
    const browser = await playwright.chromium.launch({
      ...launchOptions,
      args: [...launchOptions!.args!, `--force-device-scale-factor=${scale}`],
    });
    const page = await browser.newPage({ deviceScaleFactor: scale });
    await page.setContent('<iframe style="border:0;height:4000px"></iframe>');
    await measured(page);
    const second = await browser.newPage({ deviceScaleFactor: scale });
    const total = { boxes: 0, away: 0, largest: 0, worst: "", redundant: [] as string[] };
    const add = (verdict: Verdict) => {
      total.redundant.push(...verdict.redundant);
      if (verdict.largest > total.largest) {
        total.largest = verdict.largest;
        total.worst = verdict.worst;
      }
    };
    for (const [turn, text] of trials.entries()) {
      const trial = JSON.parse(text) as Trial;
      if (mirrored && trial.Name.includes("among other elements")) continue; // theirs is no mirror image
      const verdict = await judge(page, text, turn * 7, mirrored);
      total.boxes += verdict.boxes;
      add(verdict);
      for (const away of trial.Away ?? []) {
        const verdict = await judgeAway(second, trial, away);
        total.away += verdict.boxes;
        add(verdict);
      }
    }
    await browser.close();
    console.log(
      `${trials.length} pages, ${total.boxes} boxes, ${total.away} as taken away, largest difference ${total.largest.toFixed(4)} px (${total.worst})`,
    );
    expect(total.largest, total.worst).toBeLessThanOrEqual(0.5);
    expect(total.redundant).toEqual([]);
  });
