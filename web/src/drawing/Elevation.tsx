import { t } from "@lingui/core/macro";
import { memo, type SVGProps } from "react";
import type { Bench, Member, OpeningOnBench } from "../api/client";
import { color } from "../app/colors";
import { useWords } from "../app/words";
import { lettering } from "./lettering";
import { type Hand, isLit, type Picking } from "./PlateStrip";
import { SvgFigure } from "./SvgFigure";
import type { Scale } from "./scale";
import { fillOf } from "./wood";

/** Pieces that bear their letter in the drawing: all but plain studs. */
const LETTERED: ReadonlySet<string> = new Set<Member["role"]>([
  "king",
  "jack",
  "header",
  "sill",
  "top_cripple",
  "bottom_cripple",
  "corner_backing",
  "intersection_backing",
  "backing",
  "post",
]);
/** Narrowest piece that still holds its letter, in pixels. */
const LETTER_ROOM = 5;

/** Where the load of a piece is: above it or below, by each piece's id. */
export type LoadPath = ReadonlyMap<string, "above" | "below">;

/** Vertical place of a height above the floor, in whole pixels. */
export interface Rise {
  perInch: number;
  y: (inches: number) => number;
}

export function riseOf(perInch: number, floor: number): Rise {
  return { perInch, y: (inches) => floor - Math.round(inches * perInch) };
}

/** A member's place in the drawing, in whole pixels. */
function rectangle({ x, y, width, height }: Bench["wall"]["beams"][number], scale: Scale, rise: Rise) {
  const left = scale.x(x);
  const top = rise.y(y + height);
  return { left, width: scale.x(x + width) - left, top, height: rise.y(y) - top };
}

/** The framed wall, standing: every member at its real size, every opening with its call-out. */
export function Elevation({
  members,
  openings,
  scale,
  rise,
  picking,
  onOpening,
  neighbours,
  onNeighbour,
  beams,
  clear,
  floors,
  length,
  path,
}: {
  members: Member[];
  openings: OpeningOnBench[];
  scale: Scale;
  rise: Rise;
  picking: Picking;
  onOpening: (id: string) => void;
  neighbours: Bench["meets"];
  onNeighbour: (wall: string) => void;
  beams: Bench["wall"]["beams"];
  clear: Bench["wall"]["clear"];
  floors: Bench["wall"]["floors"];
  /** Of the plate. */
  length: number;
  /** Pieces the load of the picked one comes from and goes through, where that is shown. */
  path: LoadPath | null;
}) {
  return (
    <g>
      {beams.map((beam) => (
        <BeamEnd key={beam.x} beam={beam} scale={scale} rise={rise} />
      ))}
      {openings
        .filter((opening) => opening.framed)
        .map((opening) => (
          <RoughOpening
            key={opening.opening.id}
            opening={opening}
            scale={scale}
            rise={rise}
            onOpen={() => onOpening(opening.opening.id)}
          />
        ))}
      {members.map((member) => (
        <Piece
          key={member.id}
          member={member}
          scale={scale}
          rise={rise}
          isPicked={picking.picked === member.id}
          isLit={isLit(member.id, picking) || (path?.has(member.id) ?? false)}
          onPick={picking.onPick}
          onHover={picking.onHover}
        />
      ))}
      {/* After every piece, so that no neighbour covers a letter. */}
      {members.map((member) => (
        <Letter key={member.id} member={member} scale={scale} rise={rise} isLit={isLit(member.id, picking)} />
      ))}
      {path && <LoadArrows members={members} path={path} scale={scale} rise={rise} />}
      {neighbours.map((neighbour) => (
        <Ghost
          key={neighbour.wall}
          neighbour={neighbour}
          scale={scale}
          rise={rise}
          onOpen={() => onNeighbour(neighbour.wall)}
        />
      ))}
      {clear.map((bay) => (
        <KeptClear key={bay.id} bay={bay} scale={scale} rise={rise} />
      ))}
      {floors.map((line, index) => (
        <StoryLine
          key={line.inches}
          floor={index + 1}
          line={line}
          from={scale.x(0)}
          to={scale.x(length)}
          y={rise.y(line.inches)}
        />
      ))}
      {openings
        .filter((opening) => !opening.framed)
        .map((opening) => (
          <LeftOut key={opening.opening.id} opening={opening} scale={scale} rise={rise} />
        ))}
    </g>
  );
}

/** The end of a beam on its post, crossed as sawn ends are; no piece of the wall. */
function BeamEnd({ beam, scale, rise }: { beam: Bench["wall"]["beams"][number]; scale: Scale; rise: Rise }) {
  const { left, width, top, height } = rectangle(beam, scale, rise);
  return (
    <g data-beam={beam.x} pointerEvents="none" stroke={color("faint")} strokeWidth={1.2}>
      <rect x={left} y={top} width={width} height={height} fill={color("raised")} />
      <path d={`M${left} ${top}l${width} ${height}M${left + width} ${top}l${-width} ${height}`} />
    </g>
  );
}

