/** One horizontal scale for elevation, plates and tape: inches to whole pixels. */
export interface Scale {
  /** Pixels to an inch along the wall. */
  perInch: number;
  /** Pixels left of the wall's start. */
  margin: number;
  x: (inches: number) => number;
}

/** Room beside the wall for what hangs over its ends. */
export const MARGIN = 32;

/** Pixels to an inch below which marks can no longer be told apart, so a long wall scrolls instead. */
export const READABLE = 3.5;

export function scaleOf(perInch: number): Scale {
  // Rounded here and nowhere else, so that a stud and its mark share their pixel column.
  return { perInch, margin: MARGIN, x: (inches) => MARGIN + Math.round(inches * perInch) };
}

interface Size {
  width: number;
  height: number;
}

/** Pixels to an inch at which a wall fits a box whole. */
export function fitting(length: number, height: number, box: Size): number {
  return Math.min((box.width - 2 * MARGIN) / length, box.height / height);
}

/** Pixels to an inch to begin with: the whole wall where that can be read, else as tall as the box is. */
export function comfortable(length: number, height: number, box: Size): number {
  const whole = fitting(length, height, box);
  return whole >= READABLE ? whole : Math.max(READABLE, box.height / height);
}
