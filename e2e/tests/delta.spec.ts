import { benchOf, type Answer } from "../../web/src/api/delta";
import type { Bench } from "../../web/src/api/client";
import { changesOf } from "../../web/src/code/change";
import { expect, front, test } from "./app";

/** Numbers from 0 to under 1, the same in every run. */
function* random(seed: number): Generator<number, never> {
  for (;;) {
    seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
    yield seed / 2 ** 32;
  }
}

test("what answers to random edits say is other makes the Bench that the server has", async ({ request, app }) => {
  const numbers = random(7);
  const pick = <T>(from: readonly T[]): T => from[Math.floor(numbers.next().value * from.length)]!;
  const address = `${app}/api/projects${front.replace("/front-page", "/pages/front-page")}`;
  const look = "?ends=true&lane=wide:1000";
  let bench = (await (await request.get(address + look)).json()) as Bench;
  const met = { made: 0, refused: 0, kept: 0, drawn: 0 };
  for (let i = 0; i < 120; i++) {
    const nodes = bench.nodes.filter((n) => n.kind !== "block");
    const node = pick(nodes).id;
    const operation = pick([
      {
        type: {
          cells: [{ node, breakpoint: pick(bench.breakpoints).name }],
          text: pick(["4", "1_6", "*", "x", "÷3", ""]),
        },
      },
      { remove: { node: pick(bench.nodes).id } },
      { duplicate: { node } },
      { addRow: { near: node, recipe: pick(["4 8", "÷2 x4", "6(6 6) 6"]), breakpoint: "wide" } },
      { describe: { node, name: pick(["Tide", "A <b>name</b>"]), element: pick(["", "section"]) } },
      { hop: { node, by: pick([-1, 1]) } },
    ]);
    const deed = pick(["edits", "edits", "edits", "undo", "redo"]);
    const data = deed === "edits" ? { revision: bench.revision, operation } : { revision: bench.revision };
    const answer = await request.post(`${address}/${deed}${look}`, { data });
    const now = (await (await request.get(address + look)).json()) as Bench;
    if (!answer.ok()) {
      expect(now.revision).toBe(bench.revision);
      met.refused++;
      continue;
    }
    const made = benchOf((await answer.json()) as Answer, bench);
    expect(made, `${deed} ${JSON.stringify(operation)}`).not.toBeNull();
    // Only the answer itself says what was done and what to select.
    expect({ ...made, done: "", select: "" }, `${deed} ${JSON.stringify(operation)}`).toEqual(now);
    met.made++;
    for (const n of made!.nodes) if (bench.nodes.includes(n)) met.kept++;
    for (const lane of made!.lanes) if (bench.lanes.includes(lane)) met.drawn++;
    bench = made!;
  }
  expect(met.made).toBeGreaterThan(40);
  expect(met.refused).toBeGreaterThan(5);
  expect(met.kept, "nodes that did not change are the same values").toBeGreaterThan(met.made * 5);
  expect(met.drawn, "so are lanes").toBeGreaterThan(0);
});

// What is marked as changed is all that changed: with what stood there put back, the text is the one before.
test("the stretches that an edit changed lead back to the text before", () => {
  let seed = 7;
  const pick = (n: number) => (seed = (seed * 1103515245 + 12345) % 2147483648) % n;
  const lines = ["<div>", "<p>Low</p>", '<p class="a b">', "", "</div>", "<h2>Tides</h2>"];
  for (let turn = 0; turn < 2000; turn++) {
    const before = Array.from({ length: pick(9) }, () => lines[pick(lines.length)]!);
    const after = before.slice();
    for (let n = pick(4); n > 0; n--) {
      const at = pick(after.length + 1);
      if (pick(3) === 0) after.splice(at, 1);
      else if (pick(2) === 0) after.splice(at, 0, lines[pick(lines.length)]!);
      else if (at < after.length) after[at] = `${after[at]!.slice(0, 3)}x${after[at]!.slice(3)}`;
    }
    const [was, now] = [before, after].map((all) => all.map((l) => `${l}\n`).join(""));
    let back = "";
    let place = 0;
    for (const c of changesOf(was!, now!)) {
      expect(c.from).toBeGreaterThanOrEqual(place);
      back += now!.slice(place, c.from) + c.was;
      place = c.to;
    }
    expect(back + now!.slice(place), JSON.stringify([was, now])).toBe(was);
  }
});
