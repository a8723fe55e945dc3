import type { Bench, Operation } from "../api/client";
import type { Deed } from "../api/deed";
import { Button } from "../parts/Button";
import { marks } from "./findings";
import { Mend } from "./Mend";

interface Props {
  findings: Bench["findings"];
  nodes: Bench["nodes"];
  /** Selects a node. */
  onSelect: (node: string) => void;
  /** Shows a line of the file. */
  onGo: (line: number) => void;
  onDo: (deed: Deed) => Promise<Bench | null>;
  /** Shows what a fix would do; null for nothing. */
  onTry: (operation: Operation | null) => void;
}

/** All that is told of a page: where it is, and what would mend it. */
export function Findings({ findings, nodes, onSelect, onGo, onDo, onTry }: Props) {
  const named = new Map(nodes.map((n) => [n.id, n.name]));
  return (
    <ul
      aria-label="Findings"
      className="max-h-40 flex-none overflow-y-auto border-y border-line-2 bg-sheet px-3 py-1.5"
    >
      {findings.map((f, i) => (
        <li key={`${f.code} ${f.line} ${f.column} ${i}`} className="flex items-baseline gap-2 py-0.5 text-[12px]">
          <span
            role="img"
            aria-label={f.severity}
            title={f.severity}
            className={`flex-none text-[12px] ${marks[f.severity].tone}`}
          >
            {marks[f.severity].sign}
          </span>
          <span className="min-w-0 flex-1">
            {f.line === 0 && named.has(f.node) && (
              <Button look="link" className="mr-1 inline" onClick={() => onSelect(f.node)}>
                {named.get(f.node)}
              </Button>
            )}
            {f.breakpoints.length > 0 && (
              <b className="font-mono font-normal text-ink-2">{f.breakpoints.join(", ")} </b>
            )}
            {f.text}
            {f.fixes.map((fix) => (
              <Mend key={fix.label} fix={fix} className="ml-2" {...{ onDo, onTry }} />
            ))}
          </span>
          {f.line > 0 && (
            <button
              type="button"
              onClick={() => onGo(f.line)}
              className="flex-none font-mono text-[12px] text-woad-text underline-offset-2 hover:underline"
            >
              {f.line}:{f.column}
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
