import { Plus, Trash2 } from "lucide-react";
import { Popover } from "radix-ui";
import { useState } from "react";
import { Refusal, type Kit, type LibraryKit, type Ruler, type SheetFile } from "../api/client";
import { plain } from "../api/edits";
import { kitOfFile, kitOfThree, useLibrary, useThree, useUnshare } from "../api/kit";
import { Button } from "../parts/Button";
import { Beside } from "../parts/Panel";
import { sheetsOf } from "./files";
import { Input } from "../parts/Input";

/** Takes another kit into the project: a ready one, one of the library, one made by three
 *  numbers, or one from a file. */
export function AddKit({ onAdd, onBring }: { onAdd: (kit: Kit) => void; onBring: (files: SheetFile[]) => void }) {
  const [open, setOpen] = useState(false);
  const library = useLibrary(open);
  const unshare = useUnshare();
  const [wrong, setWrong] = useState("");

  function add(kit: Kit) {
    setOpen(false);
    onAdd(kit);
  }

  async function read(file: File | undefined) {
    if (!file) return;
    try {
      add(await kitOfFile(file));
    } catch (e) {
      setWrong(e instanceof Refusal ? plain(e) : "The file could not be read.");
    }
  }

  async function bring(files: FileList | null) {
    if (!files?.length) return;
    setOpen(false);
    onBring(await sheetsOf(files));
  }

  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button look="bar" size="icon" aria-label="Add a kit" title="Add a kit" className="self-center">
          <Plus size={15} aria-hidden="true" />
        </Button>
      </Popover.Trigger>
      <Beside
        aria-label="Add a kit"
        align="start"
        className="max-h-[80vh] w-[380px] overflow-y-auto p-4 [scrollbar-width:thin]"
      >
        <h2 className="font-semibold">By three numbers</h2>
        <Three onAdd={add} />
        <h2 className="mt-4 font-semibold">Ready</h2>
        <ul className="mt-1">
          {library.data?.ready.map((k) => (
            <Offer key={k.source} offer={k} onAdd={add} />
          ))}
        </ul>
        {!!library.data?.shared.length && (
          <>
            <h2 className="mt-4 font-semibold">Library</h2>
            <ul className="mt-1">
              {library.data.shared.map((k) => (
                <Offer
                  key={k.source}
                  offer={k}
                  onAdd={add}
                  onRemove={() => k.kit.shared && unshare.mutate(k.kit.shared.id)}
                />
              ))}
            </ul>
          </>
        )}
        <label className="mt-4 block">
          <span className="font-semibold">From a file</span>
          <input
            type="file"
            accept=".json,application/json"
            onChange={(e) => void read(e.target.files?.[0])}
            className="mt-1 block w-full text-[12px]"
          />
        </label>
        <label className="mt-4 block">
          <span className="font-semibold">From stylesheets</span>
          <input
            type="file"
            accept=".css,text/css"
            multiple
            onChange={(e) => void bring(e.target.files)}
            className="mt-1 block w-full text-[12px]"
          />
        </label>
        {(wrong || unshare.error) && (
          <p role="alert" className="mt-2 text-madder-deep">
            {wrong || unshare.error?.message}
          </p>
        )}
      </Beside>
    </Popover.Root>
  );
}

interface OfferProps {
  offer: LibraryKit;
  onAdd: (kit: Kit) => void;
  onRemove?: () => void;
}

function Offer({ offer, onAdd, onRemove }: OfferProps) {
  return (
    <li className="flex items-center gap-1 border-t border-line-2 first:border-t-0">
      <Button
        look="bare"
        onClick={() => onAdd(offer.kit)}
        className="grid min-w-0 flex-1 grid-cols-[72px_minmax(0,1fr)] items-center gap-3 rounded-sm py-1.5 text-left hover:bg-line-2"
      >
        <Offered offer={offer} />
      </Button>
      {onRemove && (
        <Button size="dot" look="bare" aria-label={`Remove ${offer.name} from the library`} onClick={onRemove}>
          <Trash2 size={12} aria-hidden="true" />
        </Button>
      )}
    </li>
  );
}

/** A kit that may be taken, in the two cells of a grid: its columns, and what it is for. */
export function Offered({ offer }: { offer: LibraryKit }) {
  return (
    <>
      <Stripes ruler={offer.ruler} />
      <span className="min-w-0">
        <span className="block truncate">
          {offer.name}
          {offer.revision > 0 && <span className="text-ink-2"> rev {offer.revision}</span>}
        </span>
        <span className="block text-[12px] leading-snug text-ink-2">{offer.about}</span>
      </span>
    </>
  );
}

/** A kit's columns, small. */
function Stripes({ ruler }: { ruler: Ruler }) {
  return (
    <svg
      viewBox={`0 0 ${ruler.viewport} 100`}
      preserveAspectRatio="none"
      aria-hidden="true"
      className="block h-8 w-[72px] border border-line bg-raised"
    >
      {ruler.units.map((u) => (
        <rect key={u.x} x={u.x} width={u.width} height={100} className="fill-woad-line" />
      ))}
    </svg>
  );
}

interface Numbers {
  columns: string;
  gutter: string;
  width: string;
}

const given: Numbers = { columns: "12", gutter: "24", width: "1176" };

/** The three numbers of a kit, typed. */
export function ThreeFields({ numbers, onChange }: { numbers: Numbers; onChange: (numbers: Numbers) => void }) {
  return (
    <div className="mt-1 grid grid-cols-3 gap-2">
      {(
        [
          ["columns", "Columns"],
          ["gutter", "Gutter, px"],
          ["width", "Page width, px"],
        ] as const
      ).map(([field, label]) => (
        <label key={field} className="grid gap-0.5 text-[12px] text-ink-2">
          {label}
          <Input
            value={numbers[field]}
            onChange={(e) => onChange({ ...numbers, [field]: e.target.value })}
            inputMode="decimal"
            maxLength={7}
            className="w-full min-w-0 px-2 py-1 font-mono text-ink"
          />
        </label>
      ))}
    </div>
  );
}

/** What is typed for a kit by three numbers, and the kit they come to. */
export function useThreeNumbers(enabled = true) {
  const [numbers, setNumbers] = useState(given);
  const made = useThree(
    Number(numbers.columns),
    Number(numbers.gutter || "x"),
    Number(numbers.width),
    enabled && numbers.columns.trim() !== "",
  );
  return { numbers, setNumbers, made };
}

function Three({ onAdd }: { onAdd: (kit: Kit) => void }) {
  const { numbers, setNumbers, made } = useThreeNumbers();
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        kitOfThree(Number(numbers.columns), Number(numbers.gutter), Number(numbers.width)).then(
          (k) => onAdd(k.kit),
          () => {}, // the numbers say what is wrong
        );
      }}
    >
      <ThreeFields numbers={numbers} onChange={setNumbers} />
      <div className="mt-2 flex items-center gap-3">
        <Button type="submit" size="small" disabled={!!made.error}>
          Add
        </Button>
        {made.error ? (
          <p role="alert" className="text-[12px] text-madder-deep">
            {made.error.message}
          </p>
        ) : (
          made.data && <Stripes ruler={made.data.ruler} />
        )}
      </div>
    </form>
  );
}
