import { readFileSync } from "node:fs";
import { cell, code, expect, front, openBench, test } from "./app";

const demo = JSON.parse(
  readFileSync(new URL("../../demo/gullwing-point.kitrows.json", import.meta.url), "utf8"),
) as Project;

interface Project {
  pages: { body: Node[] }[];
  pictures: { id: string; data: string }[];
}
interface Node {
  kind: string;
  content?: { type: string; text?: string; level?: number; items?: string[]; picture?: string; alt?: string };
  children?: Node[];
}

/** The words and pictures of the demo's front page, as someone would have them
 *  before there is a page: plain HTML, one thing after the other. */
function copy(): string {
  const written: string[] = [];
  const write = (n: Node) => {
    const c = n.content;
    if (c?.type === "heading") written.push(`<h${c.level}>${c.text}</h${c.level}>`);
    else if (c?.type === "text") written.push(`<p>${c.text}</p>`);
    else if (c?.type === "list") written.push(`<ul>${c.items!.map((item) => `<li>${item}</li>`).join("")}</ul>`);
    else if (c?.type === "picture") {
      const { data } = demo.pictures.find((p) => p.id === c.picture)!;
      written.push(`<img src="data:image/svg+xml;base64,${data}" alt="${c.alt}">`);
    }
    n.children?.forEach(write);
  };
  demo.pages[0]!.body.forEach(write);
  return written.join("\n");
}

// What someone does who has the words of the page and knows how it is to stand. The
// keys are pressed, nothing is clicked; each line says what it is for.
test("the demo's front page is laid out from nothing with the keyboard alone", async ({ page, app, context }) => {
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await page.goto(app + front);
  await expect(page.getByRole("treegrid", { name: "Span sheet" })).toBeVisible();
  const wanted = await code(page);
  let presses = 0;
  const press = async (...keys: string[]) => {
    for (const key of keys) {
      presses++;
      await page.keyboard.press(key);
    }
  };
  const type = async (text: string) => {
    presses += [...text].length;
    await page.keyboard.type(text);
  };
  const at = (node: string, breakpoint = "wide") => expect(cell(page, node, breakpoint)).toBeFocused();

  await press("Control+k");
  await type("new page\n");
  await expect(page.getByRole("heading", { name: "This page is empty" })).toBeVisible();

  // The words, onto the content sheet.
  await page.evaluate((html) => navigator.clipboard.writeText(html), copy());
  await press("Control+v");
  await expect(page.getByText("30 of 30 to place")).toBeVisible();

  // The rows, from the outside in.
  await press("a");
  await type("mid 4 8 | wide 3 9\n");
  await at("column-1");
  await press("a");
  await type("wide 7 5 | full 8 4\n");
  await at("column-3");
  await press("a");
  await type("mid /2 x4 | wide /4\n");
  await at("column-5");
  await press("a");
  await type("mid 7 5 | wide 8 1_3\n");
  await at("column-9");
  await press("a");
  await type("mid 6 6\n");
  await at("column-11");

  // The words into their columns, one after the other, with the log's nested row
  // on the way.
  const place = async (pieces: number) => {
    for (let i = 0; i < pieces; i++) {
      await press("p");
    }
  };
  await press("Home", "ArrowDown", "ArrowDown");
  await at("column-1");
  await place(1);
  await press("ArrowDown");
  await place(1);
  await press("ArrowDown", "ArrowDown");
  await at("column-3");
  await place(3);
  await press("ArrowDown");
  await place(3);
  await press("ArrowDown");
  for (let pick = 0; pick < 4; pick++) {
    await press("ArrowDown");
    await place(3);
  }
  await press("ArrowDown", "ArrowDown");
  await at("column-9");
  await place(1);
  await press("r");
  await at("column-13");
  await place(2);
  await press("ArrowDown");
  await place(2);
  await press("ArrowDown");
  await at("column-10");
  await place(3);
  await press("ArrowDown", "ArrowDown");
  await place(1);
  await press("ArrowDown");
  await place(1);
  await expect(page.getByText("All placed")).toBeVisible();

  // What each is in the markup, and what the ends of rows are labelled with.
  const element = async (text: string) => {
    await press("t");
    await type(text + "\n");
  };
  const name = async (text: string) => {
    await press("ArrowLeft");
    await press("F2");
    await type(text + "\n");
  };
  await press("Home");
  for (let i = 0; i < 2; i++) await press("ArrowLeft");
  await name("Whole page");
  await press("ArrowDown");
  await name("Masthead");
  await element("he");
  await press("ArrowDown", "ArrowDown");
  await element("na");
  await press("ArrowDown");
  await name("Opening");
  await element("se");
  await press("ArrowDown");
  await element("ar");
  await press("ArrowDown");
  await element("as");
  await press("ArrowDown");
  await name("Wardens’ picks");
  await element("se");
  await press("ArrowDown", "c");
  await element("ar");
  for (let i = 0; i < 4; i++) await press("ArrowDown");
  await press("ArrowLeft", "ArrowLeft");
  await name("Body");
  await element("ma");
  await press("ArrowDown", "ArrowDown");
  await name("Log entries");
  await press("ArrowDown", "ArrowDown", "ArrowDown");
  await element("as");
  await press("ArrowDown");
  await name("Foot");
  await element("fo");

  await expect(page.getByRole("rowheader", { name: "Foot footer" })).toBeVisible();
  await expect.poll(() => code(page)).toBe(wanted);
  console.log(
    `${presses} key presses for ${wanted.length} characters of markup, ${(wanted.length / presses).toFixed(1)} each`,
  );
  expect(presses).toBeLessThan(wanted.length / 3);
});

