import type { RefObject } from "react";
import type { Bench } from "../api/client";
import { riseOf } from "../drawing/Elevation";
import { comfortable, fitting, MARGIN, scaleOf } from "../drawing/scale";
import { useBoxSize } from "../drawing/useBoxSize";
import { useZoom } from "./useZoom";

export const TAPE = 34;
/** Above the elevation, and between it and the plates where their name stands. */
export const ABOVE = 12;
const BETWEEN = 36;
export const BELOW = 24;
/** Plates take what height the elevation leaves, within what still looks like a plate. */
const PLATE = { least: 40, most: 148 };
const LEAST_ROOM = 120;
const WIDEST = 24;

/**
 * Where the parts of the bench's drawing are, in pixels from its top, in the room its frame leaves: the wall standing
 * down to the floor, then top plate, tape and bottom plate.
 */
export function useBenchSizes({ wall }: Bench, frame: RefObject<HTMLDivElement | null>) {
  const box = useBoxSize(frame);
  const slopeTape = wall.slopes.length > 0 ? TAPE : 0;
  const around = ABOVE + BETWEEN + slopeTape + 2 * PLATE.least + TAPE + BELOW;
  const room = Math.max(box.height - around, LEAST_ROOM);
  // What lies on the plates is seen too.
  const tall = Math.max(wall.height, ...[...wall.members, ...wall.beams].map(({ y, height }) => y + height));
  const elevationBox = { width: box.width, height: room };
  const { perInch, zoomBy, showWhole } = useZoom(frame, {
    usual: comfortable(wall.plate_length, tall, elevationBox),
    least: fitting(wall.plate_length, tall, elevationBox),
    most: WIDEST,
  });
  const scale = scaleOf(perInch);
  // Zoomed in, the plates grow along the wall; the elevation never outgrows its room.
  const vertical = Math.min(perInch, room / tall);
  const floor = ABOVE + Math.round(tall * vertical);
  const top = floor + BETWEEN + slopeTape;
  const plate = Math.min(PLATE.least + Math.floor((room + ABOVE - floor) / 2), PLATE.most);
  const bottom = top + plate + TAPE;
  return {
    scale,
    rise: riseOf(vertical, floor),
    width: scale.x(wall.plate_length) + MARGIN,
    height: bottom + plate + BELOW,
    floor,
    /** Where the top plate begins, how much above it the tapes of slopes take, and where the bottom plate begins. */
    top,
    slopeTape,
    bottom,
    /** How high a plate is drawn. */
    plate,
    zoomBy,
    showWhole,
  };
}

export type BenchSizes = ReturnType<typeof useBenchSizes>;
