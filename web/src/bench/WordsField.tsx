import type { CSSProperties } from "react";
import type { Bench, Content, SheetNode } from "../api/client";
import type { Deed } from "../api/deed";
import { tagged } from "../parts/prose";

interface Props {
  block: SheetNode;
  style: CSSProperties;
  onDo: (deed: Deed) => Promise<Bench | null>;
  onClose: () => void;
}

/** The words of a block, typed where they stand: in a lane, or in the code. */
export function WordsField({ block, style, onDo, onClose }: Props) {
  const content = block.content!;
  const listed = content.type === "list";
  const was = listed ? (content.items ?? []).join("\n") : (content.text ?? "");

  function close(text: string) {
    onClose();
    if (text === was) return;
    const change: Partial<Content> = listed
      ? { items: text.split("\n").filter((line) => line.trim() !== "") }
      : { text };
    void onDo({ content: { node: block.id, content: { ...content, stand: false, ...change } } });
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
      style={style}
    />
  );
}

const editable = ["heading", "text", "list", "button", "card", "html"];

/** Whether a block has words that are typed where they stand. */
const hasWords = (n: SheetNode | undefined) => !!n?.content && editable.includes(n.content.type);

/** The block whose words a node shows first: itself or, of a column, one in it; null where there is none. */
export function wordsOf(bench: Bench, node: string): string | null {
  return bench.nodes.find((n) => (n.id === node || n.parent === node) && hasWords(n))?.id ?? null;
}