test("a recipe that is not finished is no error of the page", async ({ page, app }) => {
  const errors: string[] = [];
  page.on("console", (message) => message.type() === "error" && errors.push(message.text()));
  await openBench(page, app);
  await page.getByRole("textbox", { name: /add row/i }).fill("4 8(6");
  await expect(page.getByRole("alert")).toContainText("At character 6");
  await page.getByRole("textbox", { name: /add row/i }).fill("4 8(6 6)");
  await expect(page.getByRole("img", { name: "The row at wide" })).toBeVisible();
  expect(errors).toEqual([]);
});

test("from an empty page to the code with the pointer alone, as someone new would go", async ({
  page,
  app,
  context,
}) => {
  await context.grantPermissions(["clipboard-read", "clipboard-write"]);
  await page.goto(app);
  await page.getByRole("button", { name: "New project" }).click();
  await page.getByRole("button", { name: "Create" }).click();
  await expect(page.getByRole("list", { name: "How to begin" })).toBeVisible();
  await page.getByRole("button", { name: /^Thirds/ }).click();
  await expect(page.getByRole("list", { name: "How to begin" })).toHaveCount(0);

  // The right end of the first bar goes two units wider, at the breakpoint in focus and at
  // the one that is focused next.
  for (const [at, units] of [
    ["wide", 2],
    ["full", -1],
  ] as const) {
    await page.getByRole("button", { name: new RegExp(`^${at}`) }).click();
    const end = cell(page, "column-1", at).locator("[data-grip=end]");
    const handle = (await end.boundingBox())!;
    const ruler = (await cell(page, "column-1", at).boundingBox())!;
    const [x, y] = [handle.x + handle.width / 2, handle.y + handle.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + (ruler.width / 12) * units, y, { steps: 8 });
    await page.mouse.up();
    await expect(page.getByRole("status").filter({ hasText: "Saved" })).toBeVisible();
  }
  await expect(cell(page, "column-1", "wide")).toHaveAccessibleName(/: 6, set here/);
  await expect(cell(page, "column-1", "full")).toHaveAccessibleName(/: 5, set here/);
  await page.getByRole("button", { name: "Copy" }).click();
  const copied = await page.evaluate(() => navigator.clipboard.readText());
  expect(copied).toContain('<div class="kr-cell kr-take-4-mid kr-take-6-wide kr-take-5-full">');

  // The way to begin is told once.
  await page.getByRole("button", { name: "New page" }).click();
  await expect(page.getByRole("button", { name: "Type the first row" })).toBeVisible();
  await expect(page.getByRole("list", { name: "How to begin" })).toHaveCount(0);
});
