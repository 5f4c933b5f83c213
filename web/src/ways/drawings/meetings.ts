import { above, type Drawings, type Shape } from "./shapes";

const under = (...places: number[]): Shape[] => places.map((x) => [x, 16, 4, 19] as const);
const joists = (...places: number[]): Shape[] => places.map((x) => [x, 1, 4, 11, "lit"] as const);

/** Where walls meet each other, and the joists above. */
export const MEETINGS: Drawings = {
  corner: {
    "two-stud": [...above, [6, 16, 4, 8], [14, 22, 10, 3, "lit"]],
    "three-stud": [...above, [6, 16, 4, 8], [10, 16, 4, 8, "lit"], [20, 16, 4, 8, "lit"]],
    blocked: [...above, [6, 16, 4, 8], [10, 18, 10, 4, "lit"], [20, 16, 4, 8]],
    clips: [...above, [6, 16, 4, 8], [16, 23, 2, 3, "lit"]],
  },
  intersection: {
    channel: [...above, [18, 16, 4, 8], [42, 16, 4, 8], [22, 22, 20, 3, "lit"], [24, 26, 16, 12]],
    "wide-flat": [...above, [16, 22, 32, 3, "lit"], [24, 26, 16, 12]],
    blocked: [...above, [18, 16, 4, 8], [42, 16, 4, 8], [22, 18, 20, 4, "lit"], [24, 26, 16, 12]],
    ladder: [
      [10, 1, 4, 38],
      [50, 1, 4, 38],
      [14, 6, 36, 3, "lit"],
      [14, 18, 36, 3, "lit"],
      [14, 30, 36, 3, "lit"],
    ],
  },
  stacked: {
    no: [[2, 12, 60, 4], [2, 35, 60, 4], ...under(6, 26, 46), ...joists(16, 36, 56)],
    yes: [[2, 12, 60, 4], [2, 35, 60, 4], ...under(10, 30, 50), ...joists(10, 30, 50)],
  },
  ceiling_backing: {
    none: [
      [26, 12, 12, 4],
      [26, 16, 12, 24],
      [4, 2, 4, 10],
      [56, 2, 4, 10],
    ],
    "between-joists": [
      [8, 8, 48, 4],
      [16, 8, 10, 4, "lit"],
      [38, 8, 10, 4, "lit"],
      [26, 12, 12, 4],
      [26, 16, 12, 24],
      [4, 2, 4, 10],
      [56, 2, 4, 10],
    ],
    "on-plates": [
      [20, 8, 24, 4, "lit"],
      [26, 12, 12, 4],
      [26, 16, 12, 24],
      [4, 2, 4, 10],
      [56, 2, 4, 10],
    ],
  },
};
