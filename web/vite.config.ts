import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { brotliCompressSync } from "node:zlib";
import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { build } from "rolldown";
import { defineConfig, type Plugin } from "vite";

/** Scripts and styles compressed once, at their best, beside what they come from. */
const compressed: Plugin = {
  name: "compressed",
  apply: "build",
  writeBundle({ dir = "" }, files) {
    for (const name of Object.keys(files).filter((f) => /\.(js|css)$/.test(f))) {
      writeFileSync(join(dir, `${name}.br`), brotliCompressSync(readFileSync(join(dir, name))));
    }
  },
};

/** What measures a page's content by itself, in a browser that the command line names. */
const headless: Plugin = {
  name: "headless",
  apply: "build",
  async writeBundle({ dir = "" }) {
    await build({ input: "src/page/headless.ts", output: { file: join(dir, "measure.js"), format: "iife" } });
  },
};

export default defineConfig({
  plugins: [react({ compiler: true }), tailwindcss(), compressed, headless],
  // Keeps .gitkeep: the Go binary embeds dist, which must exist before a build.
  build: { emptyOutDir: false, assetsInlineLimit: 0 },
  server: { proxy: { "/api": "http://127.0.0.1:4170" } },
});
