import { useState } from "react";
import type { Bench } from "../api/client";
import type { Deed } from "../api/deed";
import { Button } from "../parts/Button";
import { Input } from "../parts/Input";

interface Props {
  form: "scss" | "less" | "plain" | "tsx" | "jsx";
  kept: Bench["kept"];
  onDo: (deed: Deed) => Promise<Bench | null>;
}

/** Where in the folder that is worked in the files of a form are kept up to date. */
export function Keeping({ form, kept, onDo }: Props) {
  const now = kept.find((k) => k.form === form);
  const [place, setPlace] = useState(now?.place ?? "styles");
  const [refused, setRefused] = useState(false);

  async function keep() {
    const made = await onDo({ keep: { form, place } });
    setRefused(!made); // the status bar says why
  }

  return (
    <form
      className="flex flex-none items-center gap-2 border-t border-line-2 px-3 py-1.5 text-[12px] text-ink-2"
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      {now ? (
        <>
          <span className="min-w-0 flex-1">
            Kept up to date in <code className="font-mono">{now.place || "the folder itself"}</code>
          </span>
          <Button size="tiny" onClick={() => void onDo({ keep: { form, stop: true } })}>
            Stop
          </Button>
        </>
      ) : (
        <>
          <label className="flex min-w-0 flex-1 items-center gap-1.5">
            Keep in
            <Input
              value={place}
              onChange={(e) => setPlace(e.target.value)}
              maxLength={400}
              aria-invalid={refused}
              className="min-w-0 flex-1 px-1 py-[2px] font-mono"
            />
          </label>
          <Button size="tiny" type="submit">
            Keep up to date
          </Button>
        </>
      )}
    </form>
  );
}
