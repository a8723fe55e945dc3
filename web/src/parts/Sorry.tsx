import type { ReactNode } from "react";
import { Button } from "./Button";
import { Link } from "react-router";
import { Mark } from "./Mark";

interface Props {
  title?: string;
  why: string;
  again?: () => void;
  children?: ReactNode;
}

/** A screen that could not be shown, why, and the way on. */
export function Sorry({ title = "This could not be loaded", why, again, children }: Props) {
  return (
    <main className="grid h-full place-items-center p-6">
      <div className="max-w-md rounded-md border border-line bg-sheet p-6">
        <Mark />
        <h1 className="mt-3 text-[17px] font-semibold">{title}</h1>
        <p role="alert" className="mt-1 text-ink-2">
          {why}
        </p>
        {children}
        <div className="mt-4 flex gap-2">
          <Button asChild>
            <Link to="/">To the shelf</Link>
          </Button>
          {again && <Button onClick={again}>Try again</Button>}
        </div>
      </div>
    </main>
  );
}
