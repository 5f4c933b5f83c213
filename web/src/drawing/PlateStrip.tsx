import { memo } from "react";
import type { Mark } from "../api/client";
import { color } from "../app/colors";
import { lettering } from "./lettering";
import { SvgFigure } from "./SvgFigure";
import type { Scale } from "./scale";
import { fillOf } from "./wood";

/** Symbols side by side need this many pixels each to stand in one row. */
const IN_ROW = 9;
/** Below this no symbol can be read; the lines and hatches stay. */
const READABLE_SYMBOL = 3;

/** A symbol may be wider than its wood, as it is on a real plate; only neighbours must keep apart. */
const SYMBOL_SIZE = 17;
const SMALL_SYMBOL = 12;
const TOO_NEAR = 11;

/** Rows in which crowded symbols stand, by role: neighbours never share one. */
const ROW: Record<string, number> = { king: 0, jack: 1, bottom_cripple: 2, top_cripple: 2 };

/** What the mouse does with a piece or a mark. */
export interface Hand {
  onPick: (key: string) => void;
  onHover: (key: string | null) => void;
}

/** What is picked of the wall, what is under the mouse, and how that changes. */
export interface Picking extends Hand {
  picked: string | null;
  hovered: string | null;
}

/** What is written on a plate between the jacks of an opening: its mark and its rough opening. */
export interface PlateLabel {
  start: number;
  end: number;
  text: string;
}

/** As crews write it, above the cripples' marks. */
const LABEL = { size: 14, below: 14, wide: 6.4 };

/** A plate so tall that readings are written along it: the symbols' share of it, and what a reading needs. */
const READ = { from: 104, symbols: 64, size: 13, apart: 15 };

/** What a mark is picked by: its member, or itself where only a line stands. */
export function markKey(mark: Mark): string {
  return mark.member ?? `${mark.opening}/${mark.role}/${mark.at}`;
}

/** One plate with its marks: the line on the side the tape reads first or on both, the symbol beyond it. */
export function PlateStrip({
  marks,
  labels,
  length,
  scale,
  y,
  height,
  hook,
  hasBothLines,
  picking,
}: {
  marks: Mark[];
  labels: readonly PlateLabel[];
  length: number;
  scale: Scale;
  y: number;
  height: number;
  hook: "start" | "end";
  /** Whether the crew draws a line at each side of a piece. */
  hasBothLines: boolean;
  picking: Picking;
}) {
  const isTall = height >= READ.from;
  return (
    <g>
      <rect
        x={scale.x(0)}
        y={y}
        width={scale.x(length) - scale.x(0)}
        height={height}
        fill="url(#hatch-grain)"
        stroke={color("pineEdge")}
      />
      {marks.map((mark) => (
        <PlateMark
          key={markKey(mark)}
          mark={mark}
          scale={scale}
          y={y}
          height={height}
          hook={hook}
          hasBothLines={hasBothLines}
          isPicked={picking.picked === markKey(mark)}
          isLit={isLit(markKey(mark), picking)}
          onPick={picking.onPick}
          onHover={picking.onHover}
        />
      ))}
      {/* After every line, so that no neighbour's line runs over a symbol. */}
      {marks.map((mark) => (
        <MarkSymbol
          key={markKey(mark)}
          mark={mark}
          scale={scale}
          y={y}
          height={isTall ? READ.symbols : height}
          isCrowded={marks.some((other) => isTooNear(mark, other, scale))}
          isFarLine={marks.some((other) => isNearLineOf(mark, other))}
          isLit={isLit(markKey(mark), picking)}
        />
      ))}
      {isTall &&
        readable(marks, hook, scale).map(({ mark, line }) => (
          <SvgFigure
            key={markKey(mark)}
            transform={`translate(${hook === "start" ? line + 12 : line - 3} ${y + height - 5}) rotate(-90)`}
            size={READ.size}
            weight={650}
            fill={isLit(markKey(mark), picking) ? color("chalk") : color("ink")}
            text={mark.reading.at.text}
          />
        ))}
      {labels
        .filter(({ start, end, text }) => scale.x(end) - scale.x(start) > text.length * LABEL.wide)
        .map(({ start, end, text }) => (
          <SvgFigure
            key={text}
            x={scale.x((start + end) / 2)}
            y={y + LABEL.below}
            size={LABEL.size}
            weight={750}
            textAnchor="middle"
            fill={color("crayon")}
            stroke={color("pine")}
            strokeWidth={3}
            paintOrder="stroke"
            text={text}
          />
        ))}
    </g>
  );
}

