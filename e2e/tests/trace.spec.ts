import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test } from "@playwright/test";

// A picture of a page, as this browser shows it, gives back where its columns begin, and the kit that they stand on
// (domain 12).

const kitrows = (...args: string[]) =>
  execFileSync(new URL("../../bin/kitrows", import.meta.url).pathname, args, { encoding: "utf8", maxBuffer: 1 << 28 });
const demo = new URL("../../demo/gullwing-point.kitrows.json", import.meta.url).pathname;

interface Frame {
  x: number;
  y: number;
  span: { unit: number; take: number };
  in?: Frame[];
}

for (const [scale, type] of [
  [1, "png"],
  [2, "jpeg"],
] as const) {
  test.describe(() => {
    test.use({ deviceScaleFactor: scale, viewport: { width: 1280, height: 800 } });
    test(`a picture of the demo's front page is traced, ${type} at ${scale}x`, async ({ page }) => {
      const dir = mkdtempSync(join(tmpdir(), "kitrows-"));
      const [kit, picture] = [join(dir, "k.kit.json"), join(dir, `front.${type}`)];
      writeFileSync(kit, kitrows("kit", "file", demo, "--kit", "plain-twelve"));
      await page.setContent(kitrows("code", demo, "--page", "Front page", "--as", "document", "--mark"));
      await page.screenshot({ path: picture, type, fullPage: true, ...(type === "jpeg" && { quality: 60 }) });
      const columns = await page.evaluate(() =>
        [...document.querySelectorAll(".kr-frame > .kr-row > *, .kr-frame-open-mid > .kr-row > *, .kr-row > *")]
          .filter((e) => !e.parentElement!.parentElement!.closest(".kr-row"))
          .map((e) => e.getBoundingClientRect().x),
      );
      const { frames, grids } = JSON.parse(
        kitrows("trace", picture, "--kit", kit, "--scale", String(scale), "--find-kit"),
      ) as { frames: Frame[]; grids: { columns: number; column: number; gutter: number; left: number }[] };
      const flat = (all: Frame[]): Frame[] => all.flatMap((f) => [f, ...flat(f.in ?? [])]);
      const found = columns.filter((x) => flat(frames).some((f) => Math.abs(f.x - x) <= 3));
      console.log(`${found.length} of ${columns.length} columns, ${frames.length} frames, ${JSON.stringify(grids[0])}`);
      expect(found.length / columns.length).toBeGreaterThanOrEqual(0.8);
      expect(grids[0]).toMatchObject({ columns: 12 });
      expect(Math.abs(grids[0]!.gutter - 28)).toBeLessThanOrEqual(2);
      expect(Math.abs(grids[0]!.left - 54)).toBeLessThanOrEqual(1);
      rmSync(dir, { recursive: true });
    });
  });
}
