import { readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { promisify } from "node:util";
import { brotliCompress, constants } from "node:zlib";
import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { build } from "rolldown";
import { defineConfig, type Plugin } from "vite";

/** Scripts and styles compressed once, beside what they come from: at a quality that takes a third of the time of the best
 *  and makes them 2 % longer. */
const compressed: Plugin = {
  name: "compressed",
  apply: "build",
  async writeBundle({ dir = "" }, files) {
    const params = { [constants.BROTLI_PARAM_QUALITY]: 10 };
    const names = Object.keys(files).filter((f) => /\.(js|css)$/.test(f));
    await Promise.all(
      names.map(async (name) => {
        const pressed = await promisify(brotliCompress)(await readFile(join(dir, name)), { params });
        await writeFile(join(dir, `${name}.br`), pressed);
      }),
    );
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

/** A request costs more than the script that it brings: what is needed together comes together. Languages of
 *  code and the reading of PDF come by themselves. */
const groups = [
  { name: "first", tags: ["$initial" as const], priority: 3 },
  { name: "code", test: /src\/code\/(CodeView|html)/, priority: 2 },
  { name: "panels", test: /src\/(bench|parts|code)\/(?!css|less|scss|tsx)/, priority: 1 },
  { name: "screens", test: /src\/(compare|kit|proof|shelf|take|trace)\/(?!pdf)/ },
];

export default defineConfig({
  // Compiled so that a part of the screen is drawn again only where what it shows has changed.
  plugins: [react({ compiler: true }), tailwindcss(), compressed, headless],
  // Keeps .gitkeep: the Go binary embeds dist, which must exist before a build.
  build: { emptyOutDir: false, assetsInlineLimit: 0, rolldownOptions: { output: { codeSplitting: { groups } } } },
  server: { proxy: { "/api": "http://127.0.0.1:4170" } },
});
