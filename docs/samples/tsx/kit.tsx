import type { ComponentPropsWithoutRef, ElementType } from "react";

/** The breakpoints of Plain Twelve, from the narrowest to the widest. */
const breakpoints = ["base", "mid", "wide", "full"] as const;
export type Breakpoint = (typeof breakpoints)[number];

/** One value at every width, or one from each breakpoint on. */
export type At<T> = T | Partial<Record<Breakpoint, T>>;

/** So many columns; where columns are uneven, also the one it begins at. */
export type Columns = number | readonly [columns: number, at: number];

/** Writes a class: what is in [] is left out where its placeholder is nothing. */
function write(template: string, n: string, at: string, bp: string): string {
  const put = (text: string) =>
    text.replace("{n}", n.replace("-", "m")).replace("{at}", at).replace("{bp}", bp);
  return put(
    template.replace(/\[([^\]]*)\]/g, (_, part: string) =>
      (part.includes("{at}") && at === "") || (part.includes("{bp}") && bp === "") ? "" : part,
    ),
  );
}

/** How a property's value at a breakpoint is written as a class. */
type Writer = (value: never, bp: string) => string;

const words =
  (template: string): Writer =>
  (value: string | number, bp) =>
    write(template, String(value), "", bp);

const columns =
  (template: string): Writer =>
  (value: Columns, bp) =>
    typeof value === "number" ? write(template, String(value), "", bp) : write(template, String(value[0]), String(value[1]), bp);

const lines = { lead: "kr-lead[-{bp}]", run: "kr-run[-{bp}]", turn: "kr-turn[-{bp}]", under: "kr-under[-{bp}]" };
const widths = { full: "kr-full[-{bp}]", share: "kr-share[-{bp}]", natural: "kr-natural[-{bp}]" };

/** A part of the row: 1/3 or 30%. */
export type Part = `${number}/${number}` | `${number}%`;

const part = (value: Part, bp: string) => write("kr-part-{n}[-{bp}]", value.replace("/", "-").replace("%", "-100"), "", bp);

const ofSpace: Record<string, Writer> = {
  before: words("kr-before-{n}[-{bp}]"),
  after: words("kr-after-{n}[-{bp}]"),
};

const ofRow: Record<string, Writer> = {
  divides: words("kr-of-{n}[-{bp}]"),
  per: words("kr-per-{n}[-{bp}]"),
  gapX: words("kr-gap-x-{n}[-{bp}]"),
  gapY: words("kr-gap-y-{n}[-{bp}]"),
  ...ofSpace,
  align: words("kr-align-{n}[-{bp}]"),
  spread: words("kr-spread-{n}[-{bp}]"),
};

const ofCell: Record<string, Writer> = {
  shown: (value: boolean, bp) => write(value ? "kr-back[-{bp}]" : "kr-gone[-{bp}]", "", "", bp),
  order: words("kr-place-{n}[-{bp}]"),
  skip: columns("kr-skip-{n}[-{bp}]"),
  width: (value: Columns | Part | keyof typeof widths, bp) => {
    if (typeof value !== "string") return columns("kr-take-{n}[-{bp}]")(value as never, bp);
    return value in widths ? write(widths[value as keyof typeof widths], "", "", bp) : part(value as Part, bp);
  },
  trail: columns("kr-trail-{n}[-{bp}]"),
  nudge: columns("kr-nudge-{n}[-{bp}]"),
  align: words("kr-self-{n}[-{bp}]"),
  line: (value: keyof typeof lines, bp) => write(lines[value], "", "", bp),
};

/** The classes of a component: its own, then what is set, from the narrowest
 *  breakpoint to the widest. */
function classes(own: string, writers: Record<string, Writer>, set: Record<string, unknown>, more?: string): string {
  const all = own ? [own] : [];
  breakpoints.forEach((bp, i) => {
    for (const [name, writer] of Object.entries(writers)) {
      const value = set[name];
      const perBreakpoint = typeof value === "object" && value !== null && !Array.isArray(value);
      const here = perBreakpoint ? (value as Record<string, unknown>)[bp] : i === 0 ? value : undefined;
      if (here !== undefined) all.push(writer(here as never, i === 0 ? "" : bp));
    }
  });
  if (more) all.push(more);
  return all.join(" ");
}

/** Which element it is, and what that takes. */
type As<E extends ElementType, Own> = { as?: E } & Own & Omit<ComponentPropsWithoutRef<E>, keyof Own | "as">;

interface Space {
  /** Space before and after its content, in px or as between the kit's lines. */
  before?: At<number | "kit">;
  after?: At<number | "kit">;
}

interface FrameOwn extends Space {
  /** How wide it grows; fixed unless told otherwise. */
  kind?: "fixed" | "fluid" | "capped" | "fluid below mid" | "fluid below wide" | "fluid below full";
}

const kinds: Record<string, string> = {
  fixed: "kr-frame",
  fluid: "kr-frame-open",
  capped: "kr-frame-cap",
  "fluid below mid": "kr-frame-open-mid",
  "fluid below wide": "kr-frame-open-wide",
  "fluid below full": "kr-frame-open-full",
};

/** A container. */
export function Frame<E extends ElementType = "div">({ as, kind = "fixed", before, after, className, ...rest }: As<E, FrameOwn>) {
  const Tag: ElementType = as ?? "div";
  const all = classes(kinds[kind] ?? "", ofSpace, { before, after });
  return <Tag {...rest} className={classes(all, {}, {}, className)} />;
}

interface RowOwn extends Space {
  /** So many equal columns a line. */
  per?: At<number | "off">;
  /** So many columns that it divides into. */
  divides?: At<number | "kit">;
  /** With floats, so many a line: its columns say themselves where they stand in it. */
  told?: true;
  /** Its own gutters, in px. */
  gapX?: At<number | "kit">;
  gapY?: At<number | "kit">;
  align?: At<"top" | "middle" | "bottom" | "stretch">;
  spread?: At<"start" | "centre" | "end" | "between" | "around" | "even">;
}

/** A row, whose children are cells. */
export function Row<E extends ElementType = "div">({ as, className, told, per, divides, gapX, gapY, before, after, align, spread, ...rest }: As<E, RowOwn>) {
  const Tag: ElementType = as ?? "div";
  const set = { per, divides, gapX, gapY, before, after, align, spread };
  const own = told ? "kr-row kr-told" : "kr-row";
  return <Tag {...rest} className={classes(own, ofRow, set, className)} />;
}

interface CellOwn {
  width?: At<Columns | Part | "full" | "share" | "natural">;
  /** Empty columns before and after it. */
  skip?: At<Columns>;
  trail?: At<Columns>;
  /** Columns it is moved by on screen. */
  nudge?: At<Columns>;
  order?: At<number | "first" | "last">;
  shown?: At<boolean>;
  align?: At<"row" | "top" | "middle" | "bottom" | "stretch">;
  /** With floats: where it stands in its row. */
  line?: At<"lead" | "run" | "turn" | "under">;
}

/** A column. */
export function Cell<E extends ElementType = "div">({ as, className, width, skip, trail, nudge, order, shown, align, line, ...rest }: As<E, CellOwn>) {
  const Tag: ElementType = as ?? "div";
  const set = { width, skip, trail, nudge, order, shown, align, line };
  const own = "kr-cell";
  return <Tag {...rest} className={classes(own, ofCell, set, className)} />;
}
