import { memo, useId } from "react";
import type { Box, Lane, Shift } from "../api/client";
import { marks, type Told } from "./findings";
import type { Tree } from "./tree";

interface Props {
  lane: Lane;
  nodes: Tree;
  /** The drawing's width on screen, in px. */
  width: number;
  /** The nodes with findings, which are marked. */
  told?: ReadonlyMap<string, Told>;
  /** It is drawn over the page itself, thin. */
  over?: boolean;
  /** Over the page: the grid's units are drawn as well. */
  units?: boolean;
  /** Names and widths are written into the columns. */
  labelled?: boolean;
  /** Hidden columns are marked where they would come in. */
  ghosts?: boolean;
  selected?: string | null;
  /** What is other about columns than in a drawing beside it, by their ids. */
  shifts?: Map<string, Shift["what"]>;
  onSelect?: (node: string, breakpoint: string) => void;
  /** At least so high on screen, in px. */
  tall?: number;
  /** Where it is scrolled into view: how far it is scrolled at least, and how high
   *  what is seen of it is, in px on screen. All of it is drawn when there is no
   *  room said. */
  top?: number;
  room?: number;
  /** What the drawing shows, for a reader who does not see it; empty where words
   *  beside it say so. */
  title: string;
}

/** A page at one breakpoint, drawn to scale from the plan. */
export const LaneDrawing = memo(function LaneDrawing({
  lane,
  nodes,
  width,
  told,
  over = false,
  units = false,
  labelled = false,
  ghosts = false,
  selected,
  shifts,
  onSelect,
  tall = 40,
  top = 0,
  room,
  title,
}: Props) {
  const bare = useId();
  const scale = width / lane.width;
  const px = (screen: number) => screen / scale;
  const height = Math.max(lane.height, px(tall));
  const [from, to] = room === undefined ? [0, height] : [px(top - 300), px(top + room + 500)];
  const inSight = (r: { y: number; height: number }) => r.y <= to && r.y + r.height >= from;
  const boxes = lane.boxes.filter((b) => b.shown && inSight(b));
  // A row that begins where its column does would stand on the column's name.
  const tops = new Map(boxes.map((b) => [b.id, b.y]));
  const covered = new Set(
    labelled
      ? boxes.flatMap((b) => {
          const above = nodes.get(b.id)?.parent;
          return b.kind === "row" && above && b.y - (tops.get(above) ?? 0) < px(15) ? [above] : [];
        })
      : [],
  );
  return (
    <svg
      role={title ? "img" : undefined}
      aria-label={title || undefined}
      aria-hidden={title ? undefined : true}
      width={width}
      height={height * scale}
      className="relative block"
    >
      {lane.bare.length > 0 && (
        <pattern id={bare} width={px(5)} height={px(5)} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width={px(1.6)} height={px(5)} className="fill-bare" />
        </pattern>
      )}
      {/* By this and not by a view box, which would have all of it laid out anew when the page grows. */}
      <g transform={`scale(${scale})`}>
        <path
          d={lane.units.map((u) => `M${u.x} 0h${u.width}v${height}h${-u.width}z`).join("")}
          className={over ? (units ? "fill-woad/15" : "fill-none") : "fill-thread"}
        />
        {lane.bare.filter(inSight).map((b, i) => (
          <rect key={i} {...b} fill={`url(#${bare})`} />
        ))}
        {boxes.map((box) => {
          const node = nodes.get(box.id);
          return box.kind === "block" ? (
            !over && (
              <Hint
                key={box.id}
                box={box}
                scale={scale}
                marked={selected != null && node?.parent === selected}
                titled={labelled && node?.index === 0}
              />
            )
          ) : (
            <Outline
              key={box.id}
              box={box.kind === "container" ? cut(box, from, to) : box}
              scale={scale}
              marked={box.id === selected}
              over={over}
              lane={lane.breakpoint}
              onSelect={onSelect}
            />
          );
        })}
        {lane.nudged.filter(inSight).map((n, i) => (
          <rect
            key={i}
            {...inset(n, px(0.5))}
            rx={px(2.5)}
            fill="none"
            strokeWidth={px(1)}
            strokeDasharray={`${px(1)} ${px(3)}`}
            className="stroke-ink-2"
          />
        ))}
        {boxes.map((box) => hasMarks(box) && <Marks key={box.id} box={box} px={px} labelled={labelled} />)}
        {lane.empty.filter(inSight).map((s, i) => (
          <Thread key={i} run={s} px={px} />
        ))}
        {ghosts &&
          lane.ghosts.filter(inSight).map((g) => (
            <g
              key={g.id}
              data-ghost={g.id}
              onClick={onSelect && (() => onSelect(g.id, lane.breakpoint))}
              className={onSelect && "cursor-pointer"}
            >
              <title>{`${nodes.get(g.id)?.name ?? g.id}, hidden`}</title>
              <rect
                x={g.x - px(3)}
                y={g.y}
                width={px(6)}
                height={Math.max(g.height, px(14))}
                rx={px(3)}
                strokeWidth={px(1.2)}
                strokeDasharray={`${px(1.5)} ${px(2)}`}
                className={`fill-raised ${g.id === selected ? "stroke-madder" : "stroke-ink-2"}`}
              />
            </g>
          ))}
        {lane.breaks
          .filter((b) => b.y >= from && b.y <= to)
          .map((b, i) => (
            <path
              key={i}
              d={`M${b.x - px(2)} ${b.y - px(5)}v${px(8)}h${px(6)}`}
              fill="none"
              strokeWidth={px(1.5)}
              className="stroke-ink-2"
            >
              <title>{b.reason}</title>
            </path>
          ))}
        {boxes.map(
          (box) =>
            box.needs > 0 && (
              <g key={box.id} data-burst={box.id}>
                <title>{`Its content is ${box.needs} px wide and does not fit`}</title>
                <path
                  d={`M${box.x + box.width} ${box.y}V${box.y + box.height}m${px(2)} ${-box.height / 2 - px(3)}l${px(4)} ${px(3)}l${px(-4)} ${px(3)}`}
                  fill="none"
                  strokeWidth={px(2)}
                  className="stroke-madder"
                />
                {labelled && (
                  <text
                    x={box.x + box.width - px(4)}
                    y={box.y + box.height - px(4)}
                    textAnchor="end"
                    fontSize={px(12)}
                    className="fill-madder-deep font-mono"
                  >
                    {Math.ceil(box.needs)} px
                  </text>
                )}
              </g>
            ),
        )}
        {told &&
          boxes.map((box) => {
            const at = told.get(box.id);
            const finding = at?.get(lane.breakpoint) ?? at?.get("");
            return (
              finding && (
                <text
                  key={box.id}
                  x={box.x + box.width - px(3)}
                  y={box.y + box.height - px(4)}
                  textAnchor="end"
                  fontSize={px(12)}
                  data-finding={box.id}
                  className={marks[finding.severity].fill}
                >
                  <title>{finding.text}</title>
                  {marks[finding.severity].sign}
                </text>
              )
            );
          })}
        {shifts &&
          boxes.map((box) => {
            const what = box.kind === "column" && shifts.get(box.id);
            return what && <Shifted key={box.id} box={box} what={what} px={px} />;
          })}
        {labelled &&
          boxes.map((box) => {
            const marked = box.id === selected;
            if (box.kind !== "column" || box.width * scale < 26) return null;
            if (over) {
              return marked && <Tag key={box.id} box={box} name={nodes.get(box.id)?.name ?? ""} scale={scale} />;
            }
            if (covered.has(box.id)) return null;
            return (
              <g
                key={box.id}
                className={`pointer-events-none ${marked ? "fill-madder-deep" : "fill-woad-deep"}`}
                fontSize={px(12)}
              >
                <text x={box.x + px(6)} y={box.y + px(13)} className="font-sans font-semibold">
                  {fit(
                    nodes.get(box.id)?.name ?? "",
                    box.width * scale - (widthSign(box) ? 22 : 12) - (box.order ? 16 : 0),
                  )}
                </text>
                <text x={box.x + box.width - px(6)} y={box.y + px(13)} textAnchor="end" className="font-mono">
                  {widthSign(box)}
                </text>
              </g>
            );
          })}
      </g>
    </svg>
  );
});

