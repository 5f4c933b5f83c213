import { t } from "@lingui/core/macro";
import type { Plan, PlanOpening, PlanWall } from "../api/client";
import { color } from "../app/colors";
import { lettering } from "../drawing/lettering";
import { SvgFigure } from "../drawing/SvgFigure";
import { fillOf } from "../drawing/wood";
import {
  callOutPlace,
  callOutSize,
  heightSize,
  LETTER_WIDTH,
  letterSize,
  thicknessOf,
  toward,
} from "./labels";
import { type Place, readable, toScreen, type View } from "./view";

/** A wall as its plates are cut; where it butts, its end shows against the wall that runs through. */
export function WallShape({
  wall,
  view,
  isSelected,
  isWrong,
}: {
  wall: PlanWall;
  view: View;
  isSelected: boolean;
  isWrong: boolean;
}) {
  return (
    <polygon
      points={pointsOf(wall.corners, view)}
      fill={fillOf(wall.entered.kind === "exterior" ? "header" : "stud")}
      stroke={isSelected ? color("chalk") : isWrong ? color("crayon") : color("pineEdge")}
      strokeWidth={isSelected ? 3 : 1.2}
      strokeLinejoin="round"
    />
  );
}

/**
 * An opening: the wall is cut away between its jacks, and a window has its glass. One on a story above is only
 * dashed, since the wall goes on under it.
 */
export function OpeningShape({
  opening,
  view,
  isSelected,
}: {
  opening: PlanOpening;
  view: View;
  isSelected: boolean;
}) {
  const [a, b, c, d] = opening.corners.map((corner) => toScreen(view, corner));
  if (!a || !b || !c || !d) return null;
  const between = (one: Place, other: Place, share: number) =>
    `${one[0] + (other[0] - one[0]) * share} ${one[1] + (other[1] - one[1]) * share}`;
  const line = isSelected ? color("chalk") : color("ink");
  if (opening.floor > 0)
    return (
      <polygon
        points={pointsOf(opening.corners, view)}
        fill="transparent"
        stroke={line}
        strokeWidth={isSelected ? 3 : 1.4}
        strokeDasharray="5 4"
      />
    );
  return (
    <>
      <polygon points={pointsOf(opening.corners, view)} fill={color("ground")} />
      <path
        d={`M${a.join(" ")}L${d.join(" ")}M${b.join(" ")}L${c.join(" ")}`}
        stroke={line}
        strokeWidth={isSelected ? 3 : 2}
      />
      {opening.kind === "window" &&
        [0.38, 0.62].map((share) => (
          <path
            key={share}
            d={`M${between(a, d, share)}L${between(b, c, share)}`}
            stroke={line}
            strokeWidth={1}
          />
        ))}
    </>
  );
}

/** Which way a wall's top rises, and how high it is at its ends and wherever it bends. */
export function TopShape({
  wall,
  places,
  view,
}: {
  wall: PlanWall;
  /** Where each of its heights stands. */
  places: readonly (Place | null)[];
  view: View;
}) {
  const points = wall.heights.map(({ at, height }) => ({ at: toScreen(view, at), height }));
  return (
    <g pointerEvents="none" data-top={wall.id}>
      {points.slice(1).map((after, index) => {
        const before = points[index];
        if (!before || before.height.inches === after.height.inches) return null;
        const [low, high] = before.height.inches < after.height.inches ? [before, after] : [after, before];
        return <path key={after.at.join()} d={arrow(low.at, high.at)} stroke={color("ink")} fill="none" />;
      })}
      {points.map(({ at, height }, index) => {
        const place = places[index];
        return place ? (
          <SvgFigure
            key={at.join()}
            x={place[0]}
            y={place[1] + 5}
            size={heightSize(view)}
            weight={700}
            textAnchor="middle"
            fill={color("ink")}
            stroke={color("ground")}
            strokeWidth={4}
            paintOrder="stroke"
            text={height.text}
          />
        ) : null;
      })}
    </g>
  );
}

/** From the low to the high end of a slope, with a head at the high one, clear of both. */
function arrow([x1, y1]: Place, [x2, y2]: Place): string {
  const [east, south] = toward([x1, y1], [x2, y2]);
  const [tipX, tipY] = [x2 - 12 * east, y2 - 12 * south];
  const wing = (turn: 1 | -1) =>
    `${tipX - 9 * east + turn * 4 * south} ${tipY - 9 * south - turn * 4 * east}`;
  return `M${x1 + 12 * east} ${y1 + 12 * south}L${tipX} ${tipY}M${wing(1)}L${tipX} ${tipY}L${wing(-1)}`;
}

/** A wall's letter, on the side the wall is seen from. */
export function WallLetter({
  wall,
  at,
  view,
  isSelected,
}: {
  wall: PlanWall;
  at: Place;
  view: View;
  isSelected: boolean;
}) {
  return (
    <text
      x={at[0]}
      y={at[1]}
      dy="0.36em"
      textAnchor="middle"
      fill={isSelected ? color("chalk") : color("ink")}
      stroke={color("ground")}
      strokeWidth={5}
      paintOrder="stroke"
      style={lettering(letterSize(view), 800)}
    >
      {wall.id}
    </text>
  );
}

