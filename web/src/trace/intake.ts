import { base64 } from "../api/content";

/** A picture of a design as the API takes it. */
export interface Given {
  file: string;
  data: string;
  /** Of the picture, in px. */
  width: number;
  height: number;
}

/** What may be dropped, for a file dialog. */
export const accepted = ".png,.jpg,.jpeg,.webp,.svg,.pdf,image/png,image/jpeg,image/webp,image/svg+xml,application/pdf";

/** The longest side of a drawing or a page that is made into a picture, in px. */
const longest = 8192;

/** Reads a picture that was dropped, pasted or chosen. A drawing is made into a picture, and so is the first page of a
 *  PDF: no script in them runs, and nothing that they link is loaded. */
export async function pictureOf(file: File): Promise<Given> {
  if (file.type === "application/pdf" || /\.pdf$/i.test(file.name)) return fromPDF(file);
  const isDrawing = file.type === "image/svg+xml" || /\.svg$/i.test(file.name);
  const image = await imageOf(file, isDrawing ? "image/svg+xml" : file.type, file.name);
  if (!isDrawing) {
    return { file: file.name, data: await base64(file), width: image.naturalWidth, height: image.naturalHeight };
  }
  const [width, height] = [image.naturalWidth || 1440, image.naturalHeight || 900];
  const by = Math.min(1, longest / Math.max(width, height));
  const canvas = canvasOf(width * by, height * by);
  canvas.getContext("2d")!.drawImage(image, 0, 0, canvas.width, canvas.height);
  return asPNG(canvas, file.name);
}

function canvasOf(width: number, height: number) {
  const canvas = document.createElement("canvas");
  canvas.width = Math.max(1, Math.round(width));
  canvas.height = Math.max(1, Math.round(height));
  const context = canvas.getContext("2d")!;
  context.fillStyle = "white";
  context.fillRect(0, 0, canvas.width, canvas.height);
  return canvas;
}

async function asPNG(canvas: HTMLCanvasElement, name: string): Promise<Given> {
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/png"));
  if (!blob) throw new Error(`${name} cannot be drawn: it is too large.`);
  return {
    file: name.replace(/\.\w+$/, ".png"),
    data: await base64(new File([blob], name)),
    width: canvas.width,
    height: canvas.height,
  };
}

/** A picture, once the browser has read it. */
async function imageOf(file: Blob, type: string, name: string): Promise<HTMLImageElement> {
  const image = new Image();
  image.src = `data:${type};base64,${await base64(new File([file], name))}`;
  await image.decode().catch(() => {
    throw new Error(`${name} is no picture: drop a PNG, JPEG, WebP, SVG or PDF file.`);
  });
  return image;
}

/** The first page of a PDF, two px of the picture for each CSS px. */
async function fromPDF(file: File): Promise<Given> {
  const { firstPage } = await import("./pdf");
  const canvas = await firstPage(await file.arrayBuffer(), longest, canvasOf).catch(() => {
    throw new Error(`${file.name} cannot be read: drop a PDF file that is whole and has no password.`);
  });
  return asPNG(canvas, file.name);
}
