import { cell, code, expect, openBench, test } from "./app";

test("text is edited where it stands, with a key or a double click", async ({ page, app }) => {
  await openBench(page, app);
  await cell(page, "address", "wide").click();
  await page.keyboard.press("e");
  await expect(page.getByRole("textbox", { name: "Text of Text" })).toBeFocused();
  await page.keyboard.type("Open < all year");
  await page.keyboard.press("Shift+Enter");
  await page.keyboard.type("but ");
  await page.keyboard.press("Control+b");
  await page.keyboard.type("not");
  for (let i = 0; i < "</strong>".length; i++) await page.keyboard.press("ArrowRight");
  await page.keyboard.type(' <a href="visit.html">at night</a>');
  await page.keyboard.press("Enter");
  await expect(cell(page, "address", "wide")).toBeFocused();
  await expect
    .poll(() => code(page))
    .toMatch(/<p>\n *Open &lt; all year<br>\n *but <strong>not<\/strong> <a href="visit.html">at night<\/a>\n *<\/p>/);
  await page.locator('[data-lane="wide"] [data-column="supporters"]').dblclick(); // once it stands still
  await expect(page.getByRole("textbox", { name: "Text of Text" })).toBeFocused();
  await page.keyboard.type("Not this");
  await page.keyboard.press("Escape");
  // The code is drawn when keys rest. Here they do not until an edit has come and another column is selected.
  const keys = await page.evaluate(() => window.setInterval(() => dispatchEvent(new KeyboardEvent("keydown")), 40));
  await page.keyboard.press("Control+z");
  await expect.poll(() => code(page)).not.toContain("visit.html");
  expect(await code(page)).toContain("Kept by its visitors");
  await expect(page.getByText("Saved · rev 3")).toBeVisible();

  // And where it stands in the code of a page made here.
  await cell(page, "lead-story", "wide").click();
  await page.evaluate((keys) => clearInterval(keys), keys);
  await page.getByText("<h2>Kittiwakes back on").dblclick();
  const field = page.getByRole("region", { name: "Code" }).getByRole("textbox", { name: /^Text of Kittiwakes back/ });
  await expect(field).toBeFocused();
  await field.fill("Kittiwakes <em>back</em>");
  await field.press("Enter");
  await expect.poll(() => code(page)).toContain("<h2>Kittiwakes <em>back</em></h2>");
  await page.keyboard.press("Enter"); // the code has the focus again, and the column's first text is marked
  await expect(field).toBeFocused();
  await field.press("Escape");
  await page.getByText('class="kr-row"').first().dblclick();
  await expect(page.getByRole("alert")).toContainText("These lines have no words of a block");
});

test("blocks of every type are added, changed, moved and taken away", async ({ page, app }) => {
  await openBench(page, app);
  await cell(page, "address", "wide").click();
  await page.getByRole("tab", { name: "Content" }).click();
  const panel = page.getByRole("region", { name: "Content of Address" });
  for (const type of ["Heading", "List", "Button", "Card", "Form", "HTML"])
    await panel.getByRole("button", { name: type, exact: true }).click();
  await expect(panel.getByRole("listitem")).toHaveCount(7);
  const button = panel.getByRole("listitem").filter({ hasText: "Link" });
  await button.getByLabel("Words").fill("See the tides");
  await button.getByLabel("Words").press("Enter");
  await button.getByLabel("Link").fill("javascript:alert(1)");
  await button.getByLabel("Link").press("Enter");
  await expect(page.getByRole("alert")).toContainText("an address such as tides.html");
  await button.getByLabel("Link").fill("tides.html");
  await button.getByLabel("Link").press("Enter");
  await expect.poll(() => code(page)).toContain('<a href="tides.html">See the tides</a>');
  const html = panel.getByRole("listitem").filter({ hasText: "HTML" });
  await html.getByRole("textbox", { name: "HTML" }).fill('<p onclick="alert(1)">Given <em>so</em>');
  await html.getByRole("textbox", { name: "HTML" }).press("Control+Enter");
  await expect.poll(() => code(page)).toContain('<p onclick="alert(1)">Given <em>so</em>');
  await html.getByRole("button", { name: "Move HTML up" }).click();
  await expect(panel.getByRole("listitem").nth(5)).toContainText("HTML");
  await panel.getByRole("button", { name: "Delete Form" }).click();
  await expect(panel.getByRole("listitem")).toHaveCount(6);
  // What is given is shown as it is taken away, where no script runs; where blocks are held it is cleaned.
  const document = `${app}/api/projects/gullwing-point/pages/front-page/document`;
  const shown = await page.request.get(document);
  expect(await shown.text()).toContain('<p onclick="alert(1)">Given <em>so</em>');
  expect(shown.headers()["content-security-policy"]).toMatch(/default-src 'none';.* sandbox$/);
  expect(await (await page.request.get(`${document}?held`)).text()).toContain("<p>Given <em>so</em></p>");
});

