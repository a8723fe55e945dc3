import type { ReactNode } from "react";
import type { Effect, KitView } from "../api/client";
import { SketchDrawing } from "./SketchDrawing";

interface Props {
  view: KitView;
  trying: boolean;
  /** Why what was typed cannot be; empty when it can. */
  refused: string;
  effects: Effect[] | undefined;
  /** What can be chosen about the change. */
  children?: ReactNode;
  /** What can be chosen about it for one page. */
  choice?: (effect: Effect) => ReactNode;
}

/** How many lines of a kind are told one by one. */
const most = 5;

/** What a change that is not accepted yet does to each page that uses the kit. */
export function Effects({ view, trying, refused, effects, children, choice }: Props) {
  if (!trying) {
    return (
      <div className="p-4">
        <h2 className="text-[14px] font-semibold">{view.fixed ? "Read, not changed" : "Change a number"}</h2>
        <p className="mt-1 text-ink-2">
          {view.fixed
            ? "The numbers are those of the stylesheet; names are yours. Choose or drop its newer files: what they do"
            : "Type into a cell. What that does"}{" "}
          to {view.users.length === 1 ? "the page" : "the pages"} is shown here before you accept it.
        </p>
      </div>
    );
  }
  return (
    <div className="p-4">
      <h2 className="text-[14px] font-semibold">Before you accept</h2>
      {children}
      {refused && <p className="mt-1 text-madder-deep">{refused}</p>}
      {!refused && effects?.length === 0 && <p className="mt-1 text-ink-2">No page uses this kit.</p>}
      {!refused && effects?.map((e) => <PageEffect key={e.page.id} effect={e} choice={choice?.(e)} />)}
    </div>
  );
}

function PageEffect({ effect, choice }: { effect: Effect; choice: ReactNode }) {
  const { at: lane, before, after } = effect;
  const few = effect.moved <= effect.all / 2; // marks on all of them say nothing
  return (
    <section aria-label={effect.page.name} className="mt-3 border-t border-line-2 pt-3 first-of-type:border-t-0">
      <h3 className="font-semibold">
        {effect.page.name} <span className="font-normal text-ink-2">at {lane}</span>
      </h3>
      <div className="mt-1.5 grid grid-cols-2 gap-2">
        {(
          [
            ["Before", before],
            ["After", after],
          ] as const
        ).map(
          ([name, drawn]) =>
            drawn && (
              <figure key={name}>
                <figcaption className="text-[12px] text-ink-2">{name}</figcaption>
                <div className="overflow-hidden rounded-sm border border-line bg-raised">
                  <SketchDrawing
                    sketch={drawn}
                    marked={name === "After" && few}
                    title={`${effect.page.name} at ${lane}, ${name.toLowerCase()}`}
                  />
                </div>
              </figure>
            ),
        )}
      </div>
      <p className="mt-1.5">
        {effect.moved === 0
          ? "Nothing moves."
          : `${effect.moved} of ${effect.all} columns ${effect.moved === 1 ? "changes" : "change"}.`}{" "}
        {effect.breaks.length === 0 && "Every row keeps its lines."}
      </p>
      <Listed all={effect.breaks} />
      <Listed all={effect.worse} className="text-weld" />
      <Listed all={effect.notes.map((n) => `${n.name}${n.breakpoint ? ` at ${n.breakpoint}` : ""}: ${n.text}`)} />
      {choice}
    </section>
  );
}

function Listed({ all, className = "" }: { all: string[]; className?: string }) {
  if (all.length === 0) return null;
  return (
    <ul className={`mt-1 text-[12px] ${className}`}>
      {all.slice(0, most).map((text) => (
        <li key={text}>{text}</li>
      ))}
      {all.length > most && <li className="text-ink-2">and {all.length - most} more</li>}
    </ul>
  );
}
