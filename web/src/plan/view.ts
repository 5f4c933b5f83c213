/** What of the plan is in sight: inches to pixels, north up. */
export interface View {
  /** Pixels to an inch. */
  scale: number;
  /** Where the plan's origin is on screen. */
  x: number;
  y: number;
}

export type Place = readonly [number, number];

interface Size {
  width: number;
  height: number;
}

/** Room around a plan for its dimensions. */
const MARGIN = 92;
const MOST = 24;
const LEAST = 0.05;

/** A whole plan in a box. */
export function wholeOf(bounds: readonly [number, number, number, number], box: Size): View {
  const [west, south, east, north] = bounds;
  const width = Math.max(east - west, 24);
  const height = Math.max(north - south, 24);
  const room = Math.min((box.width - 2 * MARGIN) / width, (box.height - 2 * MARGIN) / height);
  const scale = clamp(room);
  return {
    scale,
    x: box.width / 2 - ((west + east) / 2) * scale,
    y: box.height / 2 + ((south + north) / 2) * scale,
  };
}

export function toScreen(view: View, [east, north]: Place): Place {
  return [view.x + east * view.scale, view.y - north * view.scale];
}

export function toPlan(view: View, [x, y]: Place): Place {
  return [(x - view.x) / view.scale, (view.y - y) / view.scale];
}

/** Zooms in or out; the place under the pointer stays where it is. */
export function zoom(view: View, by: number, at: Place): View {
  const scale = clamp(view.scale * by);
  const [east, north] = toPlan(view, at);
  return { scale, x: at[0] - east * scale, y: at[1] + north * scale };
}

export function pan(view: View, x: number, y: number): View {
  return { ...view, x: view.x + x, y: view.y + y };
}

function clamp(scale: number): number {
  return Math.min(MOST, Math.max(LEAST, scale));
}

/** How exact a drag is at a scale: to the quarter inch near by, to the inch from afar. */
export function snap(inches: number, scale: number): number {
  const step = scale >= 6 ? 0.25 : scale >= 2 ? 0.5 : 1;
  return Math.round(inches / step) * step;
}

/** The part of a movement that goes square across a wall, which is the way a wall is moved. */
export function across(start: Place, end: Place, [x, y]: Place): Place {
  const length = Math.hypot(end[0] - start[0], end[1] - start[1]);
  const normal = [-(end[1] - start[1]) / length, (end[0] - start[0]) / length] as const;
  const by = x * normal[0] + y * normal[1];
  return [by * normal[0], by * normal[1]];
}

/** How far a movement goes along a wall. */
export function along(start: Place, end: Place, [x, y]: Place): number {
  const length = Math.hypot(end[0] - start[0], end[1] - start[1]);
  return (x * (end[0] - start[0]) + y * (end[1] - start[1])) / length;
}

/** The angle lettering along a wall is turned by, in degrees on screen: read from below or from the right. */
export function readable(start: Place, end: Place): number {
  const degrees = (-Math.atan2(end[1] - start[1], end[0] - start[0]) * 180) / Math.PI;
  if (degrees > 89.9) return degrees - 180;
  return degrees < -90.1 ? degrees + 180 : degrees;
}

/** A place on screen beside a wall, so many pixels from its line, on its left or its right. */
export function beside(view: View, wall: Wall, at: Place, pixels: number, side: "left" | "right"): Place {
  const [x, y] = toScreen(view, at);
  const length = Math.hypot(wall.end[0] - wall.start[0], wall.end[1] - wall.start[1]) || 1;
  const by = (side === "left" ? pixels : -pixels) / length;
  // Left of the way from start to end, with y down on screen.
  return [x - (wall.end[1] - wall.start[1]) * by, y - (wall.end[0] - wall.start[0]) * by];
}

interface Wall {
  start: Place;
  end: Place;
}

interface Drawn {
  lines: readonly (readonly [number, number, number, number])[];
  left: readonly { at?: readonly [number, number] | null }[];
}

const EMPTY: Bounds = [Infinity, Infinity, -Infinity, -Infinity];

type Bounds = readonly [number, number, number, number];

/**
 * What is to be seen of a plan: its walls with a drawing that is being brought in, and before there are any walls
 * the picture they are drawn over.
 */
export function boundsWith(
  plan: { bounds: Bounds | null; picture_corner: Place | null },
  picture: { pixels: readonly [number, number]; scale: number } | null,
  drawing: Drawn | null,
): Bounds | null {
  if (drawing) {
    const [west, south, east, north] = plan.bounds ?? EMPTY;
    const places = [
      ...drawing.lines.flatMap(([x1, y1, x2, y2]) => [[x1, y1] as const, [x2, y2] as const]),
      ...drawing.left.flatMap(({ at }) => (at ? [[at[0], at[1]] as const] : [])),
    ];
    const seen = places.reduce<Bounds>(
      ([w, s, e, n], [x, y]) => [Math.min(w, x), Math.min(s, y), Math.max(e, x), Math.max(n, y)],
      [west, south, east, north],
    );
    return seen[0] <= seen[2] ? seen : null;
  }
  const corner = plan.picture_corner;
  if (plan.bounds || !picture || !corner) return plan.bounds;
  const [width, height] = picture.pixels;
  return [corner[0], corner[1] - height * picture.scale, corner[0] + width * picture.scale, corner[1]];
}
