import { type Drawings, plates, studs } from "./shapes";

/** Blocks and sheets. */
export const COVERING: Drawings = {
  blocks: {
    none: [...plates, ...studs(4, 22, 40, 56)],
    "one-line": [
      ...plates,
      ...studs(4, 22, 40, 56),
      [8, 18, 14, 4, "lit"],
      [26, 18, 14, 4, "lit"],
      [44, 18, 12, 4, "lit"],
    ],
    staggered: [
      ...plates,
      ...studs(4, 22, 40, 56),
      [8, 16, 14, 4, "lit"],
      [26, 20, 14, 4, "lit"],
      [44, 16, 12, 4, "lit"],
    ],
  },
  fire_blocks: {
    no: [...plates, ...studs(14, 46)],
    yes: [...plates, ...studs(14, 46), [18, 18, 28, 4, "lit"]],
  },
  sheets: {
    upright: [
      [4, 3, 18, 34, "sheet"],
      [22, 3, 18, 34, "sheet"],
      [40, 3, 18, 34, "sheet"],
    ],
    lying: [
      [4, 20, 36, 17, "sheet"],
      [40, 20, 20, 17, "sheet"],
      [4, 3, 18, 17, "sheet"],
      [22, 3, 36, 17, "sheet"],
    ],
    none: [...plates, ...studs(8, 30, 52)],
  },
  panel_edge_blocks: {
    no: [
      [4, 3, 56, 17, "sheet"],
      [4, 20, 56, 17, "sheet"],
    ],
    yes: [
      [4, 3, 56, 17, "sheet"],
      [4, 20, 56, 17, "sheet"],
      [4, 18, 56, 4, "lit"],
    ],
  },
};
