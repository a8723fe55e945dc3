import { memo, useLayoutEffect, useRef, useState, type PointerEvent, type ReactNode } from "react";
import type { TracedDesign, TracedFrame } from "../api/traced";
import { dye } from "../proof/dyes";
import {
  columnsAt,
  linesOf,
  notation,
  offOf,
  px,
  rounded,
  snap,
  spanOf,
  withInner,
  type Lines,
  type Rect,
} from "./frames";
import { useTracing } from "./view";

interface Props {
  design: TracedDesign;
  /** Frames that were found and are not taken yet. */
  found: readonly TracedFrame[];
  /** All that was found, to whose edges frames snap. */
  edges: readonly Rect[];
  /** The one of them that the keyboard is at. */
  pointed: string | null;
  chosen: string | null;
  /** The page itself, under the picture. */
  page: ReactNode;
  onChoose: (id: string | null) => void;
  onDraw: (rect: Rect) => void;
  onPlace: (id: string, rect: Rect) => void;
  onTake: (ids: string[]) => void;
  onPicture: (to: { x: number; y: number }) => void;
  /** Takes an element of the page that was dropped on a frame. */
  onMatch: (id: string, node: string) => void;
}

/** Which edges of a frame are dragged; none of them where all of it is moved. */
interface Grip {
  left?: boolean;
  right?: boolean;
  top?: boolean;
  bottom?: boolean;
}

interface Drag {
  what: "draw" | "frame" | "picture" | "take";
  id: string;
  grip: Grip;
  from: { x: number; y: number };
  rect: Rect;
  lines: Lines;
  columns: readonly [number, number][];
}

/** The kind of what is dragged: an element of the page, by its id. */
export const carried = "application/x-kitrows-node";

/** How near to a line an edge snaps to it, and how wide the grip of an edge is, in px of the screen. */
const reach = 7;
const grips = 6;
/** The least that is drawn, in px of the screen. */
const least = 6;

