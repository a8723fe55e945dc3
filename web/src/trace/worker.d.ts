/** The other half of the library, which has no types of its own. */
declare module "pdfjs-dist/legacy/build/pdf.worker.mjs";
