import { ChevronDown, Plus } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { useState, type ReactNode } from "react";
import { Link } from "react-router";
import type { Bench } from "../api/client";
import type { Deed } from "../api/deed";
import { Button } from "../parts/Button";
import { useActing } from "./acting";
import { actionOf, can, labelOf } from "./actions";
import { viewStore } from "./view";

interface Props {
  bench: Bench;
  onDo: (deed: Deed) => Promise<Bench | null>;
}

/** The pages of the project in their order, with what can be done to the one that is shown. */
export function PageTabs({ bench, onDo }: Props) {
  const [over, setOver] = useState("");
  const add = (kit?: string) => void onDo({ addPage: kit ? { kit } : {} });
  return (
    <nav aria-label="Pages" className="flex min-w-0 gap-0.5 self-end overflow-x-auto [scrollbar-width:none]">
      {bench.pages.map((p, index) => {
        const here = p.id === bench.page.id;
        return (
          // Pages are moved by keyboard with their menu.
          // eslint-disable-next-line jsx-a11y/no-static-element-interactions
          <span
            key={p.id}
            onDragOver={(e) => {
              if (!e.dataTransfer.types.includes(dragged)) return;
              e.preventDefault();
              setOver(p.id);
            }}
            onDragLeave={() => setOver("")}
            onDrop={(e) => {
              setOver("");
              if (e.dataTransfer.getData(dragged) === bench.page.id) void onDo({ movePage: { index } });
            }}
            className={`flex max-w-60 items-center rounded-t-[7px] ${here ? "bg-cloth text-ink" : "text-bar-ink-2"} ${over === p.id ? "outline-2 -outline-offset-2 outline-madder outline-dashed" : ""}`}
          >
            <Link
              to={`/${bench.project.id}/${p.id}`}
              draggable={here}
              onDragStart={(e) => e.dataTransfer.setData(dragged, p.id)}
              aria-current={here ? "page" : undefined}
              className={`min-w-0 truncate rounded-t-[7px] pt-2 pb-2.5 pl-3 whitespace-nowrap focus-visible:-outline-offset-2 ${here ? "pr-1 font-semibold" : "pr-3"}`}
            >
              {p.name}
              <FileState state={p.state} />
            </Link>
            {here && <PageMenu name={p.name} />}
          </span>
        );
      })}
      <Button
        aria-label="New page"
        title={`New page on ${bench.kit.name}`}
        onClick={() => add()}
        look="bare"
        className={plus}
      >
        <Plus size={14} aria-hidden="true" />
      </Button>
      {bench.kits.length > 1 && (
        <Menu
          label="New page"
          opener={
            <Button
              aria-label="Page on another kit"
              title="New page on another kit"
              look="bare"
              className={`${plus} -ml-2`}
            >
              <ChevronDown size={12} aria-hidden="true" />
            </Button>
          }
        >
          {bench.kits
            .filter((k) => k.id !== bench.kit.id)
            .map((k) => (
              <Item key={k.id} onSelect={() => add(k.id)}>
                New page on {k.name}
              </Item>
            ))}
        </Menu>
      )}
    </nav>
  );
}

const plus = "px-2 text-bar-ink-2 hover:text-bar-ink focus-visible:-outline-offset-2";

/** What a page is dragged as. */
const dragged = "application/x-kitrows-page";

/** What can be done to the page that is shown. */
function PageMenu({ name }: { name: string }) {
  const acting = useActing();
  const { bench } = acting;
  return (
    <Menu
      label={`Page ${name}`}
      opener={
        <Button
          aria-label={`Page ${name}: menu`}
          title="Name, title, file, order, kit"
          look="bare"
          className="mr-1 grid size-6 place-items-center rounded-sm hover:bg-line focus-visible:-outline-offset-2"
        >
          <ChevronDown size={13} aria-hidden="true" />
        </Button>
      }
    >
      {["pageDetails", "duplicatePage", "pageLeft", "pageRight"].map((id) => {
        const action = actionOf(id);
        return (
          <Item key={id} disabled={!can(action, acting)} onSelect={() => action.do(acting)}>
            {labelOf(action, acting)}
          </Item>
        );
      })}
      {bench.kits.length > 1 && <DropdownMenu.Separator className="my-1 h-px bg-line" />}
      {bench.kits.map(
        (k) =>
          k.id !== bench.kit.id && (
            <Item key={k.id} onSelect={() => acting.navigate(`/${bench.project.id}/${bench.page.id}/kit/${k.id}?move`)}>
              Move to {k.name}…
            </Item>
          ),
      )}
      <DropdownMenu.Separator className="my-1 h-px bg-line" />
      <Item disabled={!can(actionOf("deletePage"), acting)} onSelect={() => actionOf("deletePage").do(acting)}>
        {labelOf(actionOf("deletePage"), acting)}
      </Item>
    </Menu>
  );
}

function Menu({ label, opener, children }: { label: string; opener: ReactNode; children: ReactNode }) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger asChild>{opener}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          aria-label={label}
          align="start"
          sideOffset={4}
          collisionPadding={8}
          onCloseAutoFocus={(e) => {
            if (!viewStore.getState().detailed) return;
            e.preventDefault(); // a dialog was opened
          }}
          className="z-40 min-w-44 rounded-md border border-control bg-sheet p-1 text-ink"
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function Item({
  disabled = false,
  onSelect,
  children,
}: {
  disabled?: boolean;
  onSelect: () => void;
  children: ReactNode;
}) {
  return (
    <DropdownMenu.Item
      disabled={disabled}
      onSelect={onSelect}
      className="cursor-default rounded-sm px-2 py-1 outline-none data-[disabled]:text-ink-3 data-[highlighted]:bg-madder-soft"
    >
      {children}
    </DropdownMenu.Item>
  );
}

/** How the state of a page's file is marked, and said: each by its own shape. */
const states = {
  written: { sign: "✓", said: "written" },
  changed: { sign: "◆", said: "changed by another program" },
  conflict: { sign: "▲", said: "changed by another program at the same moment" },
  gone: { sign: "✕", said: "its file is gone" },
  unwritten: { sign: "■", said: "not written" },
} as const;

/** What became last of a page's file in the folder that is worked in. */
function FileState({ state }: { state: Bench["page"]["state"] }) {
  if (!state || state === "same") return null;
  const { sign, said } = states[state];
  return (
    <span role="img" aria-label={`, ${said}`} title={said} className="ml-1.5 text-[12px]">
      {sign}
    </span>
  );
}
