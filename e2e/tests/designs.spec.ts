import { execFileSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import type { APIRequestContext, Page } from "@playwright/test";
import { expect, test } from "./app";
import { printed } from "./printed";

// Pictures of pages that look like finished designs, as this browser shows them: what frames over them take, the kit that
// they stand on, the frames that are found in the picture alone, and the page that comes of them (domain 12).

const pages = Number(process.env.TRACE_PAGES ?? 2); // make trial has many more

interface Design {
  Name: string;
  Project: string;
  Document: string;
  Width: number;
}

interface Rect {
  id: string;
  x: number;
  y: number;
  width: number;
  height: number;
}

interface Node {
  id: string;
  kind: string;
  at?: { width?: string; skip?: number }[];
  children?: Node[];
}

interface Frame extends Rect {
  take: number;
  skip: number;
  to: number;
  frames?: Frame[];
}

/** What each column of a page takes at the widest breakpoint. */
function truth(nodes: Node[]): Map<string, { take: number; skip: number }> {
  const all = new Map<string, { take: number; skip: number }>();
  const visit = (n: Node) => {
    const at = n.at?.[0];
    if (n.kind === "column") {
      all.set(n.id, { take: Number(/take (\d+)/.exec(at?.width ?? "")?.[1] ?? 12), skip: Number(at?.skip ?? 0) });
    }
    n.children?.forEach(visit);
  };
  nodes.forEach(visit);
  return all;
}

const flat = (all: Frame[]): Frame[] => all.flatMap((f) => [f, ...flat(f.frames ?? [])]);

const columnsOf = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>("[data-node^=column]")].map((e) => {
      const { x, y, width, height } = e.getBoundingClientRect();
      return { id: e.dataset.node!, x, y, width, height };
    }),
  );

/** Draws frames over an empty page of the project, makes rows, and tells how far the columns are from the frames. */
async function made(request: APIRequestContext, app: string, design: Design, drawn: Rect[], picture: Buffer) {
  const project = JSON.parse(design.Project) as { pages: { body: Node[]; style?: string }[] };
  project.pages[0]!.body = [];
  const added = await request.post(`${app}/api/projects`, {
    data: JSON.stringify(project),
    headers: { "content-type": "application/vnd.kitrows+json" },
  });
  const { id } = (await added.json()) as { id: string };
  const path = `${app}/api/projects/${id}/pages/page`;
  const edit = async (revision: number, operation: object) => {
    const answer = await request.post(`${path}/edits`, { data: { revision, operation } });
    expect(answer.ok(), await answer.text()).toBe(true);
  };
  await edit(1, {
    trace: {
      design: { id: "wide", picture: "", width: design.Width, scale: 1, frames: drawn },
      file: "design.png",
      data: picture.toString("base64"),
    },
  });
  await edit(2, { makeRows: {} });
  const { designs } = (await (await request.get(`${path}/designs`)).json()) as {
    designs: { frames: (Rect & { offset?: { across: number; wider: number }; name?: string })[] }[];
  };
  // A frame that takes all of a column in another is a block there, and no column.
  return designs[0]!.frames.map((f) => ({ id: f.id, off: f.offset && [f.offset.across, f.offset.wider] }));
}

for (const [scale, type] of [
  [1, "png"],
  [2, "jpeg"],
] as const) {
  test.describe(() => {
    test.use({ deviceScaleFactor: scale });
    test(`designs are traced, ${type} at ${scale}x`, async ({ page, app, request }) => {
      test.setTimeout(60_000 + pages * 8_000);
      const dir = mkdtempSync(join(tmpdir(), "kitrows-"));
      const [file, frames, picture] = [join(dir, "p.kitrows.json"), join(dir, "frames.json"), join(dir, `p.${type}`)];
      const trace = (...more: string[]) =>
        JSON.parse(
          execFileSync(
            new URL("../../bin/kitrows", import.meta.url).pathname,
            ["trace", picture, "--kit", file, "--scale", String(scale), "--find-kit", ...more],
            { encoding: "utf8", maxBuffer: 1 << 28 },
          ),
        ) as { frames: Frame[]; grids: { columns: number; gutter: number }[] };
      const sum = {
        drawn: 0,
        took: 0,
        kits: 0,
        kitDrawn: 0,
        kitFound: 0,
        found: 0,
        right: 0,
        over: 0,
        made: 0,
        off: 0,
      };
      const designs = await printed("trial", "-designs", "-pages", String(pages), "-seed", String(20 + scale));
      for (const [n, line] of designs.entries()) {
        const design = JSON.parse(line) as Design;
        const project = JSON.parse(design.Project) as { kits: { gutter: string }[]; pages: { body: Node[] }[] };
        await page.setViewportSize({ width: design.Width, height: 800 });
        await page.setContent(design.Document);
        const shot = await page.screenshot({
          path: picture,
          type,
          fullPage: true,
          ...(type === "jpeg" && { quality: 60 }),
        });
        const columns = await columnsOf(page);
        const is = truth(project.pages[0]!.body);
        // Drawn by hand, to a px or two.
        const hand = (i: number) => Math.sin(n * 37 + i * 11) * 1.5;
        const drawn = columns.map((c, i) => ({
          ...c,
          x: c.x + hand(i),
          width: c.width + hand(i + 1),
          y: c.y + hand(i + 2),
        }));
        writeFileSync(file, design.Project);
        writeFileSync(frames, JSON.stringify(drawn));
        const fits = (g?: { columns: number; gutter: number }) =>
          g?.columns === 12 && Math.abs(g.gutter - parseFloat(project.kits[0]!.gutter)) <= 2;
        const byHand = trace("--frames", frames);
        for (const f of flat(byHand.frames)) {
          const t = is.get(f.id)!;
          sum.drawn++;
          if (f.take === t.take && f.skip === t.skip) sum.took++;
        }
        const alone = trace();
        sum.kits++;
        if (fits(byHand.grids[0])) sum.kitDrawn++;
        if (fits(alone.grids[0])) sum.kitFound++;
        for (const f of flat(alone.frames)) {
          sum.found++;
          const over = columns.filter(
            (c) => Math.abs(c.x - f.x) <= 4 && Math.abs(c.y - f.y) <= 14 && f.y + f.height <= c.y + c.height + 6,
          );
          if (over.some((c) => Math.abs(f.to - c.x - c.width) <= 6)) sum.right++;
          else if (over.length === 0) sum.over++;
        }
        for (const one of await made(request, app, design, drawn, shot)) {
          sum.made++;
          if (one.off && Math.max(...one.off.map(Math.abs)) > 4) sum.off++; // 2 px, and what the hand is off
        }
      }
      console.log(`${designs.length} designs, ${type} at ${scale}x: ${JSON.stringify(sum)}`);
      expect(sum.took / sum.drawn).toBeGreaterThanOrEqual(0.99);
      expect(sum.kitDrawn / sum.kits).toBeGreaterThanOrEqual(pages < 20 ? 0.8 : 0.9);
      expect(sum.kitFound / sum.kits).toBeGreaterThanOrEqual(pages < 20 ? 0.5 : 0.7);
      expect(sum.right / sum.found).toBeGreaterThanOrEqual(0.8);
      expect(sum.over / sum.found).toBeLessThanOrEqual(0.15);
      expect(sum.off).toBe(0);
      rmSync(dir, { recursive: true });
    });
  });
}
