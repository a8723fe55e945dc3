import { arrived, measureContent } from "./measure";
import { windowHeight } from "./patch";

/** What the command line has a browser measure: a page as it is taken away, at some widths of its viewport. */
interface Task {
  document: string;
  widths: number[];
  columns: string[];
  rows: string[];
  natural: string[];
  /** Sections and containers, where the page has styles of its own; else null. */
  frames: string[] | null;
}

async function measure(task: Task) {
  const frame = document.createElement("iframe");
  frame.setAttribute("sandbox", "allow-same-origin");
  frame.setAttribute("scrolling", "no");
  frame.style.cssText = `border: 0; height: ${windowHeight}px`;
  const loaded = new Promise((done) => frame.addEventListener("load", done, { once: true }));
  frame.srcdoc = task.document;
  document.body.append(frame);
  await loaded;
  const inside = frame.contentDocument!;
  await inside.fonts.ready;
  const asked = {
    columns: new Set(task.columns),
    rows: new Set(task.rows),
    natural: new Set(task.natural),
    frames: task.frames && new Set(task.frames),
  };
  const all = [];
  for (const width of task.widths) {
    frame.style.width = `${width}px`;
    await arrived(inside);
    all.push({ width, ...measureContent(inside, asked) });
  }
  return all;
}

void measure(JSON.parse(document.getElementById("task")!.textContent!) as Task).then((measures) => {
  const said = document.createElement("pre");
  said.id = "measured";
  said.textContent = JSON.stringify(measures);
  document.body.replaceChildren(said);
});