/** The picture of a design with the grid and the frames over it. */
export function Stage(props: Props) {
  const { design, found, edges, pointed, chosen, page, onChoose, onDraw, onPlace, onTake, onPicture, onMatch } = props;
  const { fade, shown, grid, colour, strength, moving } = useTracing();
  const box = useRef<HTMLDivElement>(null);
  const drawing = useRef<SVGSVGElement>(null);
  const [room, setRoom] = useState(0);
  const [drag, setDrag] = useState<Drag | null>(null);
  const [now, setNow] = useState<Rect | null>(null);

  useLayoutEffect(() => {
    const watch = new ResizeObserver(([entry]) => entry && setRoom(entry.contentRect.width));
    watch.observe(box.current!);
    return () => watch.disconnect();
  }, []);

  const scale = room > 0 ? Math.min(1, room / design.width) : 0;
  const deep = Math.max(400, design.high + (design.y ?? 0), ...design.frames.map((f) => f.y + f.height + 40));
  const at = (e: PointerEvent): { x: number; y: number } => {
    const r = drawing.current!.getBoundingClientRect();
    return { x: (e.clientX - r.left) / scale, y: (e.clientY - r.top) / scale };
  };

  /** Which frame is under the pointer, the smallest, and which of its edges. */
  function hit(p: { x: number; y: number }): { frame: TracedFrame; grip: Grip } | null {
    const w = grips / scale;
    const on = (f: TracedFrame) =>
      p.x > f.x - w && p.x < f.x + f.width + w && p.y > f.y - w && p.y < f.y + f.height + w;
    const all = design.frames.filter(on).sort((a, b) => a.width * a.height - b.width * b.height);
    const frame = all.find((f) => f.id === chosen) ?? all[0];
    if (!frame) return null;
    const grip: Grip = {};
    if (frame.id === chosen) {
      if (Math.abs(p.x - frame.x) < w) grip.left = true;
      else if (Math.abs(p.x - frame.x - frame.width) < w) grip.right = true;
      if (Math.abs(p.y - frame.y) < w) grip.top = true;
      else if (Math.abs(p.y - frame.y - frame.height) < w) grip.bottom = true;
    }
    return { frame, grip };
  }

  function down(e: PointerEvent) {
    if (e.button !== 0 || scale === 0) return;
    const p = at(e);
    (e.currentTarget as Element).setPointerCapture(e.pointerId);
    const begin = (what: Drag["what"], id: string, grip: Grip, rect: Rect, except: Set<string>) => {
      const columns = columnsAt(design, rect, id);
      setDrag({ what, id, grip, from: p, rect, columns, lines: linesOf(design, columns, edges, except) });
    };
    if (moving) return begin("picture", "", {}, { x: design.x ?? 0, y: design.y ?? 0, width: 0, height: 0 }, new Set());
    const over = e.shiftKey || e.ctrlKey ? null : hit(p);
    if (e.shiftKey && found.length > 0) return begin("take", "", {}, { ...p, width: 0, height: 0 }, new Set());
    if (!over) {
      onChoose(null);
      return begin("draw", "", {}, { ...p, width: 0, height: 0 }, new Set());
    }
    onChoose(over.frame.id);
    begin("frame", over.frame.id, over.grip, over.frame, withInner(design.frames, over.frame.id));
  }

  function dragged(d: Drag, p: { x: number; y: number }, free: boolean): Rect {
    const by = free ? 0 : reach / scale;
    const [dx, dy] = [p.x - d.from.x, p.y - d.from.y];
    if (d.what === "picture") return { ...d.rect, x: Math.round(d.rect.x + dx), y: Math.round(d.rect.y + dy) };
    const r = { ...d.rect };
    if (d.what === "draw" || d.what === "take") {
      const within = columnsAt(design, { x: Math.min(p.x, d.from.x), y: Math.min(p.y, d.from.y), width: 1, height: 1 });
      const lines = d.what === "draw" ? linesOf(design, within, edges, new Set()) : d.lines;
      const left = snap(Math.min(p.x, d.from.x), lines.lefts, by);
      const top = snap(Math.min(p.y, d.from.y), lines.downs, by);
      return {
        x: left,
        y: top,
        width: Math.max(1, snap(Math.max(p.x, d.from.x), lines.rights, by) - left),
        height: Math.max(1, snap(Math.max(p.y, d.from.y), lines.downs, by) - top),
      };
    }
    const { left, right, top, bottom } = d.grip;
    if (!left && !right && !top && !bottom) {
      r.x = snap(d.rect.x + dx, d.lines.lefts, by);
      r.y = snap(d.rect.y + dy, d.lines.downs, by);
      return r;
    }
    if (left) {
      r.x = Math.min(snap(d.rect.x + dx, d.lines.lefts, by), d.rect.x + d.rect.width - 1);
      r.width = d.rect.x + d.rect.width - r.x;
    }
    if (right) r.width = Math.max(1, snap(d.rect.x + d.rect.width + dx, d.lines.rights, by) - r.x);
    if (top) {
      r.y = Math.min(snap(d.rect.y + dy, d.lines.downs, by), d.rect.y + d.rect.height - 1);
      r.height = d.rect.y + d.rect.height - r.y;
    }
    if (bottom) r.height = Math.max(1, snap(d.rect.y + d.rect.height + dy, d.lines.downs, by) - r.y);
    return r;
  }

  function move(e: PointerEvent) {
    const p = at(e);
    if (drag) {
      setNow(dragged(drag, p, e.altKey));
      return;
    }
    const over = hit(p);
    const g = over?.grip ?? {};
    const across = g.left ?? g.right;
    const along = g.top ?? g.bottom;
    const corner = (g.left && g.top) || (g.right && g.bottom) ? "nwse-resize" : "nesw-resize";
    drawing.current!.style.cursor = moving
      ? "move"
      : across && along
        ? corner
        : across
          ? "ew-resize"
          : along
            ? "ns-resize"
            : over?.frame.id === chosen
              ? "move"
              : "crosshair";
  }

  function up() {
    const r = now && rounded(now);
    if (drag && r) {
      const moved = Math.hypot(r.width * scale, r.height * scale) >= least;
      if (drag.what === "picture") onPicture({ x: r.x, y: r.y });
      else if (drag.what === "draw" && moved) onDraw(r);
      else if (drag.what === "frame") onPlace(drag.id, r);
      else if (drag.what === "take") {
        onTake(
          found
            .filter((f) => f.x + f.width > r.x && f.x < r.x + r.width && f.y + f.height > r.y && f.y < r.y + r.height)
            .map((f) => f.id),
        );
      }
    }
    setDrag(null);
    setNow(null);
  }

  const live = drag && now && (drag.what === "draw" || drag.what === "frame") ? now : null;
  const picture = drag?.what === "picture" && now ? now : { x: design.x ?? 0, y: design.y ?? 0 };
  const lines = grid !== "off" && (
    <Columns columns={design.columns as [number, number][]} high={deep} colour={dye[colour]} strength={strength} />
  );
  return (
    // It scrolls, so the keyboard must reach it.
    <div
      ref={box}
      role="region"
      aria-label={`Design at ${design.breakpoint}`}
      // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
      tabIndex={0}
      className="min-h-0 overflow-x-hidden overflow-y-auto bg-sheet [scrollbar-width:thin]"
    >
      {scale > 0 && (
        <div className="relative" style={{ width: design.width * scale, height: deep * scale }}>
          {shown > 0 && (
            <div className="absolute inset-0 overflow-hidden" style={{ opacity: shown }}>
              {page}
            </div>
          )}
          {grid === "under" && (
            <Layer width={design.width} high={deep}>
              {lines}
            </Layer>
          )}
          <img
            src={design.address}
            alt={`The design at ${design.breakpoint}`}
            draggable={false}
            className="absolute max-w-none select-none"
            style={{
              left: picture.x * scale,
              top: picture.y * scale,
              width: design.wide * scale,
              height: design.high * scale,
              opacity: fade,
            }}
          />
          <svg
            ref={drawing}
            viewBox={`0 0 ${design.width} ${deep}`}
            role="img"
            aria-label={`${design.frames.length} frames over the design at ${design.breakpoint}`}
            className="absolute inset-0 size-full touch-none select-none"
            onPointerDown={down}
            onPointerMove={move}
            onPointerUp={up}
            onDragOver={(e) => e.dataTransfer.types.includes(carried) && e.preventDefault()}
            onDrop={(e) => {
              const node = e.dataTransfer.getData(carried);
              const r = drawing.current!.getBoundingClientRect();
              const over = hit({ x: (e.clientX - r.left) / scale, y: (e.clientY - r.top) / scale });
              if (!node || !over) return;
              e.preventDefault();
              e.stopPropagation();
              onMatch(over.frame.id, node);
            }}
            onPointerCancel={() => {
              setDrag(null);
              setNow(null);
            }}
          >
            {grid === "over" && lines}
            <Drawn
              frames={design.frames}
              found={found}
              pointed={pointed}
              chosen={chosen}
              moved={live ? drag!.id : null}
              scale={scale}
            />
          </svg>
          {/* What moves is a layer of its own, so that nothing else is painted again. */}
          <Layer width={design.width} high={deep}>
            {now && drag?.what === "take" && (
              <rect {...now} fill={dye.weld} fillOpacity={0.15} stroke={dye.weld} vectorEffect="non-scaling-stroke" />
            )}
            {live && <Live rect={live} columns={columnsAt(design, live, drag!.id)} scale={scale} />}
          </Layer>
        </div>
      )}
    </div>
  );
}

