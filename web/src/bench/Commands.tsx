import { Command } from "cmdk";
import { Dialog, Title } from "../parts/Panel";
import { useEffect, useRef, useState, type ReactNode } from "react";
import { useActing } from "./acting";
import { actions, can, labelOf, type Action } from "./actions";
import { typedAhead } from "./typeahead";
import { useView, viewStore } from "./view";

/** Every action, page and node, found by typing. */
export default function Commands({ onClose }: { onClose: () => void }) {
  const acting = useActing();
  const { bench, node, focus, onDo, navigate } = acting;
  const view = useView();
  const [sought, setSought] = useState("");
  const begun = useRef(false);
  const entered = useRef<HTMLInputElement>(null); // the field, until the Enter that was typed ahead is given to it

  /** Takes over what was typed before the field was there. */
  function begin(field: HTMLInputElement) {
    if (begun.current) return;
    begun.current = true;
    const ahead = typedAhead();
    setSought(ahead.text);
    if (ahead.entered) entered.current = field;
  }
  useEffect(() => {
    const field = entered.current;
    if (!field || !sought) return;
    entered.current = null;
    // What fits the text is found and drawn first.
    const enter = () => field.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true }));
    requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(enter)));
  }, [sought]);

  const others = bench.breakpoints.filter((b) => b.name !== focus);

  function run(deed: () => unknown) {
    onClose();
    // After the dialog gave the focus back.
    setTimeout(deed);
  }
  const item = (name: string, deed: () => unknown, keys = "", words = "") => (
    <Item key={name} name={name} value={`${name} ${words}`.trim()} keys={keys} onSelect={() => run(deed)} />
  );
  const group = (which: Action["group"]) =>
    actions
      .filter((a) => a.group === which && can(a, acting) && a.id !== "commands")
      .map((a) => item(labelOf(a, acting), () => a.do(acting), a.keys?.split(" or ")[0], a.words));

  const impossible = actions.filter((a) => a.group !== "page" && !can(a, acting));

  return (
    <Dialog
      onClose={onClose}
      aria-describedby={undefined}
      onCloseAutoFocus={viewStore.getState().seek}
      onFocusOutside={(e) => e.preventDefault()}
      className="top-[12vh] left-1/2 w-[min(560px,92vw)] -translate-x-1/2"
    >
      <Title className="sr-only">Find an action, a page or a node</Title>
      <Command label="Find an action, a page or a node" loop filter={fits}>
        <Command.Input
          onFocus={(e) => begin(e.currentTarget)}
          value={sought}
          onValueChange={setSought}
          placeholder="Find an action, a page or a node"
          className="w-full border-b border-line bg-transparent px-4 py-3 text-[14px] outline-none placeholder:text-ink-3"
        />
        <Command.List className="max-h-[52vh] overflow-y-auto p-2 [scrollbar-width:thin]">
          <Command.Empty className="px-2 py-3 text-ink-2">No matches</Command.Empty>
          {node && <Group heading={node.name}>{group("node")}</Group>}
          {node && <Group heading="In the sheet">{group("sheet")}</Group>}
          <Group heading="Page">
            {group("page")}
            {others.map((b) =>
              item(`Copy settings from ${b.name} to ${focus}`, () => onDo({ level: { from: b.name, to: focus } })),
            )}
            {others.map((b) => item(`Focus ${b.name}`, () => view.setFocus(b.name)))}
          </Group>
          {sought && impossible.length > 0 && (
            <Group heading={node ? `Not possible with ${node.name}` : "Select a row or a column first"}>
              {impossible.map((a) => (
                <Item
                  key={a.id}
                  name={labelOf(a, acting)}
                  value={`${labelOf(a, acting)} ${a.words ?? ""}`}
                  keys={a.keys?.split(" or ")[0] ?? ""}
                />
              ))}
            </Group>
          )}
          <Group heading="Pages">
            {bench.pages
              .filter((p) => p.id !== bench.page.id)
              .map((p) => item(`To ${p.name}`, () => navigate(`/${bench.project.id}/${p.id}`)))}
          </Group>
          <Group heading="Nodes">
            {bench.nodes
              .filter((n) => n.kind !== "block")
              .map((n) => (
                <Item
                  key={n.id}
                  name={n.name}
                  value={`${n.name} ${n.kind} ${n.id}`}
                  keys={n.element || n.kind}
                  onSelect={() => run(() => view.go({ node: n.id, breakpoint: focus }))}
                />
              ))}
          </Group>
        </Command.List>
      </Command>
    </Dialog>
  );
}

/**
 * How well a value fits what is sought, from 0 (not at all) to 1. Every word typed stands in the value; a
 * value that begins with the words is the best, then one with a word that begins with each of them.
 */
function fits(value: string, sought: string): number {
  const [v, s] = [value.toLowerCase(), sought.toLowerCase().trim()];
  if (v.startsWith(s)) return 1;
  const words = s.split(/\s+/);
  if (words.every((w) => ` ${v}`.includes(` ${w}`))) return 0.8;
  return words.every((w) => v.includes(w)) ? 0.5 : 0;
}

function Group({ heading, children }: { heading: string; children: ReactNode }) {
  return (
    <Command.Group
      heading={heading}
      className="[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-[12px] [&_[cmdk-group-heading]]:text-ink-2"
    >
      {children}
    </Command.Group>
  );
}

function Item({
  name,
  value = name,
  keys,
  onSelect,
}: {
  name: string;
  value?: string;
  keys: string;
  /** What it does; nothing where it is told only that it is there. */
  onSelect?: () => void;
}) {
  return (
    <Command.Item
      value={value}
      onSelect={onSelect}
      disabled={!onSelect}
      className="flex cursor-pointer items-baseline gap-3 rounded-sm px-2 py-1.5 data-[disabled=true]:cursor-default data-[disabled=true]:text-ink-2 data-[selected=true]:bg-madder-soft data-[selected=true]:text-ink"
    >
      <span className="min-w-0 flex-1 truncate">{name}</span>
      <span className="font-mono text-[12px] text-ink-2">{keys}</span>
    </Command.Item>
  );
}
