import type { Bench, Content, Lane } from "../api/client";
import type { Deed } from "../api/deed";
import { tagged } from "../parts/prose";
import { useView } from "./view";

interface Props {
  bench: Bench;
  lane: Lane;
  /** Px on screen for each px of the page. */
  scale: number;
  onDo: (deed: Deed) => Promise<Bench | null>;
}

/** A block's words, edited where they stand in the lane. */
export function InPlace({ bench, lane, scale, onDo }: Props) {
  const editing = useView((v) => v.editing);
  const { edit, seek } = useView.getState();
  const block = bench.nodes.find((n) => n.id === editing);
  const box = lane.boxes.find((b) => b.id === editing);
  if (!block?.content || !box?.shown) return null;
  const content = block.content;
  const listed = content.type === "list";
  const was = listed ? (content.items ?? []).join("\n") : (content.text ?? "");

  function close(text: string | null) {
    edit(null);
    seek();
    if (text === null || text === was) return;
    const change: Partial<Content> = listed
      ? { items: text.split("\n").filter((line) => line.trim() !== "") }
      : { text };
    void onDo({ content: { node: block!.id, content: { ...content, stand: false, ...change } } });
  }

  return (
    <textarea
      key={block.id}
      aria-label={`Text of ${block.name}`}
      defaultValue={was}
      title={
        listed
          ? "One item a line; Ctrl+Enter takes it over"
          : "Enter takes it over, Shift+Enter breaks the line, Ctrl+B and Ctrl+I put tags around words"
      }
      // It was asked for with a key or a double click.
      // eslint-disable-next-line jsx-a11y/no-autofocus
      autoFocus
      onFocus={(e) => {
        e.target.select();
        e.target.scrollIntoView({ block: "nearest" });
      }}
      onBlur={(e) => close(e.target.value)}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (content.type !== "html" && tagged(e)) return;
        if (e.key === "Escape") {
          e.currentTarget.value = was;
          e.currentTarget.blur();
        } else if (e.key === "Enter" && !e.shiftKey && (!listed || e.ctrlKey || e.metaKey)) {
          e.preventDefault();
          e.currentTarget.blur();
        }
      }}
      className="absolute z-20 resize-none rounded-sm border border-madder bg-raised px-1.5 py-1 text-[12px] leading-snug outline-none"
      style={{
        left: Math.max(0, Math.min(box.x * scale, lane.width * scale - 160)),
        top: box.y * scale,
        width: Math.max(160, box.width * scale),
        height: Math.max(64, box.height * scale),
      }}
    />
  );
}

/** The block whose words a column shows first; null where it has none. */
export function wordsOf(bench: Bench, column: string): string | null {
  const editable = ["heading", "text", "list", "button", "card", "html"];
  return bench.nodes.find((n) => n.parent === column && n.content && editable.includes(n.content.type))?.id ?? null;
}
