import { defineConfig } from "@playwright/test";
import base from "./playwright.config";

/** The pictures in docs/screenshots, made anew from the demo: make pictures. */
export default defineConfig(base, { testDir: "pictures", workers: 1 });
