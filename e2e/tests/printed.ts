import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, renameSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { setTimeout } from "node:timers/promises";

const root = new URL("../../", import.meta.url).pathname;
/** Playwright empties it before each run. */
const kept = join(root, "e2e/results/printed");

/** What a helper program prints for its arguments, a line each. It is printed once and kept for all tests that ask for the
 *  same, whichever worker they run in. */
export async function printed(helper: "trial" | "foreign", ...args: string[]): Promise<string[]> {
  const binary = join(root, "bin", helper);
  const key = createHash("sha256").update(JSON.stringify([helper, args, statSync(binary).mtimeMs]));
  const file = join(kept, key.digest("hex").slice(0, 16));
  mkdirSync(kept, { recursive: true });
  try {
    mkdirSync(`${file}.lock`);
    const lines = execFileSync(binary, args, { cwd: join(root, "e2e"), maxBuffer: 1 << 30 });
    writeFileSync(`${file}.new`, lines);
    renameSync(`${file}.new`, file);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== "EEXIST") throw error;
    for (let waited = 0; !existsSync(file); waited++) {
      if (waited > 6000) throw new Error(`${helper} ${args.join(" ")} was not printed in ten minutes`);
      await setTimeout(100);
    }
  }
  return readFileSync(file, "utf8").trim().split("\n");
}
