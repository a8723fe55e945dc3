import type { APIRequestContext } from "@playwright/test";
import { code, expect, front, openBench, test } from "./app";
import { expectNoViolations } from "./violations";

interface View {
  kit: { id: string; breakpoints: { name: string }[] };
  facts: { range: { from: number; to: number } }[];
  widths: { units: number; widths: ({ from: number; to: number } | null)[] }[];
  rulers: { viewport: number; before: number; units: { x: number; width: number }[] }[];
}

async function json<T>(request: APIRequestContext, path: string, body?: unknown): Promise<T> {
  const answer = await (body === undefined ? request.get(path) : request.post(path, { data: body }));
  expect(answer.ok(), `${path}: ${await answer.text()}`).toBe(true);
  return (await answer.json()) as T;
}

const ready = ["plain-twelve", "fifth-gap", "five-uneven", "broadsheet", "fine-two-dozen", "all-relative"];

test("what a ready kit's units measure is what the browser measures, at both ends of every breakpoint", async ({
  page,
  app,
}) => {
  test.setTimeout(120_000);
  for (const id of ready) {
    const card = await json<{ id: string; firstPage: string; kitId: string }>(page.request, `${app}/api/projects/new`, {
      name: id,
      kit: `ready:${id}`,
      start: "empty",
    });
    const at = `${app}/api/projects/${card.id}`;
    const view = await json<View>(page.request, `${at}/kits/${card.kitId}`);
    const counts = view.rulers.map((r) => r.units.length);
    const most = Math.max(...counts);
    const unitsAt = (n: number, i: number) => Math.min(n, counts[i]!);
    for (let n = 1; n <= most; n++) {
      const [first, ...more] = view.kit.breakpoints.map((b, i) => `${i ? `${b.name} ` : ""}${unitsAt(n, i)}`);
      await json(page.request, `${at}/pages/${card.firstPage}/edits`, {
        revision: n,
        operation: { addRow: { recipe: [first, ...more].join(" | "), breakpoint: view.kit.breakpoints[0]!.name } },
      });
    }
    const shown = await (await page.request.get(`${at}/pages/${card.firstPage}/document`)).text();
    await page.setContent("");
    const measured = await page.evaluate(
      async ({ shown, widths }) => {
        const frame = document.createElement("iframe");
        frame.style.border = "0";
        const loaded = new Promise((done) => frame.addEventListener("load", done, { once: true }));
        frame.srcdoc = shown;
        document.body.append(frame);
        await loaded;
        return widths.map((width) => {
          frame.style.width = `${width}px`;
          return [...frame.contentDocument!.querySelectorAll("[data-node^=column]")].map((column) => {
            const style = getComputedStyle(column);
            return (
              column.getBoundingClientRect().width - parseFloat(style.paddingLeft) - parseFloat(style.paddingRight)
            );
          });
        });
      },
      {
        shown,
        widths: view.facts.flatMap((f) => [f.range.from, f.range.to || f.range.from + 400]),
      },
    );
    for (const [i, facts] of view.facts.entries()) {
      for (let n = 1; n <= most; n++) {
        const row = view.widths[unitsAt(n, i) - 1]!.widths[i]!;
        const name = `${id}: ${unitsAt(n, i)} units at ${view.kit.breakpoints[i]!.name}`;
        expect(Math.abs(measured[2 * i]![n - 1]! - row.from), name).toBeLessThanOrEqual(0.5);
        if (facts.range.to || row.to) {
          expect(Math.abs(measured[2 * i + 1]![n - 1]! - row.to), name).toBeLessThanOrEqual(0.5);
        }
      }
    }
  }
});

