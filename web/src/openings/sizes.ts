import type { ScheduleLine } from "../api/client";

/** A rough opening as one would type it: width x height. */
export function sizeInFigures(line: ScheduleLine, print: (inches: number) => string): string {
  return `${print(line.rough_width.value)} x ${print(line.rough_height.value)}`;
}
