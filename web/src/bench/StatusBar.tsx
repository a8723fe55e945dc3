import type { Bench, SheetNode } from "../api/client";
import type { Deed } from "../api/deed";
import { useLine } from "../api/edits";
import { causesOf, saysDifference, saysMoved, type Agreement } from "../page/agreement";
import { Button } from "../parts/Button";
import { useAgreement } from "./agreeing";
import { useView } from "./view";

interface Props {
  bench: Bench;
  nodes: Map<string, SheetNode>;
  node: SheetNode | undefined;
  focus: string;
  onDo: (deed: Deed) => unknown;
}

/** Where the selection stands, what was refused, and the page in numbers. */
export function StatusBar({ bench, nodes, node, focus, onDo }: Props) {
  const refused = useLine((l) => l.trouble || l.refused);
  const offer = useLine((l) => l.offer);
  const cells = useView((v) => v.cells);
  const lane = bench.lanes.find((l) => l.breakpoint === focus);
  const above: string[] = [];
  for (let up = node && nodes.get(node.parent); up; up = nodes.get(up.parent)) above.push(`${up.kind} ${up.name}`);
  const count = (kind: SheetNode["kind"]) => bench.nodes.filter((n) => n.kind === kind).length;
  return (
    <footer className="flex h-[26px] items-center gap-[18px] border-t border-line bg-sheet px-3.5 text-[12px] whitespace-nowrap text-ink-2">
      {refused ? (
        <>
          <span role="alert" className="min-w-0 truncate font-semibold text-madder">
            {refused}
          </span>
          {offer && (
            <Button look="link" onClick={() => onDo(offer)}>
              Write a rule
            </Button>
          )}
        </>
      ) : (
        <>
          {cells.length > 1 && (
            <span className="flex-none">
              {cells[0]!.endsWith("/") ? (
                <>
                  <b className="font-semibold text-madder">{cells.length} nodes</b>: W wraps them
                </>
              ) : (
                <>
                  <b className="font-semibold text-madder">{cells.length} cells</b>, typed into at once
                </>
              )}
            </span>
          )}
          {node && (
            <span className="min-w-0 truncate">
              <b className="font-semibold text-ink">{node.name}</b>
              {above.map((a) => `, in ${a}`)}
            </span>
          )}
          {lane && (
            <span className="flex-none">
              lane at <b className="font-semibold text-ink">{lane.width} px</b> · container {lane.container}
            </span>
          )}
        </>
      )}
      <span className="flex-1" />
      <Agreeing bench={bench} nodes={nodes} />
      <span className="max-[1100px]:hidden">
        {plural(count("column"), "column")} in {plural(count("row"), "row")}
      </span>
      <span className="max-[1100px]:hidden">{plural(bench.breakpoints.length, "breakpoint")}</span>
      {!bench.code.left && (
        <span className="flex-none">
          <b className="font-semibold text-ink">{bench.code.classes}</b>{" "}
          {bench.code.classes === 1 ? "setting class" : "setting classes"}
        </span>
      )}
    </footer>
  );
}

/** How many boxes of the page are where this browser has them, in all lanes. */
function Agreeing({ bench, nodes }: { bench: Bench; nodes: Map<string, SheetNode> }) {
  const all = useAgreement();
  const lanes = bench.lanes.flatMap((l) => all[l.breakpoint] ?? []);
  const sum = (of: (a: Agreement) => number) => lanes.reduce((n, a) => n + of(a), 0);
  if (lanes.length === 0) return null;
  const [boxes, guessed, off] = [sum((a) => a.boxes), sum((a) => a.guessed), sum((a) => a.off.length)];
  if (off > 0) {
    const lane = lanes.find((a) => a.off.length > 0)!;
    const cause = causesOf(lane.off, (id) => nodes.get(id)?.parent)[0]!;
    const name = nodes.get(cause.of.node)?.name ?? cause.of.node;
    return (
      <span
        className="min-w-0 truncate text-madder-deep"
        title={[`${name}: ${saysDifference(cause.of)}`, saysMoved(cause)].filter(Boolean).join("; ")}
      >
        {off} of {boxes} boxes are elsewhere in this browser: {name} is {saysDifference(cause.of)}
      </span>
    );
  }
  return (
    <span className="flex-none max-[1200px]:hidden" title="Compared with the page in the lanes' frames">
      ✓ {boxes - guessed} boxes agree{guessed > 0 && `, ${guessed} not measured yet`}
    </span>
  );
}

function plural(n: number, word: string) {
  return `${n} ${word}${n === 1 ? "" : "s"}`;
}
