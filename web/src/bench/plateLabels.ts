import type { OpeningOnBench } from "../api/client";
import type { PlateLabel } from "../drawing/PlateStrip";

type Plate = "bottom" | "top";

/** What is written on a plate between the jacks: of openings above one another the one next to that plate. */
export function plateLabels(openings: OpeningOnBench[], plate: Plate): PlateLabel[] {
  const framed = openings.filter((opening) => opening.framed);
  return framed
    .filter((one) => !framed.some((other) => isOver(one, other) && isNearer(other, one, plate)))
    .map(({ opening, hole, rough_width, rough_height }) => ({
      start: hole.x,
      end: hole.x + hole.width,
      text: `${opening.id} ${rough_width.value.text} x ${rough_height.value.text}`,
    }));
}

function isOver({ hole: one }: OpeningOnBench, { hole: other }: OpeningOnBench): boolean {
  return one.x < other.x + other.width && other.x < one.x + one.width;
}

function isNearer(one: OpeningOnBench, other: OpeningOnBench, plate: Plate): boolean {
  return plate === "bottom" ? one.hole.y < other.hole.y : one.hole.y > other.hole.y;
}
