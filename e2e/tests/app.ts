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

/** The code in the side panel, as it would be copied. */
export async function code(page: Page): Promise<string> {
  const lines = await page
    .locator("[data-code] > div")
    .evaluateAll((all) =>
      all.map((line) => [...line.querySelectorAll("span:not([aria-hidden])")].map((part) => part.textContent).join("")),
    );
  return lines.join("\n") + "\n";
}