test("a background shows the columns where they stand, in every ready kit", async ({ page, app }) => {
  for (const id of ready) {
    const card = await json<{ id: string; kitId: string }>(page.request, `${app}/api/projects/new`, {
      name: id,
      kit: `ready:${id}`,
      start: "empty",
    });
    const at = `${app}/api/projects/${card.id}/kits/${card.kitId}`;
    const view = await json<View>(page.request, at);
    const css = await (await page.request.get(`${at}/sheet/css`)).text();
    await page.setContent(`<!doctype html><style>body { margin: 0 }\n${css}</style><body>`);
    for (const ruler of view.rulers) {
      await page.setViewportSize({ width: ruler.viewport, height: 600 });
      const [left, width] = await page.evaluate(() => {
        const style = getComputedStyle(document.body, "::before");
        return [parseFloat(style.left), parseFloat(style.width)] as const;
      });
      const last = ruler.units.at(-1)!;
      expect(Math.abs(left - ruler.units[0]!.x), `${id} at ${ruler.viewport}`).toBeLessThanOrEqual(0.5);
      expect(Math.abs(left + width - last.x - last.width), `${id} at ${ruler.viewport}`).toBeLessThanOrEqual(0.5);
    }
  }
});

test("with the keyboard alone a kit is made from nothing and a page put on it, in under 50 keys", async ({
  page,
  app,
}) => {
  let keys = 0;
  const press = async (...all: string[]) => {
    for (const key of all) {
      keys++;
      await page.keyboard.press(key);
    }
  };
  const type = async (text: string) => press(...text);
  const reach = async (name: string, role: "button" | "textbox") => {
    for (let i = 0; i < 25; i++) {
      if (await page.getByRole(role, { name, exact: true }).evaluate((e) => e === document.activeElement)) return;
      await press("Tab");
    }
    throw new Error(`${name} is not reached`);
  };
  await page.goto(`${app}${front}/kit/plain-twelve`);
  await expect(page.getByText("Saved · rev 1")).toBeVisible();
  await reach("Add a kit", "button");
  await press("Enter");
  await expect(page.getByRole("textbox", { name: "Columns" })).toBeFocused();
  await type("16");
  await press("Tab");
  await type("20");
  await press("Tab");
  await type("1264");
  await press("Enter");
  await expect(page).toHaveURL(/\/kit\/columns-16-in-1264$/);
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  await expect(page.getByRole("button", { name: "Use for Front page" })).toBeFocused();
  await press("Enter", "Control+Enter");
  await expect(page.getByText("Used by Front page")).toBeVisible();
  expect(keys).toBeLessThan(50);
  console.log(`a kit from nothing and the page on it: ${keys} keys`);

  // One number under its breakpoint: the gutter at the widest is typed where it stands.
  keys = 0;
  await page.getByRole("button", { name: "Name at base: base" }).focus();
  await press("ArrowDown", "ArrowDown", "ArrowDown", "ArrowRight", "ArrowRight");
  await expect(page.getByRole("button", { name: "Gutter at full: 20, carried" })).toBeFocused();
  await type("24");
  await press("Enter", "Control+Enter");
  await expect(page.getByText("Saved · rev 4")).toBeVisible();
  await expect(page.getByRole("button", { name: "Gutter at full: 24", exact: true })).toBeVisible();
  console.log(`one number changed and accepted: ${keys} keys`);
  await page.locator("body").press("Control+z");
  await expect(page.getByRole("button", { name: "Gutter at full: 20, carried" })).toBeVisible();
});

