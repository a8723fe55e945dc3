import { Button } from "../parts/Button";
import { Beside } from "../parts/Panel";
import { Plus } from "lucide-react";
import { Popover } from "radix-ui";
import { useState, type FormEvent } from "react";
import { useNavigate } from "react-router";
import { bounds } from "../api/bounds";
import { useBegin, useOffers } from "../api/shelf";
import { Offered, ThreeFields, useThreeNumbers } from "../kit/AddKit";
import { Input } from "../parts/Input";

/** The choice of a kit that is made by three numbers. */
const byNumbers = "three";

/** A new project: its name, the kit of its page, and how that starts. */
export function NewProject() {
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  const offers = useOffers();
  const begin = useBegin();
  const [kit, setKit] = useState("");
  const three = useThreeNumbers(open && kit === byNumbers);

  function submit(event: FormEvent<HTMLFormElement>) {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const said = (field: string) => String(form.get(field) ?? "").trim();
    const numbers = three.numbers;
    begin.mutate(
      {
        name: said("name") || "New project",
        start: said("start"),
        ...(kit === byNumbers
          ? {
              three: {
                columns: Number(numbers.columns),
                gutter: Number(numbers.gutter),
                width: Number(numbers.width),
              },
            }
          : { kit: kit || offers.data?.kits[0]?.source }),
      },
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
      <Beside
        aria-label="New project"
        align="end"
        className="max-h-[85vh] w-[400px] overflow-y-auto p-4 [scrollbar-width:thin]"
      >
        <form onSubmit={submit} className="grid gap-3">
          <label className="grid gap-1">
            <span className="font-semibold">Name</span>
            <Input
              name="name"
              maxLength={bounds.name}
              placeholder="New project"
              autoComplete="off"
              className="px-2 py-1.5"
            />
          </label>
          <fieldset className="grid gap-1">
            <legend className="mb-1 font-semibold">Kit</legend>
            {offers.data?.kits.map((k, i) => (
              <label key={k.source} className="grid grid-cols-[auto_72px_minmax(0,1fr)] items-center gap-2.5">
                <input
                  type="radio"
                  name="kit"
                  value={k.source}
                  checked={kit ? kit === k.source : i === 0}
                  onChange={() => setKit(k.source)}
                  className="accent-woad"
                />
                <Offered offer={k} />
              </label>
            ))}
            <label className="flex items-center gap-2.5">
              <input
                type="radio"
                name="kit"
                value={byNumbers}
                checked={kit === byNumbers}
                onChange={() => setKit(byNumbers)}
                className="accent-woad"
              />
              By three numbers
            </label>
            {kit === byNumbers && (
              <div className="pl-6">
                <ThreeFields numbers={three.numbers} onChange={three.setNumbers} />
                {three.made.error && (
                  <p role="alert" className="mt-1 text-[12px] text-madder-deep">
                    {three.made.error.message}
                  </p>
                )}
              </div>
            )}
          </fieldset>
          <Choice name="start" title="Starting page" offers={offers.data?.starts ?? []} />
          {begin.error && (
            <p role="alert" className="text-madder-deep">
              {begin.error.message}
            </p>
          )}
          <Button type="submit" look="main" disabled={!offers.data}>
            Create
          </Button>
        </form>
      </Beside>
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
          <span className="min-w-0 truncate font-mono text-[12px] text-ink-2">{o.about}</span>
        </label>
      ))}
    </fieldset>
  );
}
