import { ImagePlus } from "lucide-react";
import { Button } from "../parts/Button";
import type { Bench, Content, SheetNode } from "../api/client";
import type { Place } from "../api/bench";
import type { Deed } from "../api/deed";
import { base64 } from "../api/content";
import { Segmented } from "../parts/Segmented";
import { BlockEditor } from "./BlockEditor";
import { Pieces } from "./Pieces";
import { useView } from "./view";

interface Props {
  bench: Bench;
  place: Place;
  node: SheetNode | undefined;
  onDo: (deed: Deed) => Promise<Bench | null>;
}

/** What a new block of each type begins as. */
const begun: readonly (readonly [label: string, content: Content])[] = [
  ["Heading", { type: "heading", level: 2, text: "Heading" }],
  ["Text", { type: "text", text: "Text to come." }],
  ["List", { type: "list", items: ["First", "Second"] }],
  ["Button", { type: "button", text: "Go on" }],
  ["Card", { type: "card", level: 3, text: "Card", items: ["Text to come."] }],
  ["Form", { type: "form", text: "Send", items: ["Name"] }],
  ["HTML", { type: "html", text: "<hr>" }],
];

/** What is in the selected column, and the project's content sheet. */
export default function ContentPanel({ bench, place, node, onDo }: Props) {
  const pouring = useView((v) => v.pouring);
  const pour = useView((v) => v.pour);
  const holder = node?.kind === "block" ? bench.nodes.find((n) => n.id === node.parent) : node;
  const column = holder?.kind === "column" ? holder : undefined;
  const blocks = bench.nodes.filter((n) => n.kind === "block" && n.parent === column?.id);

  async function addPicture(file: File | undefined) {
    if (file && column) await onDo({ addPicture: { node: column.id, file: file.name, data: await base64(file) } });
  }

  return (
    <div className="px-3.5 pb-3 text-[12px]">
      <div className="mb-2 w-fit">
        <Segmented
          label="Content of"
          value={pouring ? "sheet" : "column"}
          options={[
            ["column", "Column"],
            ["sheet", "Content sheet"],
          ]}
          onChange={(of) => pour(of === "sheet")}
        />
      </div>
      {pouring ? (
        <Pieces bench={bench} place={place} column={column} onDo={onDo} />
      ) : column ? (
        <section aria-label={`Content of ${column.name}`}>
          <h2 className="font-semibold">
            In {column.name}
            <span className="ml-2 font-normal text-ink-2">comfortable from {column.comfort ?? 0} px</span>
          </h2>
          <ul className="mt-1.5 grid gap-2">
            {blocks.map((block) => (
              <BlockEditor key={block.id} bench={bench} place={place} block={block} onDo={onDo} />
            ))}
          </ul>
          <div className="mt-2 flex flex-wrap gap-1" role="group" aria-label="Add to the column">
            {begun.map(([label, content]) => (
              <Button key={label} onClick={() => void onDo({ addBlock: { column: column.id, content } })} size="tiny">
                {label}
              </Button>
            ))}
            <label className="flex cursor-pointer items-center gap-1 rounded-md border border-control bg-raised px-1.5 py-0.5 focus-within:outline-2 focus-within:outline-madder hover:bg-line-2">
              <ImagePlus size={12} aria-hidden="true" />
              Picture…
              <input
                type="file"
                accept=".svg,.png,.jpg,.jpeg,.webp"
                className="sr-only"
                onChange={(e) => {
                  void addPicture(e.target.files?.[0]);
                  e.target.value = "";
                }}
              />
            </label>
          </div>
        </section>
      ) : (
        <p className="text-ink-2">Select a column to see and change what is in it.</p>
      )}
    </div>
  );
}