test("a block has an id and classes, and is hidden where a box or its cell says so", async ({ page, app }) => {
  await openBench(page, app);
  await cell(page, "lead-story", "base").click();
  await page.keyboard.press("b"); // its blocks have lines of their own
  await page.getByRole("tab", { name: "Content" }).click();
  const picture = page.getByRole("group", { name: "Where Picture is shown" }).first();
  await picture.getByRole("checkbox", { name: "base" }).uncheck();
  await expect.poll(() => code(page)).toContain('<img class="kr-fit kr-gone" width');
  await picture.getByRole("checkbox", { name: "mid" }).check();
  await expect.poll(() => code(page)).toContain('<img class="kr-fit kr-gone kr-back-mid" width');
  const block = (at: string) => cell(page, "lead-story-title", at);
  await block("mid").click();
  await page.keyboard.type("x");
  await page.keyboard.press("Enter");
  await expect.poll(() => code(page)).toContain('<h2 class="kr-gone-mid">Kittiwakes');
  await expect(block("wide")).toHaveAccessibleName(
    /Kittiwakes back on the outer stack at wide: x, hidden, carried from mid/,
  );
  await block("mid").click();
  await page.keyboard.press("Delete");
  await page.getByText("Id, classes, selector, note").click();
  await page.getByLabel("Id", { exact: true }).fill("kittiwakes");
  await page.getByLabel("Id", { exact: true }).press("Enter");
  await page.getByLabel("Classes", { exact: true }).fill("lead kr-row");
  await page.getByLabel("Classes", { exact: true }).press("Enter");
  await expect(page.getByRole("alert")).toContainText("a class that Plain Twelve does not write itself");
  await page.getByLabel("Classes", { exact: true }).fill("lead");
  await page.getByLabel("Classes", { exact: true }).press("Enter");
  await expect.poll(() => code(page)).toContain('<h2 id="kittiwakes" class="lead">Kittiwakes');
});

const drawing = (width: number) =>
  Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="100"><rect width="9" height="9"/></svg>`,
  );
const svg = (name: string, width: number) => ({ name, mimeType: "image/svg+xml", buffer: drawing(width) });

test("pictures come as files, one for each breakpoint that wants another, and ask for words", async ({ page, app }) => {
  await openBench(page, app);
  await cell(page, "address", "wide").click();
  await page.getByRole("tab", { name: "Content" }).click();
  const panel = page.getByRole("region", { name: "Content of Address" });
  await panel.getByLabel("Picture…").setInputFiles(svg("Outer Stack.svg", 400));
  await expect(panel.getByText("Screen readers need these words")).toBeVisible();
  await panel.getByLabel("Shows").fill("The outer stack");
  await panel.getByLabel("Shows").press("Enter");
  await expect(panel.getByText("Screen readers need these words")).toHaveCount(0);
  await panel.getByLabel("Picture from wide on").setInputFiles(svg("stack-wide.svg", 800));
  await expect
    .poll(() => code(page))
    .toContain('<source media="(min-width: 910px)" srcset="pictures/stack-wide.svg" width="800" height="100">');
  const image = '<img class="kr-fit" width="400" height="100" src="pictures/outer-stack.svg" alt="The outer stack">';
  expect(await code(page)).toContain(image);
  // It is as high as its proportions make it in its column: 430 px wide at wide.
  const drawn = await page.request.get(`${app}/api/projects/gullwing-point/pages/front-page`);
  const bench = (await drawn.json()) as {
    lanes: { breakpoint: string; boxes: { hint: string; y: number; width: number; height: number }[] }[];
  };
  const boxes = bench.lanes.find((l) => l.breakpoint === "wide")!.boxes.filter((b) => b.hint === "picture");
  const last = boxes.at(-1)!;
  expect(last.height).toBeCloseTo(last.width / 8, 1);
  // What is no picture is refused, and nothing changes.
  await panel
    .getByLabel("Picture…")
    .setInputFiles({ name: "not.png", mimeType: "image/png", buffer: Buffer.from("GIF89a") });
  await expect(page.getByRole("alert")).toContainText("a picture file");
});

test("a picture is dropped on a column, and a text on the Bench falls into pieces", async ({ page, app }) => {
  await openBench(page, app);
  await cell(page, "tide-table", "wide").click(); // so that the lane shows it
  const drop = (selector: string, name: string, type: string, text: string) =>
    page.evaluate(
      ([selector, name, type, text]) => {
        const data = new DataTransfer();
        data.items.add(new File([text!], name!, { type: type! }));
        document
          .querySelector(selector!)!
          .dispatchEvent(new DragEvent("drop", { dataTransfer: data, bubbles: true, cancelable: true }));
      },
      [selector, name, type, text],
    );
  await drop('[data-lane="wide"] [data-column="tide-table"]', "gauge.svg", "image/svg+xml", drawing(300).toString());
  await expect.poll(() => code(page)).toContain("pictures/gauge.svg");
  await drop('[data-row="body"]', "log.md", "text/markdown", "# Autumn\n\nTwo *terns*.\n\n- One\n- Two\n");
  const pieces = page.getByRole("region", { name: "Content sheet" });
  await expect(pieces.getByRole("listitem")).toHaveCount(3);
  await expect(pieces).toContainText("3 of 3 to place");
  // Dragged into a column of a lane; what is placed is ticked, and back with undo.
  const from = (await pieces.getByRole("button", { name: /list/ }).boundingBox())!;
  const to = (await page.locator('[data-lane="wide"] [data-column="tide-table"]').boundingBox())!;
  await page.mouse.move(from.x + 80, from.y + 8);
  await page.mouse.down();
  await page.mouse.move(to.x + 30, to.y + 40, { steps: 6 });
  await expect(page.getByRole("status").filter({ hasText: "One · Two" })).toContainText("into Tide table");
  await page.mouse.up();
  await expect(pieces.getByRole("listitem").nth(2)).toContainText("placed");
  await expect.poll(() => code(page)).toContain("<li>Two</li>");
  await page.keyboard.press("Control+z");
  await expect(pieces).toContainText("3 of 3 to place");
});
