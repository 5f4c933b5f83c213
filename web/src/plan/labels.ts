/** Where the letters and figures of a plan stand, so that none lies on another. */
import type { Plan, PlanOpening, PlanWall } from "../api/client";
import { beside, type Place, readable, toScreen, type View } from "./view";

/** Of a condensed figure, against its height. */
export const LETTER_WIDTH = 0.44;

/** Below this many pixels to an inch letters are small. */
const SMALL = 0.8;

interface Wanted {
  /** Where its middle may stand, the best place first. */
  places: readonly Place[];
  width: number;
  height: number;
  /** Whether it stands at its first place where none is clear. */
  mustStand: boolean;
}

export interface PlanLabels {
  letters: ReadonlyMap<string, Place>;
  /** Of each wall whose top is not level, for every height it has; null where there is no room for it. */
  heights: ReadonlyMap<string, readonly (Place | null)[]>;
}

/** Letters of walls first, then heights; both clear of the call-outs of openings. */
export function planLabels(plan: Pick<Plan, "walls">, view: View): PlanLabels {
  const callOuts = plan.walls.flatMap((wall) =>
    wall.openings.map((opening) => calledOut(opening, wall, view)),
  );
  const letters = plan.walls.map((wall) => letterOf(wall, view));
  const heights = plan.walls.flatMap((wall) => wall.heights.map((_, index) => heightOf(wall, index, view)));
  const places = settled([...callOuts, ...letters, ...heights]).slice(callOuts.length);
  const standing = places.slice(letters.length);
  return {
    letters: new Map(plan.walls.map(({ id }, index) => [id, places[index] ?? [0, 0]])),
    heights: new Map(plan.walls.map((wall) => [wall.id, standing.splice(0, wall.heights.length)])),
  };
}

/** Where each stands, in their order: at the first of its places that is clear of all before it. */
export function settled(wanted: readonly Wanted[]): (Place | null)[] {
  const there: { at: Place; width: number; height: number }[] = [];
  return wanted.map(({ places, width, height, mustStand }) => {
    const isClear = ([x, y]: Place) =>
      there.every(
        (one) =>
          Math.abs(one.at[0] - x) * 2 >= one.width + width ||
          Math.abs(one.at[1] - y) * 2 >= one.height + height,
      );
    const at = places.find(isClear) ?? (mustStand ? places[0] : undefined);
    if (at) there.push({ at, width, height });
    return at ?? null;
  });
}

export function letterSize(view: View): number {
  return view.scale < SMALL ? 15 : 22;
}

export function heightSize(view: View): number {
  return view.scale < SMALL ? 12 : 14;
}

export function callOutSize(view: View): number {
  return view.scale < SMALL ? 11 : 14;
}

/** The middle of a stretch with nothing in it, the longest first, just beside the wall on the side it is seen from. */
function letterOf(wall: PlanWall, view: View): Wanted {
  const size = letterSize(view);
  const away = thicknessOf(wall) * view.scale + (view.scale < SMALL ? 10 : 15);
  const middles = wall.stations
    .flatMap((station, index) => {
      const before = wall.stations[index - 1];
      if (!before) return [];
      const middle: Place = [(before.at[0] + station.at[0]) / 2, (before.at[1] + station.at[1]) / 2];
      return [{ middle, long: station.step.inches }];
    })
    .sort((one, other) => other.long - one.long)
    .map(({ middle }) => middle);
  const all = middles.length > 0 ? middles : [wall.middle as Place];
  return {
    places: [seenSide(wall), wall.stations_side].flatMap((side) =>
      all.map((middle) => beside(view, wall, middle, away, side)),
    ),
    width: wall.id.length * size * 0.6 + 4,
    height: size,
    mustStand: true,
  };
}

/** Beside the place it is of, clear of what meets the wall at its ends and often under its ridge. */
function heightOf(wall: PlanWall, index: number, view: View): Wanted {
  const size = heightSize(view);
  const points = wall.heights.map(({ at }) => toScreen(view, at));
  const [at, next] = [points[index], points[index === 0 ? 1 : index - 1]];
  const one = wall.heights[index];
  const half = thicknessOf(wall) * view.scale * 0.5;
  const [east, south] = at && next ? toward(at, next) : [0, 0];
  const places = one
    ? [seenSide(wall), wall.stations_side].flatMap((side) =>
        [38, 24, 56].flatMap((away) =>
          [24, 48].map((inward): Place => {
            const [x, y] = beside(view, wall, one.at as Place, half + away, side);
            return [x + inward * east, y + inward * south];
          }),
        ),
      )
    : [];
  return {
    places,
    width: (one?.height.text.length ?? 0) * size * LETTER_WIDTH + 4,
    height: size,
    mustStand: false,
  };
}

/** An opening's call-out, which stands outside its wall. */
function calledOut(opening: PlanOpening, wall: PlanWall, view: View): Wanted {
  const size = callOutSize(view);
  const long = opening.id.length * size * 0.6;
  const isUpright = Math.abs(Math.sin((readable(wall.start, wall.end) * Math.PI) / 180)) > 0.7;
  return {
    places: [callOutPlace(opening, wall, view)],
    width: isUpright ? size : long,
    height: isUpright ? long : size,
    mustStand: true,
  };
}

/** Where an opening is called out; upstairs a row further out, so that two above one another are both read. */
export function callOutPlace(opening: PlanOpening, wall: PlanWall, view: View): Place {
  const away = thicknessOf(wall) * view.scale * 0.5 + 11 + 15 * opening.floor;
  return beside(view, wall, opening.center, away, wall.stations_side);
}

function seenSide(wall: PlanWall): "left" | "right" {
  return wall.stations_side === "left" ? "right" : "left";
}

export function thicknessOf(wall: PlanWall): number {
  const [left, , , right] = wall.corners;
  return left && right ? Math.hypot(left[0] - right[0], left[1] - right[1]) : 0;
}

/** The way from one place on the screen to another, one pixel long. */
export function toward([x1, y1]: Place, [x2, y2]: Place): Place {
  const length = Math.hypot(x2 - x1, y2 - y1) || 1;
  return [(x2 - x1) / length, (y2 - y1) / length];
}
