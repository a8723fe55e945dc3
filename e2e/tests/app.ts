import { spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { test as base, expect, type Page } from "@playwright/test";

const binary = new URL("../../bin/kitrows", import.meta.url).pathname;

/** The application running on the demo project, with a data directory and a port
 *  of its own for every test. */
export const test = base.extend<{ app: string }>({
  app: async ({}, use) => {
    const data = mkdtempSync(join(tmpdir(), "kitrows-"));
    const server = spawn(binary, ["demo", "--data", data, "--listen", "127.0.0.1:0"], {
      stdio: ["ignore", "pipe", "inherit"],
    });
    const first = await createInterface(server.stdout)[Symbol.asyncIterator]().next();
    await use(String(first.value).replace("Kit Rows is at ", ""));
    server.kill();
    await new Promise((ended) => server.once("exit", ended));
    rmSync(data, { recursive: true, force: true });
  },
});

export { expect };

/** The demo's front page. */
export const front = "/gullwing-point/front-page";

/** Opens the Bench on a page, the front page if no other, and waits until it takes
 *  keys. */
export async function openBench(page: Page, app: string, path = front) {
  await page.goto(app + path);
  await expect(page.getByRole("treegrid", { name: "Span sheet" })).toBeVisible();
}

/** A cell of the span sheet. */
export function cell(page: Page, node: string, breakpoint: string) {
  return page.locator(`[data-spot="${node}/${breakpoint}"]`);
}

/** The markup of the page that is shown, as the code panel has it with the ends of
 *  rows labelled. */
export async function code(page: Page): Promise<string> {
  const at = new URL(page.url());
  const [, project, name] = at.pathname.split("/");
  const answer = await page.request.get(`${at.origin}/api/projects/${project}/pages/${name}?ends=true`);
  return ((await answer.json()) as { code: { lines: { text: string }[] } }).code.lines
    .map((l) => l.text + "\n")
    .join("");
}
