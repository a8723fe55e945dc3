import type { Bench, SheetNode } from "../api/client";
import type { Deed } from "../api/deed";
import { useLine } from "../api/edits";
import { Button } from "../parts/Button";
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
  const cells = useView((v) => v.cells.length);
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
          {cells > 1 && (
            <span className="flex-none">
              <b className="font-semibold text-madder">{cells} cells</b>, typed into at once
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

function plural(n: number, word: string) {
  return `${n} ${word}${n === 1 ? "" : "s"}`;
}