test("a shared kit is revised in one project; another sees what that does to it and takes it", async ({
  page,
  app,
}) => {
  await page.goto(`${app}${front}/kit/plain-twelve`);
  await page.getByRole("button", { name: "Share" }).click();
  await expect(page.getByText("Revision 1 of plain-twelve in the library")).toBeVisible();
  await page.goto(`${app}/`);
  await page.getByRole("button", { name: "New project" }).click();
  await page.getByRole("textbox", { name: "Name" }).fill("Skerry");
  await page.getByRole("radio", { name: /^Plain Twelve rev 1/ }).check();
  await page.getByRole("radio", { name: "Masthead, gallery and foot" }).check();
  await page.getByRole("button", { name: "Create" }).click();
  await expect(page).toHaveURL(/\/skerry\//);

  await page.goto(`${app}${front}/kit/plain-twelve`);
  await page.getByRole("button", { name: "Gutter at wide: 28, carried" }).click();
  await page.keyboard.type("36\n");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Accept" }).click();
  await expect(page.getByText("Saved · rev 3")).toBeVisible();
  await page.getByRole("button", { name: "Share changes" }).click();
  await expect(page.getByText("Revision 2 of plain-twelve in the library")).toBeVisible();

  await page.goto(`${app}/skerry/page-1/kit/plain-twelve`);
  await expect(page.getByText("Revision 1 of plain-twelve in the library")).toBeVisible();
  await page.getByRole("button", { name: "Update to revision 2" }).click();
  const effects = page.getByRole("complementary", { name: "What the change does" });
  await expect(effects.getByRole("region", { name: "Page 1" })).toContainText(/of \d+ columns change/);
  await page.getByRole("button", { name: "Accept" }).click();
  await expect(page.getByRole("button", { name: "Gutter at wide: 36", exact: true })).toBeVisible();
  await expect(page.getByText("Revision 2 of plain-twelve in the library")).toBeVisible();
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  await page.locator("body").press("Control+z");
  await expect(page.getByText("Revision 1 of plain-twelve in the library")).toBeVisible();
});

test("a page is moved to another kit after what does not fit is said", async ({ page, app }) => {
  await page.goto(`${app}${front}/kit/five-uneven`);
  await page.getByRole("button", { name: "Use for Front page" }).click();
  const effects = page.getByRole("complementary", { name: "What the change does" });
  await expect(effects.getByRole("region", { name: "Front page" })).toContainText(/of 14 columns change/);
  await expect(effects).toContainText(/Lead story at wide: /);
  await page.getByRole("button", { name: "Reset" }).click();
  await page.getByRole("button", { name: "Add a kit" }).click(); // one whose breakpoints are called otherwise
  await page.getByRole("button", { name: /^Broadsheet/ }).click();
  await expect(page).toHaveURL(/\/kit\/broadsheet$/);
  await expect(page.getByRole("heading", { name: "Broadsheet" })).toBeVisible();
  await page.getByRole("button", { name: "Use for Front page" }).click();
  await expect(effects.getByRole("region", { name: "Front page" })).toContainText("14 of 14 columns change");
  await page.getByRole("link", { name: "Five Uneven" }).click();
  await expect(page.getByRole("heading", { name: "Five Uneven" })).toBeVisible();
  await page.getByRole("button", { name: "Use for Front page" }).click();
  await expect(effects.getByRole("region", { name: "Front page" })).toBeVisible();
  await page.getByRole("button", { name: "Accept" }).click();
  await expect(page.getByText("Used by Front page, Plan a visit")).toBeVisible();
  await page.locator("body").press("Control+z");
  await expect(page.getByText("Used by Plan a visit")).toBeVisible();
});

test("a kit goes out as a file and comes in as another; what is no kit's file is refused", async ({ page, app }) => {
  await page.goto(`${app}${front}/kit/fifth-gap`);
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: "Export" }).click();
  const file = await (await download).path();
  expect((await download).suggestedFilename()).toBe("fifth-gap.kit.json");
  await page.getByRole("button", { name: "Add a kit" }).click();
  const choose = page.getByLabel("From a file");
  await choose.setInputFiles({
    name: "x.json",
    mimeType: "application/json",
    buffer: Buffer.from('{"format":"other"}'),
  });
  await expect(page.getByRole("alert")).toContainText("kitrows-kit");
  await choose.setInputFiles(file);
  await expect(page).toHaveURL(/\/kit\/fifth-gap-2$/);
});

