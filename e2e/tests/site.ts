import { spawn, type ChildProcess } from "node:child_process";
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { expect, test as base } from "@playwright/test";

const binary = new URL("../../bin/kitrows", import.meta.url).pathname;
export const harbour = readFileSync(new URL("../fixtures/harbour.css", import.meta.url), "utf8");

/** A finished page without a class of the grid, as somebody wrote it. */
export const plain = `<!DOCTYPE html>\r
<html lang="en">\r
<head>\r
\t<meta charset="utf-8">\r
\t<title>The winter log</title>\r
\t<meta name=viewport content="width=device-width">\r
\t<link rel="stylesheet" href="css/harbour.css"><link rel="stylesheet" href="css/own.css">\r
</head>\r
<body>\r
\t<header><h1>Gullwing Point</h1></header>\r
\t<main>\r
\t\t<section id=story>\r
\t\t\t<ARTICLE class=lead><h2>The winter log</h2><p>Nine turnstones stayed on the weed.</ARTICLE>\r
\t\t\t<aside title='tides'><h3>Tide table</h3></aside>\r
\t\t</section>\r
\t\t<section id=nets>\r
\t\t\t<div><h3>Seaward net</h3></div>\r
\t\t\t<div><h3>Garden net</h3></div>\r
\t\t\t<div><h3>Gully net</h3></div>\r
\t\t</section>\r
\t</main>\r
</body>\r
</html>\r
`;

/** A folder of the user's own, and the program at work in it. */
export const test = base.extend<{ markup: string; site: { dir: string; url: string } }>({
  markup: [plain, { option: true }],
  site: async ({ markup }, use) => {
    const dir = mkdtempSync(join(tmpdir(), "kitrows-site-"));
    const data = mkdtempSync(join(tmpdir(), "kitrows-"));
    mkdirSync(join(dir, "css"));
    writeFileSync(join(dir, "index.html"), markup);
    writeFileSync(join(dir, "css/harbour.css"), harbour);
    writeFileSync(join(dir, "css/own.css"), "header { padding: 12px 20px }\n.lead { margin-top: 8px }\n");
    const server: ChildProcess = spawn(binary, ["work", dir, "--data", data, "--listen", "127.0.0.1:0"], {
      stdio: ["ignore", "pipe", "inherit"],
    });
    const first = await createInterface(server.stdout!)[Symbol.asyncIterator]().next();
    await use({ dir, url: String(first.value).replace("Kit Rows is at ", "") });
    server.kill();
    await new Promise((ended) => server.once("exit", ended));
    rmSync(dir, { recursive: true, force: true });
    rmSync(data, { recursive: true, force: true });
  },
});

export { expect };