/** A piece's own shape: a rectangle on whole pixels, or the corners of what is cut to a slope. */
function Wood({
  member,
  scale,
  rise,
  ...ink
}: { member: Member; scale: Scale; rise: Rise } & Pick<
  SVGProps<SVGElement>,
  "fill" | "stroke" | "strokeWidth"
>) {
  if (member.outline)
    return (
      <polygon points={member.outline.map(([x, y]) => `${scale.x(x)},${rise.y(y)}`).join(" ")} {...ink} />
    );
  const { left, width, top, height } = rectangle(member, scale, rise);
  return (
    <rect
      x={left + 0.5}
      y={top + 0.5}
      width={Math.max(width - 1, 1)}
      height={Math.max(height - 1, 1)}
      {...ink}
    />
  );
}

/** Redrawn only when it changes: a wall has a hundred of them, and an edit moves a few. */
const Piece = memo(function Piece({
  member,
  scale,
  rise,
  isPicked,
  isLit,
  onPick,
  onHover,
}: {
  member: Member;
  scale: Scale;
  rise: Rise;
  isPicked: boolean;
  isLit: boolean;
} & Hand) {
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: arrow keys step through the pieces; this is the mouse's way
    <g
      data-member={member.id}
      style={{ cursor: "pointer" }}
      onClick={() => onPick(member.id)}
      onMouseEnter={() => onHover(member.id)}
      onMouseLeave={() => onHover(null)}
    >
      <Wood
        member={member}
        scale={scale}
        rise={rise}
        fill={isLit ? color("chalkWash") : fillOf(member.role)}
        stroke={isLit ? color("chalk") : color("pineEdge")}
        strokeWidth={isPicked ? 2 : 1}
      />
    </g>
  );
});

/** Which way the load goes: an arrow down each upright on its path, hollow in what is above the piece. */
function LoadArrows({
  members,
  path,
  scale,
  rise,
}: {
  members: Member[];
  path: LoadPath;
  scale: Scale;
  rise: Rise;
}) {
  return (
    <g aria-hidden pointerEvents="none">
      {members
        .filter(({ id, height, width }) => path.has(id) && height > width)
        .map((member) => {
          const { left, width, top, height } = rectangle(member, scale, rise);
          const [x, y] = [left + width / 2, top + height * 0.8];
          return (
            <path
              key={member.id}
              data-load={member.id}
              d={`M${x - 5} ${y - 9}h10l-5 10z`}
              fill={path.get(member.id) === "below" ? color("chalk") : color("raised")}
              stroke={color("chalk")}
              strokeWidth={1.4}
            />
          );
        })}
    </g>
  );
}

/** A bay that no wood may stand in, from the floor up, and what it is for. */
function KeptClear({ bay, scale, rise }: { bay: Bench["wall"]["clear"][number]; scale: Scale; rise: Rise }) {
  const [left, right] = [scale.x(bay.start), scale.x(bay.end)];
  const [top, bottom] = [rise.y(72), rise.y(12)];
  return (
    <g aria-hidden data-clear={bay.id} pointerEvents="none">
      <rect
        x={left}
        y={top}
        width={right - left}
        height={bottom - top}
        fill={color("tape")}
        stroke={color("crayon")}
        strokeWidth={1.4}
        strokeDasharray="3 3"
      />
      <SvgFigure
        transform={`translate(${(left + right) / 2 + 5} ${bottom - 8}) rotate(-90)`}
        size={14}
        weight={700}
        fill={color("crayon")}
        text={`${bay.id} ${bay.use} ${bay.width.text}`}
      />
    </g>
  );
}

/** Where a floor is that the wall runs past. */
function StoryLine({
  floor,
  line,
  from,
  to,
  y,
}: {
  floor: number;
  line: Bench["wall"]["floors"][number];
  from: number;
  to: number;
  y: number;
}) {
  return (
    <g aria-hidden data-floor={floor} pointerEvents="none">
      <path
        d={`M${from - 14} ${y + 0.5}H${to + 14}`}
        stroke={color("chalk")}
        strokeWidth={1.6}
        strokeDasharray="10 4 2 4"
      />
      <SvgFigure
        x={from + 6}
        y={y - 5}
        size={14}
        weight={700}
        fill={color("chalk")}
        stroke={color("ground")}
        strokeWidth={4}
        paintOrder="stroke"
        text={t`floor ${floor} at ${line.text}`}
      />
    </g>
  );
}

