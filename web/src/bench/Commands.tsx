import { Command } from "cmdk";
import { Dialog } from "radix-ui";
import { useEffect, useRef, useState, type ReactNode } from "react";
import { useNavigate } from "react-router";
import type { Bench, Operation, SheetNode } from "../api/client";
import type { Deed } from "../api/edits";
import { typedAhead } from "./typeahead";
import { useView } from "./view";

interface Props {
  onOpenChange: (open: boolean) => void;
  bench: Bench;
  node: SheetNode | undefined;
  focus: string;
  onDo: (deed: Deed) => Promise<Bench | null>;
  onAddRow: () => void;
  onKeys: () => void;
  onFill: () => void;
}

/** Every action, page and node, found by typing. */
export default function Commands({ onOpenChange, bench, node, focus, onDo, onAddRow, onKeys, onFill }: Props) {
  const navigate = useNavigate();
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
  const siblings = bench.nodes
    .filter((n) => node && n.parent === node.parent && n.kind === node.kind && n.id !== node.id)
    .map((n) => n.id);

  const frame = node?.kind === "container" || node?.kind === "section";

  function run(deed: () => unknown) {
    onOpenChange(false);
    // After the dialog gave the focus back.
    setTimeout(deed);
  }
  async function act(operation: Operation) {
    const made = await onDo(operation);
    if (made?.select) view.go({ node: made.select, breakpoint: view.spot?.breakpoint ?? null });
  }
  const item = (name: string, deed: () => unknown, keys = "") => (
    <Item key={name} name={name} keys={keys} onSelect={() => run(deed)} />
  );

  return (
    <Dialog.Root modal={false} open onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <div aria-hidden="true" className="fixed inset-0 z-40 bg-bar/40" />
        <Dialog.Content
          aria-describedby={undefined}
          onCloseAutoFocus={useView.getState().seek}
          onFocusOutside={(e) => e.preventDefault()}
          className="fixed top-[12vh] left-1/2 z-50 w-[min(560px,92vw)] -translate-x-1/2 rounded-md border border-control bg-sheet"
        >
          <Dialog.Title className="sr-only">Find an action, a page or a node</Dialog.Title>
          <Command label="Find an action, a page or a node" loop>
            <Command.Input
              onFocus={(e) => begin(e.currentTarget)}
              value={sought}
              onValueChange={setSought}
              placeholder="Find an action, a page or a node"
              className="w-full border-b border-line bg-transparent px-4 py-3 text-[14px] outline-none placeholder:text-ink-3"
            />
            <Command.List className="max-h-[52vh] overflow-y-auto p-2 [scrollbar-width:thin]">
              <Command.Empty className="px-2 py-3 text-ink-2">Nothing is called so.</Command.Empty>
              {node && (
                <Group heading={node.name}>
                  {!frame && item("New column", () => act({ addColumn: { near: node.id } }), "N")}
                  {node.kind === "column" &&
                    item("New column before", () => act({ addColumn: { near: node.id, before: true } }), "Shift+N")}
                  {!frame &&
                    item("Row before", () =>
                      act({ addRow: { near: node.id, before: true, recipe: "x1", breakpoint: focus } }),
                    )}
                  {item(
                    node.kind === "column" ? "Wrap what is in it in a row" : frame ? "Wrap it in a section" : "Wrap it",
                    () => act({ wrap: { node: node.id } }),
                    "W",
                  )}
                  {item("Container before", () => act({ addContainer: { near: node.id, before: true } }))}
                  {node.kind === "section"
                    ? item("Container inside", () => act({ addContainer: { near: node.id, inside: true } }), "F")
                    : item("Container after", () => act({ addContainer: { near: node.id } }), "F")}
                  {item("Section before", () => act({ addSection: { near: node.id, before: true } }))}
                  {item("Section after", () => act({ addSection: { near: node.id } }), "Shift+F")}
                  {node.kind === "section" &&
                    item("Section inside", () => act({ addSection: { near: node.id, inside: true } }))}
                  {node.kind !== "row" &&
                    item("Row inside", () => act({ addRow: { inside: node.id, recipe: "", breakpoint: focus } }), "R")}
                  {item("Duplicate", () => act({ duplicate: { node: node.id } }), "D")}
                  {item("Delete", () => act({ remove: { node: node.id } }), "Delete")}
                  {node.index > 0 &&
                    item(
                      "Move up",
                      () => act({ move: { node: node.id, parent: node.parent, index: node.index - 1 } }),
                      "Alt+↑",
                    )}
                  {node.index < siblings.length &&
                    item(
                      "Move down",
                      () => act({ move: { node: node.id, parent: node.parent, index: node.index + 1 } }),
                      "Alt+↓",
                    )}
                  {item("Move on, into what can hold it", () => act({ hop: { node: node.id, by: 1 } }), "Shift+Alt+↓")}
                  {item(
                    "Move back, into what can hold it",
                    () => act({ hop: { node: node.id, by: -1 } }),
                    "Shift+Alt+↑",
                  )}
                  {siblings.length > 0 &&
                    !frame &&
                    item("Make its siblings alike", () => act({ alike: { node: node.id, to: siblings } }), "L")}
                </Group>
              )}
              {node && (
                <Group heading="In the sheet">
                  {keyed(node.kind).map(([name, key]) =>
                    item(name, () => pressIn(node.id, focus, key), key === "F2" ? "F2" : key.toUpperCase()),
                  )}
                </Group>
              )}
              <Group heading="Page">
                {item("Add a row", onAddRow, "A")}
                {focus !== bench.breakpoints[0]?.name && item(`Fill smaller widths from ${focus}`, onFill)}
                {item("Why", () => view.setPanel("why"))}
                {item("Content", () => view.setPanel("content"))}
                {item("History", () => view.setPanel("history"))}
                {bench.undo && item(`Undo: ${bench.undo}`, () => onDo("undo"), "Ctrl+Z")}
                {bench.redo && item(`Redo: ${bench.redo}`, () => onDo("redo"), "Ctrl+Shift+Z")}
                {others.map((b) =>
                  item(`Make ${focus} as ${b.name} is`, () => onDo({ level: { from: b.name, to: focus } })),
                )}
                {others.map((b) => item(`Focus ${b.name}`, () => view.setFocus(b.name), ", ."))}
                {item(view.ghosts ? "Do not mark hidden columns" : "Mark hidden columns", () =>
                  view.setGhosts(!view.ghosts),
                )}
                {item("Take the code away", () => navigate(`/${bench.project.id}/${bench.page.id}/take`))}
                {item("Proof", () => navigate(`/${bench.project.id}/${bench.page.id}/proof`))}
                {item("New page", () => onDo({ addPage: {} }))}
                {item("Keys", onKeys, "?")}
                {item("Shelf", () => navigate("/"))}
              </Group>
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
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** What the sheet does with a key, by the kind of node. */
function keyed(kind: SheetNode["kind"]): [name: string, key: string][] {
  const all: [string, string][] = [
    ["Rename", "F2"],
    ["Set its element", "t"],
  ];
  if (kind === "column") all.push(["Edit its words in place", "e"], ["Place the next piece of the content sheet", "p"]);
  if (kind === "column" || kind === "row")
    all.push(["Select all columns of the row", "c"], ["All settings", "s"], ["Clear what is set here", "Backspace"]);
  return all;
}

/** Presses a key on a node in the sheet, once the keyboard's focus is back there: on
 *  its name to rename it, else on its cell in focus. */
function pressIn(node: string, focus: string, key: string) {
  const { go, spot } = useView.getState();
  const breakpoint = key === "F2" ? null : (spot?.breakpoint ?? focus);
  go({ node, breakpoint });
  setTimeout(() => {
    const cell = document.querySelector(`[data-spot="${node}/${breakpoint ?? ""}"]`);
    cell?.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true }));
  }, 60);
}

function Group({ heading, children }: { heading: string; children: ReactNode }) {
  return (
    <Command.Group
      heading={heading}
      className="[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-[11px] [&_[cmdk-group-heading]]:text-ink-2"
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
  onSelect: () => void;
}) {
  return (
    <Command.Item
      value={value}
      onSelect={onSelect}
      className="flex cursor-pointer items-baseline gap-3 rounded-sm px-2 py-1.5 data-[selected=true]:bg-madder-soft data-[selected=true]:text-ink"
    >
      <span className="min-w-0 flex-1 truncate">{name}</span>
      <span className="font-mono text-[11px] text-ink-2">{keys}</span>
    </Command.Item>
  );
}