/** The sign of each change of a column. */
export const shiftSigns: Record<Shift["what"], string> = {
  new: "+",
  shown: "+",
  gone: "−",
  hidden: "−",
  wider: "↔",
  narrower: "↔",
  moved: "→",
  padded: "↔",
};

/** A column that changed: a frame, and the change's sign in its corner. */
function Shifted({ box, what, px }: { box: Box; what: Shift["what"]; px: (screen: number) => number }) {
  const [right, bottom] = [box.x + box.width, box.y + box.height];
  return (
    <g data-shift={what} className="pointer-events-none">
      <rect {...inset(box, px(1))} fill="none" strokeWidth={px(2)} className="stroke-madder" />
      <rect x={right - px(17)} y={bottom - px(17)} width={px(17)} height={px(17)} className="fill-madder-strong" />
      <text
        x={right - px(8.5)}
        y={bottom - px(4.5)}
        fontSize={px(12)}
        textAnchor="middle"
        className="fill-on-dye font-mono font-semibold"
      >
        {shiftSigns[what]}
      </text>
    </g>
  );
}

/** The name and the width of the selected column, over the page: above its box where there is room. */
function Tag({ box, name, scale }: { box: Box; name: string; scale: number }) {
  const px = (screen: number) => screen / scale;
  const text = `${fit(name, Math.max(box.width * scale - 30, 40))} ${widthSign(box)}`.trim();
  const y = box.y >= px(16) ? box.y - px(16) : box.y;
  return (
    <g className="pointer-events-none">
      <rect x={box.x} y={y} width={px(text.length * 7.2 + 10)} height={px(16)} className="fill-madder-strong" />
      <text
        x={box.x + px(5)}
        y={y + px(12)}
        fontSize={px(12)}
        className="fill-on-dye font-mono"
        textLength={px(text.length * 7.2)}
        lengthAdjust="spacingAndGlyphs"
      >
        {text}
      </text>
    </g>
  );
}