/** The marks whose readings have room beside their line, before the next one the tape comes to. */
function readable(marks: readonly Mark[], hook: "start" | "end", scale: Scale) {
  const lines = marks
    .map((mark) => ({ mark, line: scale.x(hook === "start" ? mark.at : mark.at + mark.width) }))
    .toSorted((one, other) => (hook === "start" ? one.line - other.line : other.line - one.line));
  return lines.filter(
    ({ line }, index) => Math.abs((lines[index + 1]?.line ?? Number.MAX_VALUE) - line) >= READ.apart,
  );
}

/** Whether two of the same symbol stand so close that they would run together. */
function isTooNear(mark: Mark, other: Mark, scale: Scale): boolean {
  const apart = Math.abs(scale.x(mark.at) - scale.x(other.at));
  return mark.role === other.role && apart > 0 && apart < TOO_NEAR;
}

/** Whether a line is the far edge of a bay that is kept clear. */
function isFarEdge({ role, ahead }: Mark): boolean {
  return role === "kept_clear" && !ahead;
}

/** Whether the other is the near one of a doorway's two lines, and this the far one. */
function isNearLineOf(mark: Mark, other: Mark): boolean {
  return (
    mark.role === "cut_line" &&
    other.role === "cut_line" &&
    mark.opening === other.opening &&
    other.at < mark.at
  );
}

/** Whether something is picked, or under the mouse. */
export function isLit(key: string, { picked, hovered }: Picking): boolean {
  return picked === key || hovered === key;
}

/** Redrawn only when it changes, as pieces are. */
const PlateMark = memo(function PlateMark({
  mark,
  scale,
  y,
  height,
  hook,
  hasBothLines,
  isPicked,
  isLit,
  onPick,
  onHover,
}: {
  mark: Mark;
  scale: Scale;
  y: number;
  height: number;
  hook: "start" | "end";
  hasBothLines: boolean;
  isPicked: boolean;
  isLit: boolean;
} & Hand) {
  const key = markKey(mark);
  const left = scale.x(mark.at);
  const right = scale.x(mark.at + mark.width);
  const width = right - left;
  const [line, other] = hook === "start" ? [left, right] : [right, left];
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: arrow keys step through the marks; this is the mouse's way
    <g
      data-mark={`${mark.plate} ${mark.symbol} ${mark.at}`}
      style={{ cursor: "pointer" }}
      onClick={() => onPick(key)}
      onMouseEnter={() => onHover(key)}
      onMouseLeave={() => onHover(null)}
    >
      <rect x={left - 2} y={y} width={Math.max(width, 4) + 4} height={height} fill="transparent" />
      {mark.width > 0 && (
        <path
          data-wood
          d={woodOn(mark, left, width, y, height)}
          fill={isLit ? color("chalkWash") : fillOf(mark.role)}
          stroke={color("pineEdge")}
          strokeWidth={0.5}
        />
      )}
      {hasBothLines && mark.width > 0 && (
        <path
          data-other-line
          d={`M${other} ${y}V${y + height}`}
          stroke={isLit ? color("chalk") : color("crayon")}
          strokeWidth={1.2}
        />
      )}
      <path
        data-line
        d={`M${line} ${y}V${y + height}`}
        stroke={isLit ? color("chalk") : color("crayon")}
        strokeWidth={isPicked ? 3 : 1.6}
        strokeDasharray={mark.width === 0 && !HELD.includes(mark.role) ? "5 3" : undefined}
      />
      <Sign role={mark.role} x={line} y={y + height / 2} isLit={isLit} />
    </g>
  );
});

