import type { Page } from "@playwright/test";
import { cell, code, expect, openBench, test } from "./app";

/** Someone at work: what is pressed, typed and clicked is counted. A letter is a key. */
class Hand {
  count = 0;
  constructor(readonly page: Page) {}

  async press(...keys: string[]) {
    for (const key of keys) {
      this.count++;
      await this.page.keyboard.press(key);
    }
  }

  /** Types; a newline is Enter. */
  async type(text: string) {
    this.count += [...text].length;
    await this.page.keyboard.type(text);
  }

  /** Clicks a cell of the sheet, "node/breakpoint", or a node's name, "node/". */
  async at(spot: string) {
    const [node, breakpoint] = spot.split("/") as [string, string];
    this.count++;
    await cell(this.page, node, breakpoint).click();
  }

  async click(role: "button" | "tab" | "checkbox", name: string | RegExp) {
    this.count++;
    await this.page.getByRole(role, { name }).first().click();
  }

  /** Fills a field that is clicked. */
  async fill(label: string, text: string) {
    this.count += 1 + text.length;
    await this.page.getByLabel(label, { exact: true }).first().fill(text);
    await this.page.getByLabel(label, { exact: true }).first().press("Enter");
  }

  /** Chooses from a list. */
  async choose(label: string, option: string) {
    this.count += 2;
    await this.page
      .getByRole("combobox", { name: new RegExp(`^${label}`) })
      .first()
      .selectOption(option);
  }

  /** Runs a command by the first letters of what it is called. */
  async command(words: string) {
    await this.press("Control+k");
    await this.type(words + "\n");
  }
}

/** A task: what someone wants, the keys and clicks that it takes, how it is done, and what the page's markup has
 *  then, or what else is seen. */
type Task = readonly [
  wanted: string,
  count: number,
  done: (h: Hand) => Promise<void>,
  seen: string | RegExp | ((page: Page) => Promise<void>),
];

const widths: Task[] = [
  ["one width at one breakpoint", 3, async (h) => (await h.at("mark/full"), h.type("2\n")), "kr-take-2-full"],
  [
    "a skip and a width",
    5,
    async (h) => (await h.at("supporters/wide"), h.type("1_5\n")),
    "kr-skip-1-wide kr-take-5-wide",
  ],
  [
    "all columns of a row at once",
    4,
    async (h) => (await h.at("address/wide"), await h.press("c"), h.type("4\n")),
    /kr-take-4-wide">\s*<p>\s*Gullwing[\s\S]*kr-take-4-wide">\s*<p>Kept/,
  ],
  [
    "a column hidden on phones alone",
    5,
    async (h) => (await h.at("tide-table/base"), await h.type("x"), await h.press("Tab"), h.type("5\n")),
    "kr-gone kr-back-mid kr-take-5-mid",
  ],
  [
    "equal shares",
    4,
    async (h) => (await h.at("mark/full"), await h.press("c"), h.type("=\n")),
    /kr-share-full[\s\S]*kr-share-full/,
  ],
  ["as wide as its content", 3, async (h) => (await h.at("mark/wide"), h.type("~\n")), "kr-natural-wide"],
  ["a third of the row", 5, async (h) => (await h.at("address/wide"), h.type("1/3\n")), "kr-part-1-3-wide"],
  [
    "the full line again",
    3,
    async (h) => (await h.at("mark/mid"), h.type("*\n")),
    '<div class="kr-cell kr-take-3-wide">',
  ],
  ["three a line", 4, async (h) => (await h.at("picks/full"), h.type("/3\n")), "kr-per-3-full"],
  [
    "what carries holds again",
    2,
    async (h) => (await h.at("mark/mid"), h.press("Delete")),
    '<div class="kr-cell kr-take-3-wide">',
  ],
  [
    "one unit wider",
    2,
    async (h) => (await h.at("supporters/wide"), h.press("Alt+ArrowRight")),
    "kr-take-6-mid kr-take-7-wide",
  ],
  [
    "one unit further on",
    2,
    async (h) => (await h.at("supporters/wide"), h.press("Shift+Alt+ArrowRight")),
    "kr-skip-1-wide",
  ],
  [
    "its siblings alike",
    5,
    async (h) => (await h.at("address/full"), await h.type("5\n"), await h.press("ArrowUp"), h.press("l")),
    /kr-take-5-full">\s*<p>\s*Gullwing[\s\S]*kr-take-5-full">\s*<p>Kept/,
  ],
  [
    "first on phones",
    8,
    async (h) => (await h.at("todays-count/base"), await h.press("s"), h.fill("Order", "first")),
    "kr-place-first",
  ],
  [
    "in the middle of its line",
    4,
    async (h) => (await h.at("todays-count/wide"), await h.press("s"), h.choose("Align", "middle")),
    "kr-self-middle-wide",
  ],
];