/** Where the tape hooks, and which way it runs. */
export function HookMark({ wall, view }: { wall: PlanWall; view: View }) {
  const [x, y] = toScreen(view, wall.hook_at);
  const [from, to] = wall.hook === "start" ? [wall.start, wall.end] : [wall.end, wall.start];
  const turn = (-Math.atan2(to[1] - from[1], to[0] - from[0]) * 180) / Math.PI;
  const half = (thicknessOf(wall) * view.scale) / 2 + 6;
  return (
    <g transform={`translate(${x} ${y}) rotate(${turn})`} stroke={color("crayon")} fill="none">
      <path d={`M7 ${-half}H0V${half}`} strokeWidth={3} />
      <path d="M4 0H30M23 -5L30 0L23 5" strokeWidth={2} />
    </g>
  );
}

/** Call-out of an opening, on the outside of its wall. */
export function CallOut({ opening, wall, view }: { opening: PlanOpening; wall: PlanWall; view: View }) {
  const [x, y] = callOutPlace(opening, wall, view);
  // Where two stand close the mark alone has to do; the card has the size.
  const [east, north] = opening.center;
  const nearest = Math.min(
    ...wall.openings
      .filter(({ id, floor }) => id !== opening.id && floor === opening.floor)
      .map(({ center }) => Math.hypot(center[0] - east, center[1] - north) * view.scale),
  );
  const story = opening.floor > 0 ? t`floor ${opening.floor}` : "";
  const isWhole =
    view.scale >= 1.1 &&
    nearest > (opening.id.length + opening.size.length + story.length + 2) * 14 * LETTER_WIDTH;
  return (
    <g transform={`translate(${x} ${y}) rotate(${readable(wall.start, wall.end)})`}>
      <text
        dy="0.36em"
        textAnchor="middle"
        fill={color("ink")}
        stroke={color("ground")}
        strokeWidth={4}
        paintOrder="stroke"
        style={lettering(callOutSize(view), 600)}
      >
        <tspan style={{ fontWeight: 800 }}>{opening.id}</tspan>
        {isWhole && ` ${opening.size}`}
        {story && ` ${story}`}
      </text>
    </g>
  );
}

/** A chalk line with its length: a crow's foot at both ends, its toe on the place, the figure over the middle. */
export function DimensionLine({
  from,
  to,
  text,
  offset = 0,
}: {
  from: Place;
  to: Place;
  text: string;
  /** Pixels to the left of the way from one to the other. */
  offset?: number;
}) {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1]);
  if (length < 1) return null;
  const [east, south] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length];
  const start = [from[0] + south * offset, from[1] - east * offset] as const;
  const end = [to[0] + south * offset, to[1] - east * offset] as const;
  const turn = readable([start[0], -start[1]], [end[0], -end[1]]);
  // The largest figure that fits between the feet; where none does, none is better than two on each other.
  const size = [16, 13, 11].find((points) => text.length * points * LETTER_WIDTH < length) ?? 0;
  const foot = ([x, y]: Place, toward: 1 | -1) => {
    const [ahead, aside] = [9 * toward, 4];
    const toe = (side: number) =>
      `M${x} ${y}l${east * ahead - south * aside * side} ${south * ahead + east * aside * side}`;
    return toe(1) + toe(-1);
  };
  return (
    <g stroke={color("chalk")}>
      <path
        d={`M${start.join(" ")}L${end.join(" ")}${length > 24 ? foot(start, 1) + foot(end, -1) : ""}`}
        strokeWidth={1.3}
        fill="none"
      />
      {size > 0 && (
        <g transform={`translate(${(start[0] + end[0]) / 2} ${(start[1] + end[1]) / 2}) rotate(${turn})`}>
          <SvgFigure
            text={text}
            size={size}
            weight={700}
            y={-4}
            textAnchor="middle"
            fill={color("chalk")}
            stroke={color("ground")}
            strokeWidth={4}
            paintOrder="stroke"
          />
        </g>
      )}
    </g>
  );
}

/** The dimensions along one wall: from the outside to what is in it, and over all. */
export function Dimensions({ wall, view }: { wall: PlanWall; view: View }) {
  const stations = wall.stations.map((station) => ({ ...station, on: toScreen(view, station.at) }));
  const [first, last] = [stations[0], stations.at(-1)];
  if (!first || !last) return null;
  const near = (wall.entered.kind === "exterior" ? 46 : 40) * (wall.stations_side === "left" ? 1 : -1);
  const isDivided = stations.length > 2;
  return (
    <g aria-hidden>
      {isDivided &&
        stations
          .slice(1)
          .map((station, index) => (
            <DimensionLine
              key={`${station.name} ${station.along.inches}`}
              from={stations[index]?.on ?? first.on}
              to={station.on}
              text={station.step.text}
              offset={near}
            />
          ))}
      {(wall.entered.kind === "exterior" || !isDivided) && (
        <DimensionLine
          from={first.on}
          to={last.on}
          text={last.along.text}
          offset={isDivided ? near + 26 * Math.sign(near) : near}
        />
      )}
    </g>
  );
}

/** A corner to turn: a bar along the wall that runs through. */
export function CornerMark({ corner, view }: { corner: Plan["corners"][number]; view: View }) {
  const [x, y] = toScreen(view, corner.at);
  return (
    <circle cx={x} cy={y} r={11} fill="transparent" stroke={color("chalk")} strokeWidth={2.4}>
      <title>{t`${corner.through} runs through, ${corner.butt} butts; press to swap them`}</title>
    </circle>
  );
}

function pointsOf(corners: readonly Place[], view: View): string {
  return corners.map((corner) => toScreen(view, corner).join(",")).join(" ");
}
