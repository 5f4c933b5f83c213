/** A rectangle of a small drawing: place and size in a box of 64 x 40, and what it is. */
export type Shape = readonly [
  x: number,
  y: number,
  width: number,
  height: number,
  what?: "wood" | "lit" | "gap" | "sheet",
];

/** What a way looks like, by what it is called and what is chosen. */
export type Drawings = Record<string, Record<string, readonly Shape[]>>;

export const studs = (...places: number[]): Shape[] => places.map((x) => [x, 5, 4, 30] as const);
export const plates: readonly Shape[] = [
  [2, 1, 60, 4],
  [2, 35, 60, 4],
];
export const cavity: Shape = [2, 8, 60, 24, "gap"];
export const window_: readonly Shape[] = [[22, 14, 20, 12, "gap"]];
export const above: readonly Shape[] = [
  [4, 2, 56, 36, "gap"],
  [4, 14, 56, 12],
];
