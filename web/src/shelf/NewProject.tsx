import { Button } from "../parts/Button";
import { Plus } from "lucide-react";
import { Popover } from "radix-ui";
import { useState, type FormEvent } from "react";
import { useNavigate } from "react-router";
import { bounds } from "../api/bounds";
import { useBegin, useOffers } from "../api/shelf";

/** A new project: its name, the kit of its page, and how that starts. */
export function NewProject() {
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  const offers = useOffers();
  const begin = useBegin();

  function submit(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const said = (field: string) => String(form.get(field) ?? "").trim();
    begin.mutate(
      { name: said("name") || "New project", kit: said("kit"), start: said("start") },
      { onSuccess: (card) => void navigate(`/${card.id}/${card.firstPage}`) },
    );
  }

  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button look="main">
          <Plus size={15} aria-hidden="true" />
          New project
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label="New project"
          align="end"
          sideOffset={6}
          className="z-40 w-[340px] rounded-md border border-control bg-sheet p-4"
        >
          <form onSubmit={submit} className="grid gap-3">
            <label className="grid gap-1">
              <span className="font-semibold">Name</span>
              <input
                name="name"
                maxLength={bounds.name}
                placeholder="New project"
                autoComplete="off"
                className="rounded-md border border-control bg-raised px-2 py-1.5"
              />
            </label>
            <Choice name="kit" title="Kit" offers={offers.data?.kits ?? []} />
            <Choice name="start" title="Starting page" offers={offers.data?.starts ?? []} />
            {begin.error && (
              <p role="alert" className="text-madder-deep">
                {begin.error.message}
              </p>
            )}
            <Button type="submit" look="main">
              Create
            </Button>
          </form>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

interface ChoiceProps {
  name: string;
  title: string;
  offers: { id: string; name: string; about: string }[];
}

function Choice({ name, title, offers }: ChoiceProps) {
  return (
    <fieldset className="grid gap-1">
      <legend className="mb-1 font-semibold">{title}</legend>
      {offers.map((o, i) => (
        <label key={o.id} className="flex items-baseline gap-2">
          <input type="radio" name={name} value={o.id} defaultChecked={i === 0} className="accent-woad" />
          <span>{o.name}</span>
          <span className="min-w-0 truncate font-mono text-[11px] text-ink-2">{o.about}</span>
        </label>
      ))}
    </fieldset>
  );
}
