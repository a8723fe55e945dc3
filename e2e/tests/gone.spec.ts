import { spawn, type ChildProcess } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { cell, expect, front, openBench, test } from "./app";

const binary = new URL("../../bin/kitrows", import.meta.url).pathname;

/** A server that can be killed, and started again where it was. */
class Server {
  readonly data = mkdtempSync(join(tmpdir(), "kitrows-"));
  /** Not one of those that the system gives to others while this one is away. */
  private readonly port = 20_000 + Math.floor(Math.random() * 10_000);
  readonly address = `http://127.0.0.1:${this.port}`;
  private running?: ChildProcess;

  async start() {
    const server = spawn(binary, ["demo", "--data", this.data, "--listen", `127.0.0.1:${this.port}`], {
      stdio: ["ignore", "pipe", "inherit"],
    });
    this.running = server;
    const first = await createInterface(server.stdout)[Symbol.asyncIterator]().next();
    if (first.done) throw new Error(`no server at ${this.address}`);
  }

  async kill() {
    const { running } = this;
    if (!running || running.exitCode !== null || running.signalCode !== null) return;
    const ended = new Promise((end) => running.once("exit", end));
    running.kill("SIGKILL");
    await ended;
  }
}

test("the server goes before the first edit of a fresh window: it waits, and is made when the server is back", async ({
  page,
}) => {
  const server = new Server();
  try {
    await server.start();
    await openBench(page, server.address);
    await server.kill();
    await page.mouse.move(400, 400);
    await cell(page, "log", "wide").click();
    await page.keyboard.type("6\n");
    await expect(page.getByText("Not saved, edits wait")).toBeVisible();
    const told = page.getByRole("alert").filter({ hasText: "Edits" }); // a panel may not be fetched, and say so too
    await expect(told).toHaveText("The server cannot be reached. Edits wait and are sent again.");
    await page.keyboard.press("?"); // what was not fetched is not missed by the rest
    await page.keyboard.press("Escape");
    await expect(cell(page, "log", "wide")).toBeVisible();
    await server.start();
    await expect(cell(page, "log", "wide")).toHaveAccessibleName("Log at wide: 6, set here");
    await expect(page.getByText("Saved · rev 2")).toBeVisible();
  } finally {
    await server.kill();
    rmSync(server.data, { recursive: true, force: true });
  }
});

test("a screen that cannot be fetched says so, with what waits, and can be tried again", async ({ page, app }) => {
  await page.route(/assets\/screens/, (route) => route.abort());
  await page.goto(`${app}${front}/kit/plain-twelve`);
  await expect(page.getByRole("heading", { name: "This screen failed" })).toBeVisible();
  await expect(page.getByRole("alert")).toContainText(
    "A part of this screen could not be fetched: the server cannot be reached.",
  );
  await page.unroute(/assets\/screens/);
  await page.getByRole("button", { name: "Try again" }).click();
  await expect(page.getByRole("heading", { name: "This screen failed" })).toBeHidden();
});

test("a network error while an end is dragged does not end live previews", async ({ page, app }) => {
  await openBench(page, app);
  let tries = 0;
  await page.route("**/preview?*", (route) => (++tries === 1 ? route.abort() : route.continue()));
  const strip = page.locator('[data-strip="log"]');
  await strip.scrollIntoViewIfNeeded();
  const unit = (await strip.boundingBox())!.width / 8;
  const grip = (await strip.locator('[data-grip="end"]').boundingBox())!;
  await page.mouse.move(grip.x + 3, grip.y + 8);
  await page.mouse.down();
  await page.mouse.move(grip.x + 3 - unit, grip.y + 8, { steps: 4 });
  await expect.poll(() => tries).toBe(1);
  await page.mouse.move(grip.x + 3 - 2 * unit, grip.y + 8, { steps: 4 });
  await expect(page.locator('[data-lane="full"] [data-column="log"]')).toHaveAttribute("width", /^559/);
  expect(tries).toBeGreaterThan(1);
  await page.mouse.up();
});

test("a damaged waiting edit hides no other", async ({ page, app }) => {
  await page.goto(app);
  await page.evaluate(() => {
    const place = { project: "gullwing-point", page: "front-page" };
    const deed = { type: { cells: [{ node: "log", breakpoint: "wide" }], text: "6" } };
    localStorage.setItem("kitrows.waiting.a-1", "{");
    localStorage.setItem("kitrows.waiting.a-2", '{"id":"a-2"}');
    localStorage.setItem("kitrows.waiting.a-3", JSON.stringify({ id: "a-3", window: "a", at: 3, place, deed }));
  });
  await openBench(page, app);
  await page.getByRole("button", { name: "Make it now" }).click();
  await expect(cell(page, "log", "wide")).toHaveAccessibleName("Log at wide: 6, set here");
});

test("keys that cannot do their work say why, and those typed into code do nothing to the page", async ({
  page,
  app,
}) => {
  await openBench(page, app);
  await cell(page, "log", "wide").click();
  await page.keyboard.press("Shift+R");
  await expect(page.getByRole("alert")).toHaveText(
    "Make it a row of columns: Select an element outside the grid first, on a page from markup.",
  );
  await page.keyboard.press("Alt+ArrowRight");
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
  await page.locator(".cm-content").first().click();
  await page.keyboard.type("ndad");
  await page.waitForTimeout(300);
  await expect(page.getByText("Saved · rev 2")).toBeVisible();
});