/** What holds the plate down, and what is drawn instead of written. */
const HELD = ["anchor_bolt", "pin"];
const SIGNS = [...HELD, "plate_break"];

/** How much of a plate's width a board takes that lies flat on one face: 1 1/2 of a 2x4's. */
const FLAT_SHARE = 0.43;

/**
 * The wood on its plate. A stud with a wide face tapers to the other side, which is how it is set down; a board that
 * lies flat on one face takes up only that side.
 */
function woodOn(
  { wide_face, side, plate }: Mark,
  left: number,
  width: number,
  y: number,
  height: number,
): string {
  const right = left + width;
  if (side) {
    const isAbove = (side === "left") === (plate === "bottom");
    const top = isAbove ? y : y + height * (1 - FLAT_SHARE);
    return `M${left} ${top}H${right}V${top + height * FLAT_SHARE}H${left}Z`;
  }
  const taper = wide_face ? Math.max(width / 4, 1.5) : 0;
  // The plates are opened like a book: the left of the wall is at the fold, which is the tape.
  const isWideAbove = (wide_face === "left") === (plate === "bottom");
  const [above, below] = isWideAbove ? [0, taper] : [taper, 0];
  return `M${left + above} ${y}H${right - above}L${right - below} ${y + height}H${left + below}Z`;
}

/** A bolt's nut, or the ends of two boards: signs that leave room for the letters beside them. */
function Sign({ role, x, y, isLit }: { role: string; x: number; y: number; isLit: boolean }) {
  const ink = isLit ? color("chalk") : color("crayon");
  if (role === "anchor_bolt")
    return <circle cx={x} cy={y} r={4.5} fill={color("tape")} stroke={ink} strokeWidth={2} />;
  if (role === "pin")
    return <path d={`M${x - 4} ${y - 6}h8M${x} ${y - 6}v12`} stroke={ink} strokeWidth={2} fill="none" />;
  if (role === "plate_break")
    return <path d={`M${x - 7} ${y - 5}l6 5l-6 5zM${x + 7} ${y - 5}l-6 5l6 5z`} fill={ink} />;
  return null;
}

const MarkSymbol = memo(function MarkSymbol({
  mark,
  scale,
  y,
  height,
  isCrowded,
  isFarLine,
  isLit,
}: {
  mark: Mark;
  scale: Scale;
  y: number;
  height: number;
  isCrowded: boolean;
  isFarLine: boolean;
  isLit: boolean;
}) {
  const left = scale.x(mark.at);
  const width = scale.x(mark.at + mark.width) - left;
  const hasSign = SIGNS.includes(mark.role);
  // What a bay is kept clear for is written once, at its near edge.
  if (hasSign || isFarEdge(mark) || (mark.width > 0 && width < READABLE_SYMBOL)) return null;
  const isLine = mark.width === 0;
  const row = width >= IN_ROW || isLine ? undefined : ROW[mark.role];
  const middle = row === undefined ? height / 2 : (height * (2 * row + 1)) / 6;
  const whole =
    isLine || isCrowded ? SMALL_SYMBOL : row === undefined ? SYMBOL_SIZE : Math.min(SYMBOL_SIZE, height / 3);
  // Two signs share the room of one.
  const size = !isLine && mark.symbol.length > 1 ? whole * 0.7 : whole;
  return (
    <text
      x={isLine ? left + (isFarLine ? -3 : 3) : left + width / 2}
      y={y + middle + size * 0.36}
      textAnchor={isLine ? (isFarLine ? "end" : "start") : "middle"}
      fill={isLit ? color("chalk") : color("crayon")}
      stroke={color("pine")}
      strokeWidth={2.5}
      paintOrder="stroke"
      style={lettering(size, 800)}
    >
      {mark.symbol}
    </text>
  );
});