const structure: Task[] = [
  ["a row at the end", 5, async (h) => (await h.press("a"), h.type("4 8\n")), /kr-take-4-wide[\s\S]*kr-take-8-wide/],
  [
    "a row with a row in it",
    14,
    async (h) => (await h.press("a"), h.type("mid 4 8(6 6)\n")),
    /kr-take-8-mid">\s*<div class="kr-row">/,
  ],
  ["a gallery of eight", 17, async (h) => (await h.press("a"), h.type("/2 x8 | wide /4\n")), "kr-per-2 kr-per-4-wide"],
  [
    "a column more",
    2,
    async (h) => (await h.at("address/wide"), h.press("n")),
    /<footer[\s\S]*(kr-cell[\s\S]*){3}<\/footer>/,
  ],
  [
    "a row in a column",
    2,
    async (h) => (await h.at("address/wide"), h.press("r")),
    /<footer[\s\S]*kr-cell[\s\S]*kr-row[\s\S]*<\/footer>/,
  ],
  [
    "two columns made one",
    3,
    async (h) => (await h.at("address/"), await h.press("Shift+ArrowDown"), h.press("Shift+W")),
    /<footer class="kr-row">\s*<div class="kr-cell">\s*<div class="kr-row">/,
  ],
  [
    "a nested row taken apart",
    2,
    async (h) => (await h.at("log-entries/"), h.press("u")),
    /^(?![\s\S]*end row: Log entries)/,
  ],
  ["a column again", 2, async (h) => (await h.at("supporters/wide"), h.press("d")), /Kept by[\s\S]*Kept by/],
  ["a column taken away", 2, async (h) => (await h.at("supporters/"), h.press("Delete")), /^(?![\s\S]*Kept by)/],
  [
    "a column moved forward",
    2,
    async (h) => (await h.at("todays-count/wide"), h.press("Alt+ArrowUp")),
    /Counted from[\s\S]*Kittiwakes back/,
  ],
  ["a row moved on", 2, async (h) => (await h.at("picks/"), h.press("Alt+ArrowDown")), /Tide table[\s\S]*tern raft/],
  [
    "a row called otherwise",
    7,
    async (h) => (await h.at("foot/"), await h.press("F2"), h.type("Base\n")),
    "end row: Base",
  ],
  [
    "another element",
    6,
    async (h) => (await h.at("address/wide"), await h.press("t"), h.type("sec\n")),
    '<section class="kr-cell kr-take-6-mid">',
  ],
  [
    "a row copied to the end",
    4,
    async (h) => (await h.at("picks/"), await h.press("Control+c"), await h.at("foot/"), h.press("Control+v")),
    /tern raft[\s\S]*tern raft/,
  ],
  [
    "a container more",
    2,
    async (h) => (await h.at("whole-page/"), h.press("f")),
    /end container: Whole page[\s\S]*kr-frame/,
  ],
  [
    "a section around it",
    11,
    async (h) => (await h.at("whole-page/"), h.command("wrap sec")),
    /<section>\s*<div class="kr-frame">/,
  ],
  ["a fluid container", 3, async (h) => (await h.at("whole-page/"), h.choose("Kind", "fluid")), "kr-frame-open"],
  [
    "no gutter in a row",
    7,
    async (h) => (await h.at("picks/wide"), await h.press("s"), h.fill("Gutter", "none")),
    "kr-gap-x-0-wide",
  ],
];

