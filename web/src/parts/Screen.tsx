import { ArrowLeft } from "lucide-react";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { Mark } from "./Mark";

interface Props {
  title: ReactNode;
  /** Where the way back to the Bench leads, if there is one. */
  back?: string;
  /** What the bar offers at its end. */
  offers?: ReactNode;
  children: ReactNode;
}

/** A screen under its bar. */
export function Screen({ title, back, offers, children }: Props) {
  return (
    <div className="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[48px_minmax(0,1fr)]">
      <header className="flex items-center gap-3.5 bg-bar px-3.5 text-bar-ink">
        {back ? (
          <Link to={back} className="flex items-center gap-2 rounded-sm font-semibold">
            <Mark />
            <ArrowLeft size={14} aria-hidden="true" />
            Bench
          </Link>
        ) : (
          <Mark />
        )}
        {title}
        <span className="flex-1" />
        {offers}
      </header>
      {children}
    </div>
  );
}
