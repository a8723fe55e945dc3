import type { Drawing } from "../api/client";
import { fixHeights, windowHeight } from "../page/patch";
import { nestedIn } from "./nested";
import { meet, type Ways } from "./ways";

/** The largest picture: in px of each side, and altogether. Browsers draw none that is larger. */
const mostSide = 16384;
const mostPx = 120e6;

/** The grid that is drawn in a picture. */
export interface GridLook {
  drawing: Drawing;
  under: boolean;
  colour: string;
  /** In per cent. */
  strength: number;
}

/** Draws the page at an address in a window of a width, as long as it is. */
export async function pictureOf(address: string, width: number, ways: Ways, grid?: GridLook) {
  const frame = document.createElement("iframe");
  frame.setAttribute("sandbox", "allow-same-origin");
  frame.tabIndex = -1;
  frame.title = "The page being drawn";
  frame.style.cssText = `position: fixed; visibility: hidden; border: 0; width: ${width}px; height: ${windowHeight}px`;
  frame.src = address;
  try {
    await new Promise((done) => {
      frame.addEventListener("load", done, { once: true });
      document.body.append(frame);
    });
    const inside = frame.contentDocument;
    if (!inside?.body) throw new Error("This browser does not let the page be drawn.");
    meet(frame, ways);
    await inside.fonts.ready;
    const height = Math.max(inside.documentElement.scrollHeight, inside.body.scrollHeight, 1);
    const root = await copyOf(inside);
    const text = new XMLSerializer().serializeToString(root).replace(unwritable, "");
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><foreignObject width="100%" height="100%">${text}</foreignObject></svg>`;
    const image = new Image();
    image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
    await image.decode();
    const [canvas, pen, scale] = canvasOf(width, height);
    pen.fillStyle = "#ffffff";
    pen.fillRect(0, 0, width, height);
    if (grid?.under) drawGrid(pen, grid);
    pen.drawImage(image, 0, 0, width, height);
    if (grid && !grid.under) drawGrid(pen, grid);
    return { canvas, width, height, scale };
  } finally {
    frame.remove();
  }
}

/** What XML may not hold. */
const unwritable = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g;

/** A copy of a page in which nothing is fetched any more: its pictures are in it. */
async function copyOf(inside: Document) {
  const root = inside.documentElement.cloneNode(true) as HTMLElement;
  const page = inside.implementation.createHTMLDocument("");
  page.replaceChild(root, page.documentElement);
  fixHeights(page, windowHeight);
  for (const gone of root.querySelectorAll("script, meta, link, noscript, source")) gone.remove();
  const comments = page.createTreeWalker(root, NodeFilter.SHOW_COMMENT);
  const all: Node[] = [];
  while (comments.nextNode()) all.push(comments.currentNode);
  for (const comment of all) comment.parentNode!.removeChild(comment);
  for (const e of [root, ...root.querySelectorAll("*")]) {
    for (const { name } of [...e.attributes]) {
      if (!/^[a-zA-Z_][\w.-]*$/.test(name) || name.startsWith("on")) e.removeAttribute(name);
    }
  }
  const shown = [...inside.querySelectorAll("img")];
  await Promise.all(
    [...root.querySelectorAll("img")].map(async (img, i) => {
      const from = shown[i]?.currentSrc ?? "";
      img.removeAttribute("srcset");
      img.removeAttribute("loading");
      if (from.startsWith("data:")) img.src = from;
      else if (from) img.src = await dataOf(from).catch(() => "");
    }),
  );
  const base = inside.baseURI;
  const found = new Map<string, string>(); // addresses in styles, as they are written, and what they lead to
  const styles = [...root.querySelectorAll("style")];
  const styled = [...root.querySelectorAll("[style*='url(']")];
  for (const css of [...styles.map((s) => s.textContent), ...styled.map((e) => e.getAttribute("style")!)]) {
    for (const [, , address] of css.matchAll(addresses)) found.set(address!, "");
  }
  for (const address of [...found.keys()].slice(0, mostFiles)) {
    if (/^(data:|#)/.test(address)) continue;
    const at = new URL(address, base);
    if (at.origin === location.origin) found.set(address, await dataOf(at.href).catch(() => ""));
  }
  const filled = (css: string) =>
    css.replace(addresses, (whole, _, address: string) =>
      found.get(address) ? `url("${found.get(address)}")` : whole,
    );
  for (const s of styles) s.textContent = filled(s.textContent);
  for (const e of styled) e.setAttribute("style", filled(e.getAttribute("style")!));
  return root;
}

/** Addresses in a stylesheet. */
const addresses = /url\(\s*(["']?)([^"')]+)\1\s*\)/g;

/** At most so many files are put into a picture. */
const mostFiles = 100;

/** A file of this server as an address that holds it. */
async function dataOf(address: string): Promise<string> {
  const file = await (await fetch(address)).blob();
  return new Promise((done, failed) => {
    const reader = new FileReader();
    reader.onload = () => done(reader.result as string);
    reader.onerror = () => failed(new Error("The picture could not be read."));
    reader.readAsDataURL(file);
  });
}

/** A canvas for so many px of a page, and a pen for it; as fine as the screen where that is not too large. */
function canvasOf(width: number, height: number) {
  const canvas = document.createElement("canvas");
  const scale = Math.min(
    window.devicePixelRatio || 1,
    mostSide / Math.max(width, height),
    Math.sqrt(mostPx / (width * height)),
  );
  canvas.width = Math.max(1, Math.floor(width * scale));
  canvas.height = Math.max(1, Math.floor(height * scale));
  const pen = canvas.getContext("2d");
  if (!pen) throw new Error("This browser draws no pictures.");
  pen.scale(scale, scale);
  return [canvas, pen, scale] as const;
}

function drawGrid(pen: CanvasRenderingContext2D, { drawing: { grids, lane }, colour, strength }: GridLook) {
  grids.forEach((g, i) => {
    const clip = new Path2D();
    clip.rect(0, 0, lane.width, lane.height);
    for (const { box } of nestedIn(grids, i)) clip.rect(box.x, box.y, box.width, box.height);
    pen.save();
    pen.clip(clip, "evenodd");
    pen.globalAlpha = strength / 100;
    pen.fillStyle = colour;
    for (const u of g.units) pen.fillRect(u.x, u.y, u.width, u.height);
    pen.restore();
  });
}

type Drawn = Awaited<ReturnType<typeof pictureOf>>;

const gap = 40;
const headed = 44;

/** Pictures side by side on one sheet, each under its name. */
export function sheetOf(pictures: readonly (Drawn & { name: string })[]): HTMLCanvasElement {
  const width = pictures.reduce((sum, p) => sum + p.width + gap, gap);
  const height = Math.max(...pictures.map((p) => p.height)) + headed + gap;
  const [canvas, pen] = canvasOf(width, height);
  pen.fillStyle = "#efeae0";
  pen.fillRect(0, 0, width, height);
  let x = gap;
  for (const p of pictures) {
    pen.fillStyle = "#1d2422";
    pen.font = '600 18px "Instrument Sans Variable", sans-serif';
    pen.fillText(p.name, x, headed - 14, p.width);
    pen.drawImage(p.canvas, x, headed, p.width, p.height);
    x += p.width + gap;
  }
  return canvas;
}

/** Hands a picture to the user as a PNG file. */
export async function handOver(canvas: HTMLCanvasElement, file: string) {
  const png = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/png"));
  if (!png) throw new Error("The picture is too large for this browser.");
  const link = document.createElement("a");
  link.href = URL.createObjectURL(png);
  link.download = file;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