const content: Task[] = [
  ["a text", 8, async (h) => (await h.at("address/wide"), await h.press("e"), h.type("Open.\n")), "<p>Open.</p>"],
  [
    "a text stressed",
    4,
    async (h) => (await h.at("supporters/wide"), await h.press("e", "Control+b", "Enter")),
    "<strong>Kept by",
  ],
  [
    "a line break",
    9,
    async (h) => (await h.at("mark/wide"), await h.press("e", "End", "Shift+Enter"), h.type("1862\n")),
    "Gullwing Point<br>1862",
  ],
  [
    "a heading more",
    3,
    async (h) => (await h.at("address/wide"), await h.click("tab", "Content"), h.click("button", /^Heading$/)),
    "<h2>Heading</h2>",
  ],
  [
    "a picture hidden on phones",
    5,
    async (h) => (
      await h.at("lead-story/wide"),
      await h.press("b"),
      await h.at("lead-story-picture/base"),
      h.type("x\n")
    ),
    'class="kr-fit kr-gone"',
  ],
  [
    "an id for a heading",
    9,
    async (h) => {
      await h.at("lead-story/wide");
      await h.press("b");
      await h.at("lead-story-title/wide");
      h.count++;
      await h.page.getByText("Id, classes, selector, note").click();
      await h.fill("Id", "news");
    },
    '<h2 id="news">',
  ],
  [
    "a class of one's own",
    7,
    async (h) => {
      await h.at("address/");
      h.count++;
      await h.page.getByText("Id, classes, selector, note").click();
      await h.fill("Classes", "foot");
    },
    "kr-take-6-mid foot",
  ],
  [
    "words for a picture",
    7,
    async (h) => (await h.at("pick-1/wide"), await h.click("tab", "Content"), h.fill("Shows", "Raft")),
    'alt="Raft"',
  ],
  [
    "a heading's level",
    4,
    async (h) => (await h.at("pick-1/wide"), await h.click("tab", "Content"), h.choose("Level", "2")),
    "<h2>The tern raft</h2>",
  ],
  [
    "a text edited in the code",
    8,
    async (h) => {
      h.count += 2;
      await h.page.getByText("<h1>Gullwing Point").dblclick();
      await h.page.getByRole("textbox", { name: "Text of Gullwing Point" }).waitFor();
      await h.type("Point\n");
    },
    "<h1>Point</h1>",
  ],
  [
    "a block moved on",
    3,
    async (h) => (await h.at("pick-1/wide"), await h.click("tab", "Content"), h.click("button", "Move Picture down")),
    /tern raft<\/h3>\s*<img/,
  ],
  [
    "a block taken away",
    3,
    async (h) => (await h.at("pick-1/wide"), await h.click("tab", "Content"), h.click("button", "Delete Picture")),
    /^(?![\s\S]*Three terns)/,
  ],
];

const heading = (name: string | RegExp) => async (page: Page) =>
  expect(page.getByRole("heading", { name }).first()).toBeVisible();
const tabs =
  (...names: string[]) =>
  async (page: Page) =>
    expect
      .poll(() => page.getByRole("navigation", { name: "Pages" }).getByRole("link").allTextContents())
      .toEqual(expect.arrayContaining(names));
const address = (end: RegExp) => (page: Page) => expect(page).toHaveURL(end);

const pages: Task[] = [
  ["another page", 7, (h) => h.command("sight"), address(/sightings$/)],
  ["a new page", 10, (h) => h.command("new page"), heading("This page is empty")],
  ["a page again", 11, (h) => h.command("duplicate"), heading("Front page 2")],
  ["a page gone", 13, (h) => h.command("delete page"), address(/(?<!front-page)$/)],
  ["a page to the right", 12, (h) => h.command("page right"), tabs("Sightings", "Front page")],
  [
    "the narrower breakpoint",
    1,
    (h) => h.press(","),
    async (page) => expect(page.getByText("12 columns · 700 px")).toBeVisible(),
  ],
  [
    "boxes in place of the page",
    1,
    (h) => h.press("v"),
    async (page) => expect(page.getByRole("img", { name: /The page at wide/ })).toBeVisible(),
  ],
  [
    "the code in SCSS",
    2,
    (h) => h.choose("Form", "scss"),
    async (page) => expect(page.getByLabel(/^index.scss|SCSS/).first()).toBeVisible(),
  ],
  [
    "why a column is so wide",
    1,
    (h) => h.at("tide-table/wide"),
    async (page) => expect(page.getByText("876 ÷ 12 × 3 − 28")).toBeVisible(),
  ],
  ["the proof", 7, (h) => h.command("proof"), address(/proof/)],
  ["the code to take away", 6, (h) => h.command("take"), address(/take/)],
  ["the kit", 9, (h) => h.command("the kit"), address(/kit/)],
  ["the keys", 1, (h) => h.press("?"), heading(/Keys/)],
  [
    "what was done is undone",
    4,
    async (h) => (await h.at("mark/full"), await h.type("2\n"), h.press("Control+z")),
    /^(?![\s\S]*kr-take-2-full)/,
  ],
  [
    "and done again",
    5,
    async (h) => (await h.at("mark/full"), await h.type("2\n"), await h.press("Control+z"), h.press("Control+Shift+z")),
    "kr-take-2-full",
  ],
];

/** Of so many tasks one is done; make trial does all. */
const every = process.env.ALL_TASKS ? 1 : 12;

for (const [group, all] of Object.entries({ widths, structure, content, pages })) {
  for (const [wanted, count, done, seen] of all.filter((_, i) => i % every === 0)) {
    test(`${group}: ${wanted}, in ${count}`, async ({ page, app, context }) => {
      await context.grantPermissions(["clipboard-read", "clipboard-write"]);
      await openBench(page, app);
      const h = new Hand(page);
      await done(h);
      if (typeof seen === "function") await seen(page);
      else await expect.poll(() => code(page)).toMatch(seen);
      expect(h.count, "keys and clicks").toBe(count);
    });
  }
}
