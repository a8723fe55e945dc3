import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import * as worker from "pdfjs-dist/legacy/build/pdf.worker.mjs";

// It works in this thread: a worker would need another policy, and a page is drawn once.
(globalThis as { pdfjsWorker?: unknown }).pdfjsWorker = worker;

/** How long a page may take to be drawn, in ms. */
const patience = 20_000;

/** The first page of a PDF, drawn at twice its size in CSS px. No script in it runs. */
export async function firstPage(
  data: ArrayBuffer,
  longest: number,
  canvasOf: (width: number, height: number) => HTMLCanvasElement,
) {
  const task = getDocument({ data, isEvalSupported: false, enableXfa: false, disableAutoFetch: true });
  const late = setTimeout(() => void task.destroy(), patience);
  try {
    const page = await (await task.promise).getPage(1);
    const size = page.getViewport({ scale: 1 });
    const viewport = page.getViewport({ scale: Math.min(2, longest / Math.max(size.width, size.height)) });
    const canvas = canvasOf(viewport.width, viewport.height);
    await page.render({ canvasContext: canvas.getContext("2d")!, viewport }).promise;
    return canvas;
  } finally {
    clearTimeout(late);
    void task.destroy();
  }
}
