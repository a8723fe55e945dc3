import { defineConfig } from "@playwright/test";
import base from "./playwright.config";

/** Measurements of the interface, run by hand: make bench. */
export default defineConfig(base, { testDir: "bench", workers: 1, timeout: 120_000 });