interface DrawnProps {
  frames: readonly TracedFrame[];
  found: readonly TracedFrame[];
  pointed: string | null;
  chosen: string | null;
  /** The frame that is dragged. */
  moved: string | null;
  scale: number;
}

/** The frames, and those that were found. */
const Drawn = memo(function Drawn({ frames, found, pointed, chosen, moved, scale }: DrawnProps) {
  return (
    <>
      {found.map((f) => (
        <rect
          key={f.id}
          data-found={f.id}
          {...{ x: f.x, y: f.y, width: f.width, height: f.height }}
          fill={dye.weld}
          fillOpacity={f.id === pointed ? 0.3 : 0.08}
          stroke={dye.weld}
          strokeWidth={f.id === pointed ? 3 : 1.5}
          strokeDasharray="6 4"
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {frames.map((f) => (
        <Framed key={f.id} frame={f} chosen={f.id === chosen} ghost={f.id === moved} scale={scale} />
      ))}
    </>
  );
});

function Layer({ width, high, children }: { width: number; high: number; children: ReactNode }) {
  return (
    <svg
      aria-hidden="true"
      viewBox={`0 0 ${width} ${high}`}
      className="pointer-events-none absolute inset-0 size-full will-change-transform"
    >
      {children}
    </svg>
  );
}

interface ColumnsProps {
  columns: readonly [number, number][];
  high: number;
  colour: string;
  strength: number;
}

const Columns = memo(function Columns({ columns, high, colour, strength }: ColumnsProps) {
  return columns.map(([from, to]) => (
    <rect key={from} x={from} y={0} width={Math.max(0, to - from)} height={high} fill={colour} fillOpacity={strength} />
  ));
});

interface FramedProps {
  frame: TracedFrame;
  chosen: boolean;
  /** It is being dragged, and drawn where it comes to. */
  ghost: boolean;
  scale: number;
}

/** A frame with what it takes. */
const Framed = memo(function Framed({ frame: f, chosen, ghost, scale }: FramedProps) {
  const off = Math.abs(offOf(f)) > 2;
  const [ink, label] = [chosen ? dye.madder : dye.woad, notation(f)];
  return (
    <g opacity={ghost ? 0.3 : 1} data-frame={f.id}>
      <rect
        {...{ x: f.x, y: f.y, width: f.width, height: f.height }}
        fill={ink}
        fillOpacity={chosen ? 0.16 : 0.1}
        stroke={ink}
        strokeWidth={chosen ? 2.5 : 1.5}
        vectorEffect="non-scaling-stroke"
      />
      <Label
        x={f.depth % 2 ? f.x + f.width : f.x}
        y={f.y}
        end={f.depth % 2 === 1}
        scale={scale}
        ground={off ? dye.weldDeep : ink}
      >
        {f.name ? `${f.name} ${label}` : label}
        {off && ` ${px(offOf(f))}`}
      </Label>
    </g>
  );
});

function Live({ rect, columns, scale }: { rect: Rect; columns: readonly [number, number][]; scale: number }) {
  const s = spanOf(rect, columns);
  const off = Math.max(Math.abs(s.start), Math.abs(s.end));
  return (
    <g pointerEvents="none">
      <rect
        x={columns[s.first]![0]}
        y={rect.y}
        width={columns[s.last]![1] - columns[s.first]![0]}
        height={rect.height}
        fill="none"
        stroke={dye.weld}
        strokeDasharray="3 3"
        vectorEffect="non-scaling-stroke"
      />
      <rect
        {...rect}
        fill={dye.madder}
        fillOpacity={0.18}
        stroke={dye.madder}
        strokeWidth={2}
        vectorEffect="non-scaling-stroke"
      />
      <Label x={rect.x} y={rect.y} scale={scale} ground={dye.madder}>
        {`${px(rect.width)} × ${px(rect.height)} px · from ${s.first + 1}, take ${s.take}${off > 0.5 ? ` · off ${px(off)}` : ""}`}
      </Label>
    </g>
  );
}

interface LabelProps {
  x: number;
  y: number;
  scale: number;
  ground: string;
  /** It ends at x, and does not begin there: of a frame in another, whose own label begins. */
  end?: boolean;
  children: ReactNode;
}

/** How high a label is, in px of the screen. */
const high = 16;

/** A word above a frame, as large on the screen whatever the scale. */
function Label({ x, y, scale, ground, end = false, children }: LabelProps) {
  const text = [children].flat().filter(Boolean).join("");
  const wide = text.length * 7.2 + 8;
  return (
    <g
      transform={`translate(${end ? x - wide / scale : x} ${Math.max(0, y - high / scale)}) scale(${1 / scale})`}
      pointerEvents="none"
    >
      <rect width={wide} height={high} fill={ground} />
      <text x={4} y={12} fontSize={12} fill={dye.white} className="font-mono">
        {text}
      </text>
    </g>
  );
}