/** A column's width in one sign, as the sheet notes it. */
function widthSign(box: Box): string {
  if (box.span === "share") return "=";
  if (box.span === "natural") return "~";
  if (box.span === "per line") return "";
  return String(box.units);
}

/** Units a column keeps free: a dashed thread, ended by a bar where the column
 *  does not stand. */
function Thread({ run, px }: { run: Lane["empty"][number]; px: (screen: number) => number }) {
  const y = run.y + Math.min(run.height / 2, px(90));
  const end = run.trail ? run.x + run.width : run.x;
  return (
    <g className="stroke-weld-line pointer-events-none" strokeWidth={px(1.5)}>
      <line x1={run.x + px(1)} x2={run.x + run.width - px(1)} y1={y} y2={y} strokeDasharray={`${px(4)} ${px(3)}`} />
      <line x1={end} x2={end} y1={y - px(4)} y2={y + px(4)} />
    </g>
  );
}

/** Whether there is something about a column that its box does not show. */
function hasMarks(box: Box): boolean {
  return box.shown && (box.span === "share" || box.order !== "" || box.align !== "" || box.off);
}

/** What a column's box does not show by itself: sides that give for a share, an
 *  arrow for a nudge, a flag for another order, a bar where it aligns, a cross
 *  where it is off the grid. */
