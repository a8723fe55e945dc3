import { defineConfig } from "@playwright/test";

/** What the browser is started with. */
export const browser = {
  executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium-headless-shell",
  args: [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--no-first-run",
    "--disable-quic",
  ],
};

/** A page lives too short for its scripts to be compiled twice, which takes a tenth of the browser's time. */
const short = "--js-flags=--no-opt --no-maglev";

export default defineConfig({
  testDir: "tests",
  outputDir: "results",
  fullyParallel: true,
  workers: 2, // one for each core of CI's machine: a third test takes its time from the other two
  timeout: 120_000,
  expect: { timeout: 20_000 },
  forbidOnly: !!process.env.CI,
  // On the shared machines of CI a test may be slow for reasons of its own: it is tried once more, and listed as flaky.
  retries: process.env.KITROWS_CI ? 1 : 0,
  reporter: [["list"]],
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: { ...browser, args: [...browser.args, short] },
  },
});
