/** The breakpoints of Plain Twelve, from the narrowest to the widest. */
const breakpoints = ["base", "mid", "wide", "full"];

/** Writes a class: what is in [] is left out where its placeholder is nothing. */
function write(template, n, at, bp) {
  const put = (text) =>
    text.replace("{n}", n.replace("-", "m")).replace("{at}", at).replace("{bp}", bp);
  return put(
    template.replace(/\[([^\]]*)\]/g, (_, part) =>
      (part.includes("{at}") && at === "") || (part.includes("{bp}") && bp === "") ? "" : part,
    ),
  );
}

const words =
  (template) =>
  (value, bp) =>
    write(template, String(value), "", bp);

const columns =
  (template) =>
  (value, bp) =>
    typeof value === "number" ? write(template, String(value), "", bp) : write(template, String(value[0]), String(value[1]), bp);

const lines = { lead: "kr-lead[-{bp}]", run: "kr-run[-{bp}]", turn: "kr-turn[-{bp}]", under: "kr-under[-{bp}]" };
const widths = { full: "kr-full[-{bp}]", share: "kr-share[-{bp}]", natural: "kr-natural[-{bp}]" };

const part = (value, bp) => write("kr-part-{n}[-{bp}]", value.replace("/", "-").replace("%", "-100"), "", bp);

const ofSpace = {
  before: words("kr-before-{n}[-{bp}]"),
  after: words("kr-after-{n}[-{bp}]"),
};

const ofRow = {
  divides: words("kr-of-{n}[-{bp}]"),
  per: words("kr-per-{n}[-{bp}]"),
  gapX: words("kr-gap-x-{n}[-{bp}]"),
  gapY: words("kr-gap-y-{n}[-{bp}]"),
  ...ofSpace,
  align: words("kr-align-{n}[-{bp}]"),
  spread: words("kr-spread-{n}[-{bp}]"),
};

const ofCell = {
  shown: (value, bp) => write(value ? "kr-back[-{bp}]" : "kr-gone[-{bp}]", "", "", bp),
  order: words("kr-place-{n}[-{bp}]"),
  skip: columns("kr-skip-{n}[-{bp}]"),
  width: (value, bp) => {
    if (typeof value !== "string") return columns("kr-take-{n}[-{bp}]")(value, bp);
    return value in widths ? write(widths[value], "", "", bp) : part(value, bp);
  },
  trail: columns("kr-trail-{n}[-{bp}]"),
  nudge: columns("kr-nudge-{n}[-{bp}]"),
  align: words("kr-self-{n}[-{bp}]"),
  line: (value, bp) => write(lines[value], "", "", bp),
};

/** The classes of a component: its own, then what is set, from the narrowest
 *  breakpoint to the widest. */
function classes(own, writers, set, more) {
  const all = own ? [own] : [];
  breakpoints.forEach((bp, i) => {
    for (const [name, writer] of Object.entries(writers)) {
      const value = set[name];
      const perBreakpoint = typeof value === "object" && value !== null && !Array.isArray(value);
      const here = perBreakpoint ? value[bp] : i === 0 ? value : undefined;
      if (here !== undefined) all.push(writer(here, i === 0 ? "" : bp));
    }
  });
  if (more) all.push(more);
  return all.join(" ");
}

const kinds = {
  fixed: "kr-frame",
  fluid: "kr-frame-open",
  capped: "kr-frame-cap",
  "fluid below mid": "kr-frame-open-mid",
  "fluid below wide": "kr-frame-open-wide",
  "fluid below full": "kr-frame-open-full",
};

/** A container. */
export function Frame({ as, kind = "fixed", before, after, className, ...rest }) {
  const Tag = as ?? "div";
  const all = classes(kinds[kind] ?? "", ofSpace, { before, after });
  return <Tag {...rest} className={classes(all, {}, {}, className)} />;
}

/** A row, whose children are cells. */
export function Row({ as, className, told, per, divides, gapX, gapY, before, after, align, spread, ...rest }) {
  const Tag = as ?? "div";
  const set = { per, divides, gapX, gapY, before, after, align, spread };
  const own = told ? "kr-row kr-told" : "kr-row";
  return <Tag {...rest} className={classes(own, ofRow, set, className)} />;
}

/** A column. */
export function Cell({ as, className, width, skip, trail, nudge, order, shown, align, line, ...rest }) {
  const Tag = as ?? "div";
  const set = { width, skip, trail, nudge, order, shown, align, line };
  const own = "kr-cell";
  return <Tag {...rest} className={classes(own, ofCell, set, className)} />;
}