test("names become attributes, a clash stays in its field, and the page is written in them", async ({ page, app }) => {
  await page.goto(`${app}${front}/kit/plain-twelve`);
  await page.getByRole("radio", { name: "Classes" }).click();
  await page.getByRole("combobox", { name: "Names" }).selectOption("attributes");
  await expect(page.getByRole("cell", { name: 'data-take="3" data-take-full="3"' })).toBeVisible();
  const skip = page.getByRole("textbox", { name: "Template: Column, skip 3" });
  await skip.fill("data-take[-{bp}]={n}");
  await skip.press("Enter");
  await expect(page.getByRole("alert")).toContainText("which skip writes");
  await expect(page.getByRole("button", { name: "Accept" })).toBeDisabled();
  await skip.fill("data-leave[-{bp}]={n}");
  await skip.press("Enter");
  await expect(page.getByRole("cell", { name: 'data-leave="3" data-leave-full="3"' })).toBeVisible();
  await page.getByRole("button", { name: "Accept" }).click();
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  await openBench(page, app);
  expect(await code(page)).toContain('data-take-wide="3"');
  expect(await code(page)).not.toContain("kr-take");
});

test("edges and divisions are dragged; a pair and a table are taken", async ({ page, app, context }) => {
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await page.goto(`${app}${front}/kit/five-uneven`);
  const edge = page.getByRole("slider", { name: "Lower edge of wide" });
  const box = (await edge.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + 10);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 60, box.y + 10, { steps: 6 });
  await page.mouse.up();
  await expect(edge).toHaveAttribute("aria-valuenow", /^(9[6-9]\d|10\d\d)$/);
  await expect(page.getByText("Not accepted yet")).toBeVisible();
  const division = page.getByRole("slider", { name: "Division after column 2 at full" });
  const line = (await division.boundingBox())!;
  await page.mouse.move(line.x + line.width / 2, line.y + 40);
  await page.mouse.down();
  await page.mouse.move(line.x + line.width / 2 + 14, line.y + 40, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByRole("button", { name: "Columns at base: 1 3 2 2 1" })).toBeVisible();
  await page.locator("body").press("Control+z");
  await expect(page.getByRole("button", { name: "Columns at base: 1 2 3 2 1" })).toBeVisible();
  await page.getByRole("button", { name: "Reset" }).click();

  await page.getByRole("link", { name: "Plain Twelve" }).click();
  await expect(page.getByRole("heading", { name: "Plain Twelve" })).toBeVisible();
  await page.getByRole("button", { name: "Copy the numbers as Markdown" }).click();
  await expect(page.getByText("Copied as Markdown")).toBeVisible();
  expect(await page.evaluate(() => navigator.clipboard.readText())).toContain("| Gutter | 16 | 28 | 28 | 28 |");
  await page.getByRole("radio", { name: "Finder" }).click();
  await page.getByRole("button", { name: "Use columns of 56 and gutters of 16 px" }).click();
  await expect(page.getByRole("button", { name: "Gutter at wide: 16", exact: true })).toBeVisible();
  await expect(page.getByRole("row", { name: /^Column 8.67/ })).toContainText("56");
});

test("axe finds nothing on any part of the Kit screen", async ({ page, app }) => {
  test.setTimeout(120_000);
  await page.goto(`${app}${front}/kit/five-uneven`);
  await page.getByRole("combobox", { name: "Gutters" }).selectOption("inside stay");
  await expect(page.getByText("Not accepted yet")).toBeVisible();
  await expectNoViolations(page, "aside");
  for (const part of ["Classes", "Sheets", "Compare"]) {
    await page.getByRole("radio", { name: part }).click();
    if (part === "Compare") await page.getByRole("combobox", { name: "Compare with" }).selectOption("plain-twelve");
    await page.waitForLoadState("networkidle");
    await expectNoViolations(page, `section[aria-label="${part}"]`);
  }
  await page.getByRole("radio", { name: "Containers" }).click();
  await expect(page.getByRole("table", { name: "Kinds of container" })).toBeVisible();
  await expectNoViolations(page, '[aria-label="Kinds of container"]');
  await page.getByRole("button", { name: "Add a kit" }).click();
  await expect(page.getByText("Print-like pages")).toBeVisible();
  await expectNoViolations(page, '[aria-label="Add a kit"][role="dialog"]');
});
