import { useQuery } from "@tanstack/react-query";
import { useRef, type ReactNode } from "react";
import type { Place } from "../api/bench";
import type { Bench, Operation } from "../api/client";
import type { Deed } from "../api/deed";
import { mending, useFixed } from "../api/mending";
import { Button } from "../parts/Button";
import type { Finding } from "./findings";
import { RowPicture } from "./RowPicture";
import { usePointedAt } from "./trying";

interface Props {
  place: Place;
  bench: Bench;
  onDo: (deed: Deed) => Promise<Bench | null>;
  /** Shows what a fix would do in the lanes; null for nothing. */
  onTry: (operation: Operation | null) => void;
}

/** What mends a finding: buttons or, where it is the one that is shown, what each would make of its row. */
export function Mends({ finding: f, drawn, ...props }: Props & { finding: Finding; drawn: boolean }) {
  if (f.fixes.length === 0) return null;
  if (!drawn) return f.fixes.map((fix) => <Mend key={fix.label} fix={fix} {...props} />);
  return (
    <span className="grid w-full grid-cols-3 gap-1.5">
      <span className="text-[12px] text-ink-2">
        <RowPicture bench={props.bench} finding={f} title="The row now" />
        now
      </span>
      {f.fixes.map((fix) => (
        <Drawn key={fix.label} finding={f} fix={fix} {...props} />
      ))}
    </span>
  );
}

type Fix = Finding["fixes"][number];

function Drawn({ finding, fix, ...props }: Props & { finding: Finding; fix: Fix }) {
  const fixed = useFixed(props.place, props.bench, fix.operation);
  return (
    <Mend fix={fix} {...props} tall>
      {fixed.data && <RowPicture bench={fixed.data} finding={finding} title={`The row after ${fix.label}`} />}
    </Mend>
  );
}

interface MendProps extends Pick<Props, "onDo" | "onTry"> {
  fix: Fix;
  /** The label stands below what is in the button. */
  tall?: boolean;
  className?: string;
  children?: ReactNode;
}

/** Makes one fix; what that would do is seen in the lanes while it is pointed at. */
export function Mend({ fix, tall, className = "", children, onDo, onTry }: MendProps) {
  const { label, operation, keeps } = fix;
  const pointed = usePointedAt(
    () => onTry(operation),
    () => onTry(null),
  );
  return (
    <Button
      size="tiny"
      title={keeps ? "Nothing moves" : undefined}
      className={
        tall ? "flex h-auto min-w-0 flex-col items-stretch justify-start p-0.5 text-left whitespace-normal!" : className
      }
      onClick={() => {
        onTry(null);
        void onDo(operation);
      }}
      {...pointed}
    >
      {children}
      {label}
    </Button>
  );
}

/** Makes the first fix of all findings of a code, on the page or on all pages of the project. */
export function MendAll({ code, count, place, bench, onDo, onTry }: Props & { code: string; count: number }) {
  const page = useQuery({
    queryKey: ["mending", place.project, place.page, bench.revision, code],
    enabled: false, // until it is pointed at
    queryFn: () => mending(place, code, false),
  });
  const asked = async () => page.data ?? (await page.refetch()).data;
  const wanted = useRef(false);
  const leave = () => {
    wanted.current = false; // what is on its way is not shown any more
    onTry(null);
  };
  const pointed = usePointedAt(() => {
    wanted.current = true;
    void asked().then((all) => wanted.current && all?.operation && onTry(all.operation));
  }, leave);
  const make = async (all: Promise<{ operation?: Operation | undefined } | undefined>) => {
    leave();
    const { operation } = (await all) ?? {};
    if (operation) void onDo(operation);
  };
  return (
    <span className="mr-1.5 inline-flex gap-1.5">
      <Button size="tiny" onClick={() => void make(asked())} {...pointed}>
        Mend all {count} <code className="font-mono">{code}</code>
      </Button>
      {bench.pages.length > 1 && (
        <Button size="tiny" onClick={() => void make(mending(place, code, true))}>
          on all pages
        </Button>
      )}
    </span>
  );
}
