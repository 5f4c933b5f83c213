import type { ScheduleLine } from "../api/client";

/** A rough opening as one would type it: width x height. */
export function sizeInFigures(line: ScheduleLine): string {
  return `${line.rough_width.value.text} x ${line.rough_height.value.text}`;
}