function Marks({ box, px, labelled }: { box: Box; px: (screen: number) => number; labelled: boolean }) {
  const right = box.x + box.width;
  const bottom = box.y + box.height;
  const middle = box.x + box.width / 2;
  const at = { top: box.y, middle: box.y + box.height / 2, bottom: bottom, stretch: box.y, "": 0 }[box.align];
  return (
    <g className="pointer-events-none" strokeWidth={px(1)} fill="none">
      {box.span === "share" && (
        <path
          d={`M${box.x + px(3)} ${box.y + px(3)}V${bottom - px(3)}M${right - px(3)} ${box.y + px(3)}V${bottom - px(3)}`}
          className="stroke-woad-line"
        />
      )}
      {box.order !== "" && (
        <>
          <path
            d={`M${right - px(labelled ? 32 : 9)} ${box.y + px(3)}h${px(labelled ? 14 : 6)}v${px(9)}l${px(labelled ? -7 : -3)} ${px(-3)}l${px(labelled ? -7 : -3)} ${px(3)}z`}
            className="fill-raised stroke-ink-2"
          />
          {labelled && (
            <text
              x={right - px(25)}
              y={box.y + px(10)}
              fontSize={px(8)}
              textAnchor="middle"
              className="fill-ink font-mono"
            >
              {{ first: "↑", last: "↓" }[box.order] ?? box.order}
            </text>
          )}
        </>
      )}
      {box.align !== "" && (
        <path
          d={
            box.align === "stretch"
              ? `M${middle} ${box.y + px(2)}V${bottom - px(2)}`
              : `M${middle - px(8)} ${at}h${px(16)}`
          }
          strokeWidth={px(3)}
          className="stroke-ink-2"
        />
      )}
      {box.off && (
        <path
          d={`M${right - px(8)} ${bottom - px(8)}l${px(5)} ${px(5)}m0 ${px(-5)}l${px(-5)} ${px(5)}`}
          strokeWidth={px(1.5)}
          className="stroke-madder"
        />
      )}
    </g>
  );
}

interface OutlineProps {
  box: Box;
  scale: number;
  marked: boolean;
  over: boolean;
  lane: string;
  onSelect: Props["onSelect"];
}

/** A container, dashed; a row, drawn when it is selected; or a column. Boxes that
 *  an edit left alone are not drawn again. */
const Outline = memo(function Outline({ box, scale, marked, over, lane, onSelect }: OutlineProps) {
  const px = (screen: number) => screen / scale;
  switch (box.kind) {
    case "section":
      return marked && <rect {...inset(box, px(1))} fill="none" strokeWidth={px(1.5)} className="stroke-madder" />;
    case "element":
      return (
        <rect
          {...inset(box, px(0.5))}
          strokeWidth={px(marked ? 1.5 : 1)}
          strokeDasharray={`${px(1)} ${px(2)}`}
          onClick={onSelect && (() => onSelect(box.id, lane))}
          className={`${marked ? "stroke-madder" : over ? "stroke-transparent" : "stroke-control"} ${over ? "fill-transparent hover:stroke-control" : marked ? "fill-madder-soft" : "fill-raised/50"} ${onSelect ? "cursor-pointer" : ""}`}
        />
      );
    case "container":
      return (
        <rect
          {...inset(box, px(0.5))}
          fill="none"
          strokeWidth={px(1)}
          strokeDasharray={`${px(2)} ${px(3)}`}
          className={marked ? "stroke-madder" : "stroke-control"}
        />
      );
    case "row":
      return (
        <>
          {marked && <rect {...inset(box, px(-1.5))} fill="none" strokeWidth={px(1.5)} className="stroke-madder" />}
          {box.perLine > 0 && (
            <path
              d={`M${box.x} ${box.y - px(2)}v${px(-3)}h${box.width}v${px(3)}`}
              fill="none"
              strokeWidth={px(1)}
              className="stroke-ink-2"
            />
          )}
        </>
      );
  }
  const column = (
    <rect
      {...inset(box, px(0.5))}
      rx={px(box.span === "natural" ? 9 : 2.5)}
      strokeWidth={px(marked ? 1.6 : 1)}
      strokeDasharray={box.guessed ? `${px(1)} ${px(2)}` : undefined}
      data-column={box.id}
      onClick={onSelect && (() => onSelect(box.id, lane))}
      className={`${marked ? "stroke-madder" : over ? "stroke-woad-line/30 hover:stroke-woad" : "stroke-woad-line"} ${over ? "fill-transparent" : marked ? "fill-madder-soft" : "fill-woad-soft"} ${onSelect ? "cursor-pointer" : ""}`}
    />
  );
  if (box.left + box.right === 0) return column;
  return (
    <>
      <rect
        x={box.x - box.left}
        y={box.y}
        width={box.left + box.width + box.right}
        height={box.height}
        strokeWidth={px(0.5)}
        className={over ? "fill-transparent stroke-control/30" : "fill-raised stroke-control"}
      />
      {column}
    </>
  );
});

