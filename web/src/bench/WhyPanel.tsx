import type { Bench, SheetNode } from "../api/client";
import { useWhy, type Place } from "../api/bench";
import { useView } from "./view";
import { Table } from "../parts/Table";

interface Props {
  bench: Bench;
  place: Place;
  node: SheetNode;
  focus: string;
}

/** How many ledgers are shown. */
const most = 6;

/** Why the selected node is as it is at the selected breakpoint, or the one in
 *  focus: what each breakpoint says of it and which of that is in force, the classes that carry
 *  it, and the arithmetic. */
export function WhyPanel({ bench, place, node, focus }: Props) {
  const at = useView((v) => v.shown?.breakpoint) ?? focus;
  const lane = bench.lanes.find((l) => l.breakpoint === at)!;
  const { data: why } = useWhy(place, bench, node.id, lane.width);
  if (!why) return <section aria-label="Why" aria-busy="true" className="min-h-24 px-3.5 pb-3" />;
  return (
    <section aria-label="Why" className="px-3.5 pb-3">
      <h2 className="sr-only">
        Why {node.name} at {at}
      </h2>
      {why.chain.length > 0 && (
        <Table className="w-full table-fixed">
          <colgroup>
            <col className="w-[74px]" />
            <col />
            <col className="w-[42%]" />
          </colgroup>
          <thead className="sr-only">
            <tr>
              <th>Breakpoint</th>
              <th>Setting</th>
              <th>Classes</th>
            </tr>
          </thead>
          <tbody>
            {why.chain.map((step) => (
              <tr key={step.breakpoint} className="align-baseline">
                <th
                  scope="row"
                  title={step.breakpoint}
                  className={`truncate py-[2px] pr-2 font-mono text-[12px] font-normal ${step.breakpoint === at ? "text-madder" : "text-ink-2"}`}
                >
                  {step.breakpoint || "default"}
                </th>
                <td className="py-[2px] pr-2">
                  {step.said.length === 0 && <span className="text-ink-3">← from {step.from || "default"}</span>}
                  {step.said.map((said, i) => (
                    <span key={said.text}>
                      {i > 0 && ", "}
                      {said.state === "wins" ? (
                        <b className="font-semibold text-ink">{said.text}</b>
                      ) : said.state === "lost" ? (
                        <s className="text-ink-3">{said.text}</s>
                      ) : (
                        <span className="text-ink-2">{said.text}</span>
                      )}
                    </span>
                  ))}
                </td>
                <td className="py-[2px] font-mono text-[12px] break-words text-ink-2">
                  {step.classes || "–"}
                  {step.rules?.map((r) => (
                    <span key={`${r.file} ${r.line} ${r.class}`} title={r.text} className="block text-ink-3">
                      {r.file ? `${r.file}:${r.line}` : `${r.class}, this page's own rule`}
                    </span>
                  ))}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <div className="mt-2 rounded-md border border-line bg-raised px-2.5 py-1.5 font-mono text-[12px] leading-relaxed">
        {why.sums.map((line) => (
          <p key={line}>
            <Sum text={line} />
          </p>
        ))}
        {why.ledgers.slice(0, most).map((line) => (
          <p key={line} className="text-ink-2">
            {line}
          </p>
        ))}
        {why.ledgers.length > most && <p className="text-ink-2">and {why.ledgers.length - most} lines more</p>}
      </div>
      {why.findings.map(({ text }) => (
        <p key={text} className="mt-1.5 flex gap-1.5 rounded-md bg-weld-soft px-2.5 py-1.5 text-[12px] text-ink">
          <span aria-hidden="true" className="text-weld">
            ▲
          </span>
          {text}
        </p>
      ))}
    </section>
  );
}

/** A line of arithmetic; the width it comes to stands out. */
function Sum({ text }: { text: string }) {
  const at = /(-?[\d.]+ px)( wide.*)$/.exec(text);
  if (!at) return text;
  return (
    <>
      {text.slice(0, at.index)}
      <b className="font-medium text-madder">{at[1]}</b>
      {at[2]}
    </>
  );
}
