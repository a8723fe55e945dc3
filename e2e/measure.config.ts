import { defineConfig } from "@playwright/test";
import base, { browser } from "./playwright.config";

/** Measurements of the interface, run by hand: make measure. */
export default defineConfig(base, {
  testDir: "measure",
  workers: 1,
  timeout: 120_000,
  use: { launchOptions: browser },
});