/** A wall that meets this one, where its end or its side stands; pressing its letter goes to it. */
function Ghost({
  neighbour,
  scale,
  rise,
  onOpen,
}: {
  neighbour: Bench["meets"][number];
  scale: Scale;
  rise: Rise;
  onOpen: () => void;
}) {
  const left = scale.x(neighbour.start);
  const width = scale.x(neighbour.end) - left;
  const top = rise.y(neighbour.height);
  const middle = left + width / 2;
  const low = rise.y(14);
  const half = 8 + 4.5 * neighbour.wall.length;
  return (
    <g aria-hidden>
      <rect
        x={left}
        y={top}
        width={width}
        height={rise.y(0) - top}
        fill={color("chalk")}
        fillOpacity={0.07}
        stroke={color("chalk")}
        strokeWidth={1.4}
        strokeDasharray="7 4"
        pointerEvents="none"
      />
      {/* biome-ignore lint/a11y/noStaticElementInteractions: the list of walls that meet is the keyboard's way */}
      <g data-neighbour={neighbour.wall} style={{ cursor: "pointer" }} onClick={onOpen}>
        <rect
          x={middle - half}
          y={low - 12}
          width={2 * half}
          height={24}
          rx={12}
          fill={color("ground")}
          stroke={color("chalk")}
          strokeWidth={1.4}
        />
        <text
          x={middle}
          y={low}
          dy="0.36em"
          textAnchor="middle"
          fill={color("chalk")}
          style={lettering(16, 800)}
        >
          {neighbour.wall}
        </text>
      </g>
    </g>
  );
}

const Letter = memo(function Letter({
  member,
  scale,
  rise,
  isLit,
}: {
  member: Member;
  scale: Scale;
  rise: Rise;
  isLit: boolean;
}) {
  const { left, width, top, height } = rectangle(member, scale, rise);
  const { letter: letterOf } = useWords();
  const letter = LETTERED.has(member.role) ? letterOf(member.role) : undefined;
  if (!letter || width < LETTER_ROOM * (2 * letter.length - 1) || height < 9) return null;
  return (
    <text
      x={left + width / 2}
      y={top + height / 2 + 3.6}
      textAnchor="middle"
      fill={isLit ? color("chalk") : color("ink")}
      stroke={isLit ? color("chalkWash") : color("pine")}
      strokeWidth={2}
      paintOrder="stroke"
      style={lettering(11, 800)}
    >
      {letter}
    </text>
  );
});

/** Where an opening that was left out would be: an outline over what stands there instead. */
function LeftOut({ opening, scale, rise }: { opening: OpeningOnBench; scale: Scale; rise: Rise }) {
  const { left, width, top, height } = rectangle(opening.hole, scale, rise);
  const [right, bottom] = [left + width, top + height];
  return (
    <g aria-hidden data-left-out={opening.opening.id} pointerEvents="none">
      <rect
        x={left}
        y={top}
        width={right - left}
        height={bottom - top}
        fill="none"
        stroke={color("crayon")}
        strokeWidth={2}
        strokeDasharray="8 5"
      />
      <text
        x={Math.max((left + right) / 2, 40)}
        y={(top + bottom) / 2}
        textAnchor="middle"
        fill={color("crayon")}
        stroke={color("ground")}
        strokeWidth={4}
        paintOrder="stroke"
        style={lettering(18, 800)}
      >
        {t`${opening.opening.id} left out`}
      </text>
    </g>
  );
}

function RoughOpening({
  opening,
  scale,
  rise,
  onOpen,
}: {
  opening: OpeningOnBench;
  scale: Scale;
  rise: Rise;
  onOpen: () => void;
}) {
  const { left, width, top, height } = rectangle(opening.hole, scale, rise);
  const [right, bottom] = [left + width, top + height];
  const middle = (left + right) / 2;
  const center = (top + bottom) / 2;
  const rough = `${opening.rough_width.value.text} x ${opening.rough_height.value.text}`;
  const isWide = right - left > 70;
  // Seen whole a tall wall leaves a window little height; its mark and size come first.
  const hasHead = isWide && bottom - top > 88;
  return (
    <g
      aria-hidden
      data-opening={opening.opening.id}
      textAnchor="middle"
      fill={color("ink")}
      style={{ cursor: "pointer" }}
      onClick={onOpen}
    >
      <rect x={left} y={top} width={right - left} height={bottom - top} fill={color("raised")} />
      <path
        d={`M${left} ${top + 0.5}H${right}`}
        stroke={color("chalk")}
        strokeDasharray="6 4"
        strokeWidth={1}
      />
      {hasHead && (
        <SvgFigure
          x={middle}
          y={top + 18}
          size={14}
          fill={color("chalk")}
          text={t`head ${opening.head.text}`}
        />
      )}
      <SvgFigure
        x={middle}
        y={center - 2}
        size={24}
        weight={800}
        fill={color("ink")}
        text={opening.opening.id}
      />
      {right - left > 5.4 * rough.length && bottom - top > 44 && (
        <SvgFigure x={middle} y={center + 18} size={isWide ? 17 : 13} fill={color("ink")} text={rough} />
      )}
    </g>
  );
}
