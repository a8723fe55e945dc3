import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import { chromium } from "@playwright/test";
import { HtmlValidate } from "html-validate";
import less from "less";
import { createElement, type ReactElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import * as sass from "sass";
import stylelint from "stylelint";
import ts from "typescript";
import { expect, test } from "./app";
import { measured, type Box } from "./boxes";
import { printed } from "./printed";

interface File {
  Name: string;
  Text: string;
}
interface Trial {
  Name: string;
  Plans: {
    Width: number;
    Boxes: Box[];
  }[];
  Mixed: {
    SCSS: File[];
    Less: File[];
    CSS: string;
    Document: string;
    TSX: File[];
    JSX: File[];
    HTML: string;
    Page: string;
    Sheet: string;
    Nested: boolean;
    Kit: File[];
    Stripes: { Width: number; Units: [number, number][] }[];
  };
}

/** CSS without what does not matter: comments, spaces, whether a part of a percentage is
 *  worked out, and what the same rule says again. */
function plain(css: string): string {
  return css
    .replace(/\/\*[^]*?\*\//g, "")
    .replace(
      /([\d.]+)% \* (\d+) \/ (\d+)/g,
      (_, percent: string, up: string, low: string) => `${(Number(percent) * Number(up)) / Number(low)}%`,
    )
    .replace(/calc\(([\d.]+%)\)/g, "$1")
    .replace(/\d+\.\d{4,}(?=%)/g, (percent) => Number(percent).toFixed(4))
    .replace(/\s+/g, " ")
    .replace(/(n) \+ (\d)/g, "$1+$2")
    .replace(/\s*([{};:,>()])\s*/g, "$1")
    .replace(/\{([^{}]*)\}/g, (_, body: string) => `{${lastOfEach(body)}}`)
    .trim();
}

/** Declarations without those that another of the same property follows. */
function lastOfEach(body: string): string {
  const all = body.split(";").filter(Boolean);
  const name = (declaration: string) => declaration.slice(0, declaration.indexOf(":"));
  return all.filter((d, i) => !all.slice(i + 1).some((later) => name(later) === name(d))).join(";");
}

/** Writes files side by side and gives the path of the last, the page's own. */
function laid(folder: string, files: File[]): string {
  mkdirSync(folder, { recursive: true });
  for (const f of files) writeFileSync(join(folder, f.Name), f.Text);
  return join(folder, files.at(-1)!.Name);
}

const pages = Number(process.env.TRIAL_PAGES ?? 3); // make trial has many more

/** Random pages with their mixin-based code and components, a line of JSON each. */
const mixed = () => printed("trial", "-pages", String(pages), "-seed", "5", "-mixed");

test(`the compilers give the core's own CSS for ${pages} random pages, without a warning, and it looks as planned`, async ({}, info) => {
  test.setTimeout(1_800_000);
  const trials = await mixed();
  const browser = await chromium.launch({ ...info.project.use.launchOptions });
  const page = await browser.newPage();
  await page.setContent('<iframe style="border: 0; height: 800px"></iframe>');
  await measured(page);
  const total = { boxes: 0, largest: 0, worst: "" };
  for (const [i, text] of trials.entries()) {
    const trial = JSON.parse(text) as Trial;
    const { SCSS, Less, CSS } = trial.Mixed;
    const warnings: string[] = [];
    const made = sass.compile(laid(info.outputPath(`scss-${i}`), SCSS), {
      logger: { warn: (message) => warnings.push(message), debug: () => {} },
    });
    expect(warnings, trial.Name).toEqual([]);
    expect(plain(made.css), `${trial.Name}, SCSS`).toBe(plain(CSS));
    const entry = laid(info.outputPath(`less-${i}`), Less);
    const rendered = await less.render(Less.at(-1)!.Text, { filename: entry });
    expect(plain(rendered.css), `${trial.Name}, Less`).toBe(plain(CSS));

    // The page as a browser shows it with what the compiler made.
    const found = await page.evaluate(
      async ({ text, css }) => {
        const trial = JSON.parse(text) as Trial;
        const frame = document.querySelector("iframe")!;
        const loaded = new Promise((done) => frame.addEventListener("load", done, { once: true }));
        frame.srcdoc = trial.Mixed.Document;
        await loaded;
        const inside = frame.contentDocument!;
        inside.querySelector("style")!.textContent = css;
        const found = { boxes: 0, largest: 0, worst: "" };
        for (const plan of trial.Plans) {
          if (plan.Width % 1) continue;
          frame.style.width = `${plan.Width}px`;
          for (const box of plan.Boxes) {
            const element = inside.querySelector(`[data-node="${box.ID}"]`)!;
            const real = element.getBoundingClientRect();
            const off = window.off(element, box);
            if (box.Shown) found.boxes++;
            if (off > found.largest) {
              found.largest = off;
              found.worst = `${trial.Name}, ${box.ID} at ${plan.Width} px: plan ${JSON.stringify(box)}, browser ${JSON.stringify(real)}`;
            }
          }
        }
        return found;
      },
      { text, css: made.css },
    );
    total.boxes += found.boxes;
    if (found.largest > total.largest) Object.assign(total, { largest: found.largest, worst: found.worst });
  }
  await browser.close();
  console.log(
    `${trials.length} pages by mixins, ${total.boxes} boxes, largest difference ${total.largest.toFixed(4)} px (${total.worst})`,
  );
  expect(total.largest, total.worst).toBeLessThanOrEqual(0.5);
});

/** Attributes in an order of their own; an empty one without its value. */
function sorted(attributes: string): string {
  const all = attributes.match(/ [\w-]+(="[^"]*")?/g) ?? [];
  return all
    .map((a) => a.replace(/=""$/, ""))
    .sort()
    .join("");
}

/** Markup without what does not matter: spaces between lines, and how quotes and
 *  attributes without a value are written. Markup that was given stands in an element
 *  of its own in components. */
function markup(html: string): string {
  return html
    .replace(/<link rel="preload"[^>]*>/g, "")
    .replace(/<div>(<p>Kittiwakes &amp; <b>terns<\/b> on the outer stack.<\/p>)<\/div>/g, "$1")
    .replace(/<(\/?)body\b/g, "<$1div") // no component is the body
    .replace(/&#x27;|&#39;/g, "'")
    .replace(/&quot;/g, '"')
    .replace(/ srcSet=/g, " srcset=")
    .replace(/\s*\/>/g, ">")
    .replace(/\s+/g, " ")
    .replace(/ ?(<[^>]*>) ?/g, "$1")
    .replace(/ class="([^"]*)"/g, (_, names: string) => ` class="${names.trim().split(/ +/).join(" ")}"`)
    .replace(/(<[\w-]+)((?: [\w-]+(?:="[^"]*")?)+)/g, (_, tag: string, attributes: string) => tag + sorted(attributes))
    .trim();
}

test(`components of ${pages} random pages type-check under strict and render to the class-based markup`, async ({}, info) => {
  test.setTimeout(1_800_000);
  const trials = (await mixed()).map((line) => JSON.parse(line) as Trial);
  const entries = trials.map((t, i) => laid(info.outputPath(`page-${i}`), t.Mixed.TSX.toReversed()));
  const program = ts.createProgram(entries, {
    strict: true,
    noEmit: true,
    jsx: ts.JsxEmit.ReactJSX,
    module: ts.ModuleKind.ESNext,
    moduleResolution: ts.ModuleResolutionKind.Bundler,
    target: ts.ScriptTarget.ES2022,
    lib: ["lib.es2023.d.ts", "lib.dom.d.ts"],
    skipLibCheck: true,
    types: [],
  });
  const wrong = ts.getPreEmitDiagnostics(program).map((d) => ts.formatDiagnostic(d, host));
  expect(wrong.slice(0, 5)).toEqual([]);
  for (const [i, trial] of trials.entries()) {
    for (const f of trial.Mixed.TSX) {
      const { outputText } = ts.transpileModule(f.Text.replaceAll('"./kit"', '"./kit.mjs"'), {
        compilerOptions: { jsx: ts.JsxEmit.ReactJSX, module: ts.ModuleKind.ESNext, target: ts.ScriptTarget.ES2022 },
      });
      writeFileSync(info.outputPath(`page-${i}`, f.Name.replace(".tsx", ".mjs")), outputText);
    }
    // Those in JavaScript are the same without the types.
    const plain = (text: string, fileName: string) =>
      ts.transpileModule(text, {
        fileName,
        compilerOptions: {
          jsx: ts.JsxEmit.Preserve,
          module: ts.ModuleKind.ESNext,
          target: ts.ScriptTarget.ES2022,
          verbatimModuleSyntax: true,
        },
      }).outputText;
    for (const [n, f] of trial.Mixed.JSX.entries()) {
      const typed = trial.Mixed.TSX[n]!;
      expect(f.Name).toBe(typed.Name.replace(".tsx", ".jsx"));
      expect(spaceless(plain(f.Text, f.Name))).toBe(spaceless(plain(typed.Text, typed.Name)));
    }
    const file = entries[i]!.replace(".tsx", ".mjs");
    const made = (await import(pathToFileURL(file).href)) as { default: () => ReactElement };
    const [got, wanted] = [markup(renderToStaticMarkup(createElement(made.default))), markup(trial.Mixed.HTML)];
    const at = [...wanted].findIndex((c, k) => c !== got[k]);
    expect(got.slice(Math.max(0, at - 60)), trial.Name).toBe(wanted.slice(Math.max(0, at - 60)));
  }
});

/** Code without what is only written for people: spaces, and brackets around what had a type. */
const spaceless = (code: string) => code.replace(/[\s()]+/g, "");

const host: ts.FormatDiagnosticsHost = {
  getCanonicalFileName: (name) => name,
  getCurrentDirectory: () => process.cwd(),
  getNewLine: () => "\n",
};

test("what is written passes the standard rules of stylelint and html-validate", async () => {
  test.setTimeout(300_000);
  const faults: string[] = [];
  const lint = async (name: string, code: string, extend: string) => {
    const { results } = await stylelint.lint({
      code,
      codeFilename: name,
      // Ranges are not read by older browsers; kits ask for them.
      config: {
        extends: [extend],
        // What classes are called is the user's to say.
        rules: {
          "media-feature-range-notation": "prefix",
          "selector-class-pattern": null,
          // A row's mixin and one for so many a line both say something of its columns.
          ...(name.endsWith("mixed.css") ? { "no-duplicate-selectors": null } : {}),
        },
      },
    });
    faults.push(...results.flatMap((r) => r.warnings.map((w) => `${name}:${w.line}: ${w.text}`)));
  };
  const validator = new HtmlValidate(
    // What landmarks are called is the user's to say.
    { extends: ["html-validate:recommended"], rules: { "unique-landmark": "off" } },
  );
  for (const line of (await mixed()).slice(0, 25)) {
    const { Name, Mixed } = JSON.parse(line) as Trial;
    for (const f of Mixed.SCSS) await lint(`${Name}, ${f.Name}`, f.Text, "stylelint-config-standard-scss");
    // What nested sources come to is as specific as they are deep.
    if (!Mixed.Nested) await lint(`${Name}, mixed.css`, Mixed.CSS, "stylelint-config-standard");
    await lint(`${Name}, kit.css`, Mixed.Sheet, "stylelint-config-standard");
    const report = await validator.validateString(Mixed.Page);
    faults.push(
      ...report.results.flatMap((r) => r.messages.map((m) => `${Name}, html ${m.line}: ${m.ruleId}, ${m.message}`)),
    );
  }
  expect([...new Set(faults)].slice(0, 12)).toEqual([]);
});

test("the overlay's stripes are the columns of random kits, at both ends of every breakpoint", async ({
  page,
}, info) => {
  test.setTimeout(600_000);
  const own = '@use "kit" as kr;\n.frame { @include kr.frame; @include kr.overlay(#000); height: 9px; }\n';
  for (const [i, line] of (await mixed()).entries()) {
    const { Name, Mixed } = JSON.parse(line) as Trial;
    const made = sass.compile(laid(info.outputPath(`overlay-${i}`), [...Mixed.Kit, { Name: "own.scss", Text: own }]));
    await page.setContent(`<style>body { margin: 0 }${made.css}</style><div class="frame"></div>`);
    for (const { Width, Units } of Mixed.Stripes) {
      if (Width % 1 || Width < 40 || Units.some(([from, to]) => to - from < 2)) continue;
      await page.setViewportSize({ width: Width, height: 20 });
      const shot = await page.screenshot();
      const dark = await page.evaluate(async (png) => {
        const image = await createImageBitmap(await (await fetch(`data:image/png;base64,${png}`)).blob());
        const canvas = new OffscreenCanvas(image.width, 1).getContext("2d")!;
        canvas.drawImage(image, 0, 4, image.width, 1, 0, 0, image.width, 1);
        const { data } = canvas.getImageData(0, 0, image.width, 1);
        return Array.from({ length: image.width }, (_, x) => data[4 * x]! < 128);
      }, shot.toString("base64"));
      const touching = Units.length > 1 && Units[1]![0] - Units[0]![1] < 0.01;
      const wanted = (x: number) => Units.findIndex(([from, to]) => from <= x && x < to);
      const wrong = dark.flatMap((isDark, x) => {
        const unit = wanted(x + 0.5);
        const sure = wanted(x - 0.5) === wanted(x + 1.5); // not at a stripe's own edge
        return sure && isDark !== (unit >= 0 && !(touching && unit % 2 === 1)) ? [x] : [];
      });
      expect(wrong, `${Name} at ${Width} px`).toEqual([]);
    }
  }
});

test("the example in docs/mixins.md compiles with both, and stands where it says", async ({ page }, info) => {
  const docs = new URL("../../docs/", import.meta.url);
  const text = readFileSync(new URL("mixins.md", docs), "utf8");
  const block = (language: string) => new RegExp("```" + language + "\\n([^]*?)```").exec(text)![1]!;
  const kit = new URL("samples/kit", docs).pathname;
  const entry = laid(info.outputPath("by-hand"), [{ Name: "tides.scss", Text: block("scss") }]);
  const made = sass.compile(entry, { loadPaths: [kit] }).css;
  const rendered = await less.render(block("less"), { paths: [kit] });
  const width = (selector: string) => page.locator(selector).evaluate((e) => e.getBoundingClientRect().width);
  for (const css of [made, rendered.css]) {
    await page.setContent(`<style>body { margin: 0 }</style><style>${css}</style>${block("html")}`);
    await page.setViewportSize({ width: 1000, height: 600 });
    expect(await width(".board")).toBe(848);
    expect(await width(".story")).toBeCloseTo((876 / 12) * 8 - 28, 1);
    expect(await width(".board > aside")).toBeCloseTo((876 / 12) * 3 - 28, 1);
    expect(await width(".board > footer")).toBe(848);
    await page.setViewportSize({ width: 1300, height: 600 });
    for (const selector of [".story", ".board > aside", ".board > footer"])
      expect(await width(selector)).toBeCloseTo((1172 + 28) / 3 - 28, 1);
    await page.setViewportSize({ width: 400, height: 600 });
    expect(await width(".story")).toBe(360);
  }
});