interface HintProps {
  box: Box;
  scale: number;
  marked: boolean;
  /** A column's name stands over its first block. */
  titled: boolean;
}

/** What a block holds, in outline: bars for words, dots for a list, a frame with
 *  a horizon for a picture. */
const Hint = memo(function Hint({ box, scale, marked, titled }: HintProps) {
  const px = (screen: number) => screen / scale;
  const kind = box.hint;
  const fill = marked ? "fill-madder-hint" : "fill-woad-hint";
  const stroke = marked ? "stroke-madder-hint" : "stroke-woad-hint";
  const pad = Math.min(px(7), box.width / 6);
  const x = box.x + pad;
  const width = Math.max(box.width - 2 * pad, 0);
  const top = titled ? px(19) : px(5);
  if (box.height - top < px(3) || width <= 0) return null;
  if (kind === "picture") {
    const y = box.y + top;
    const height = box.height - top - px(3);
    return (
      <g className="pointer-events-none" strokeWidth={px(1)}>
        <rect x={x} y={y} width={width} height={height} rx={px(1.5)} className={fill} fillOpacity={0.55} />
        <path
          d={`M${x} ${y + height * 0.75}l${width * 0.3} ${-height * 0.35} ${width * 0.2} ${height * 0.2} ${width * 0.25} ${-height * 0.28} ${width * 0.25} ${height * 0.43}`}
          fill="none"
          className={marked ? "stroke-madder" : "stroke-woad-line"}
        />
      </g>
    );
  }
  if (kind === "heading") {
    const height = Math.min(px(5), box.height / 3);
    return titled ? null : (
      <rect
        x={x}
        y={box.y + box.height / 2 - height / 2}
        width={width * 0.6}
        height={height}
        rx={height / 2}
        className={`${fill} pointer-events-none`}
      />
    );
  }
  // Words are one path, and dots another: a lane has many, and each element costs.
  const step = Math.max(24, px(7));
  const indent = kind === "list" ? px(8) : 0;
  let bars = "";
  let dots = "";
  for (let y = box.y + Math.max(top, step / 2), i = 0; y < box.y + box.height - px(2) && i < 40; y += step, i++) {
    const share = [1, 0.92, 0.97, 0.86, 0.94, 0.7][i % 6]! * (indent > 0 ? 0.7 : 1);
    bars += `M${x + indent} ${y}H${x + Math.max(indent, width * share)}`;
    if (indent > 0) dots += `M${x + px(2)} ${y}h0`;
  }
  return (
    <>
      <path d={bars} strokeWidth={px(3)} strokeLinecap="round" className={`${stroke} pointer-events-none`} />
      {dots && (
        <path d={dots} strokeWidth={px(3.2)} strokeLinecap="round" className={`${stroke} pointer-events-none`} />
      )}
    </>
  );
});

/** A box without what is far out of sight: dashes are dear. */
function cut(box: Box, from: number, to: number): Box {
  const y = Math.max(box.y, from);
  return { ...box, y, height: Math.min(box.y + box.height, to) - y };
}

function inset(box: { x: number; y: number; width: number; height: number }, by: number) {
  return {
    x: box.x + by,
    y: box.y + by,
    width: Math.max(0, box.width - 2 * by),
    height: Math.max(0, box.height - 2 * by),
  };
}

/** Cuts a name to about so many px at 11 px. */
function fit(name: string, room: number): string {
  const letters = Math.max(0, Math.floor(room / 6));
  return name.length <= letters ? name : letters < 3 ? "" : name.slice(0, letters - 1).trimEnd() + "…";
}
