import type { SheetNode } from "../api/client";
import type { Deed } from "../api/deed";
import { Field } from "../parts/Field";

interface Props {
  node: SheetNode;
  onDo: (deed: Deed) => Promise<unknown>;
}

/** What a node is in the markup besides its element, and a note on it. */
export function Details({ node, onDo }: Props) {
  const describe = (what: { anchor?: string; classes?: string[]; selector?: string; note?: string }) =>
    void onDo({ describe: { node: node.id, ...what } });
  return (
    <details className="mt-2 text-[12px]" open={Boolean(node.anchor || node.classes || node.selector || node.note)}>
      <summary className="cursor-pointer text-ink-2">Id, classes, selector, note</summary>
      <div className="mt-1.5 grid grid-cols-[64px_minmax(0,1fr)] items-center gap-x-2 gap-y-1.5">
        <Field label="Id" mono value={node.anchor ?? ""} onCommit={(anchor) => describe({ anchor })} />
        <Field
          label="Classes"
          mono
          value={(node.classes ?? []).join(" ")}
          onCommit={(text) => describe({ classes: text.split(/\s+/).filter(Boolean) })}
        />
        <Field label="Selector" mono value={node.selector ?? ""} onCommit={(selector) => describe({ selector })} />
        <Field label="Note" value={node.note ?? ""} onCommit={(note) => describe({ note })} />
      </div>
    </details>
  );
}
