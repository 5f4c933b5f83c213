import { type Choice, plates, studs, window_ } from "./drawing";

/** Headers, rough openings, and what stands round them. */
export const OPENINGS: readonly Choice[] = [
  {
    key: "header",
    part: "kind",
    name: "Header",
    schools: [
      {
        value: "built-up",
        name: "Built up",
        when: "Two-bys and spacers from the same pile as the studs.",
        shapes: [
          [18, 4, 8, 32],
          [26, 4, 4, 32, "lit"],
          [30, 4, 8, 32],
        ],
      },
      {
        value: "solid",
        name: "Solid",
        when: "One timber, nothing to nail together.",
        shapes: [[18, 4, 20, 32, "lit"]],
      },
      {
        value: "engineered",
        name: "Engineered",
        when: "Wide openings, as the engineer sizes it.",
        shapes: [
          [18, 2, 10, 36, "lit"],
          [28, 2, 10, 36, "lit"],
        ],
      },
      {
        value: "flat",
        name: "Flat",
        when: "Walls that carry nothing.",
        shapes: [...plates, ...studs(8, 52), [12, 18, 40, 4, "lit"]],
      },
      {
        value: "insulated",
        name: "With foam",
        when: "Cold walls: foam between two plies at the faces.",
        shapes: [
          [14, 4, 7, 32],
          [21, 4, 16, 32, "sheet"],
          [37, 4, 7, 32],
        ],
      },
      {
        value: "box",
        name: "Box",
        when: "Hollow between two plies, filled before it is closed.",
        shapes: [
          [14, 4, 7, 32],
          [21, 4, 16, 32, "gap"],
          [37, 4, 7, 32],
        ],
      },
    ],
  },
  {
    key: "header",
    part: "place",
    name: "How high it sits",
    isTypedToo: true,
    schools: [
      {
        value: "at-head",
        name: "On the head",
        when: "The usual: cripples carry from it to the plates.",
        shapes: [...plates, ...studs(8, 52), [12, 14, 40, 7, "lit"], [30, 5, 4, 9]],
      },
      {
        value: "to-plate",
        name: "Deep, to the plate",
        when: "No cripples to cut; its underside is the head.",
        shapes: [...plates, ...studs(8, 52), [12, 5, 40, 14, "lit"]],
      },
      {
        value: "raised",
        name: "Raised, cripples below",
        when: "Tight under the plates where the load comes down.",
        shapes: [...plates, ...studs(8, 52), [12, 5, 40, 7, "lit"], [12, 18, 40, 3], [30, 12, 4, 6]],
      },
    ],
  },
  {
    key: "window_allowance",
    name: "Window, over its call-out",
    isTypedToo: true,
    schools: [
      {
        value: "1",
        name: "+ 1 and + 1",
        when: "The makers most crews meet.",
        shapes: [
          [10, 4, 44, 32, "gap"],
          [16, 8, 32, 24, "lit"],
        ],
      },
      {
        value: "1/2",
        name: "+ 1/2",
        when: "Flanged windows with a tight sheet.",
        shapes: [
          [12, 5, 40, 30, "gap"],
          [16, 8, 32, 24, "lit"],
        ],
      },
      {
        value: "1/4",
        name: "+ 1/4",
        when: "Units that call out nearly their hole.",
        shapes: [
          [14, 6, 36, 28, "gap"],
          [16, 8, 32, 24, "lit"],
        ],
      },
      {
        value: "0",
        name: "The call-out is the opening",
        when: "Schedules that list the hole.",
        shapes: [[16, 8, 32, 24, "lit"]],
      },
    ],
  },
  {
    key: "door_allowance",
    name: "Door, over its slab",
    schools: [
      {
        value: "2 x 2 1/2",
        name: "+ 2 by + 2 1/2",
        when: "Prehung doors on a finished floor.",
        shapes: [
          [18, 4, 28, 36, "gap"],
          [22, 9, 20, 31, "lit"],
        ],
      },
      {
        value: "2 x 3",
        name: "+ 2 by + 3",
        when: "Thicker floor finish.",
        shapes: [
          [18, 2, 28, 38, "gap"],
          [22, 9, 20, 31, "lit"],
        ],
      },
      {
        value: "2 1/2 x 3",
        name: "+ 2 1/2 by + 3",
        when: "More room to shim.",
        shapes: [
          [16, 2, 32, 38, "gap"],
          [22, 9, 20, 31, "lit"],
        ],
      },
      {
        value: "parts",
        name: "Built up from its parts",
        when: "Jamb, gap, floor and shim, each as it is.",
        shapes: [
          [16, 2, 32, 38, "gap"],
          [19, 5, 3, 35],
          [42, 5, 3, 35],
          [19, 5, 26, 3],
          [22, 9, 20, 31, "lit"],
        ],
      },
    ],
  },
  {
    key: "jacks",
    name: "Jacks",
    schools: [
      {
        value: "to-plate",
        name: "To the plate",
        when: "The load goes straight down; the sill is cut between.",
        shapes: [
          ...plates,
          ...studs(12, 48),
          [16, 12, 4, 23, "lit"],
          [44, 12, 4, 23, "lit"],
          [16, 6, 32, 6],
          [20, 26, 24, 3],
        ],
      },
      {
        value: "floating",
        name: "On the sill",
        when: "One long sill from king to king, quick to nail up flat.",
        shapes: [
          ...plates,
          ...studs(12, 48),
          [16, 12, 4, 14, "lit"],
          [44, 12, 4, 14, "lit"],
          [16, 6, 32, 6],
          [16, 26, 32, 3],
          [16, 29, 4, 6],
          [44, 29, 4, 6],
        ],
      },
      {
        value: "hangers",
        name: "Hangers",
        when: "Saves two studs an opening where the drawings call for hangers.",
        shapes: [
          ...plates,
          ...studs(12, 48),
          [16, 6, 32, 6],
          [15, 5, 2, 9, "lit"],
          [47, 5, 2, 9, "lit"],
          [16, 26, 32, 3],
        ],
      },
    ],
  },
  {
    key: "sills",
    name: "Sill",
    schools: [
      {
        value: "1",
        name: "Single",
        when: "Enough for most trim.",
        shapes: [...plates, ...studs(10, 50), [14, 24, 36, 4, "lit"], [30, 28, 4, 7]],
      },
      {
        value: "2",
        name: "Double",
        when: "More to nail wide trim and stools to.",
        shapes: [...plates, ...studs(10, 50), [14, 20, 36, 4, "lit"], [14, 24, 36, 4, "lit"], [30, 28, 4, 7]],
      },
    ],
  },
  {
    key: "sill_top",
    name: "Sill’s top",
    schools: [
      {
        value: "flat",
        name: "Flat",
        when: "Cripples are cut square; flashing drains it.",
        shapes: [
          [8, 18, 48, 6, "lit"],
          [26, 24, 12, 15],
        ],
      },
      {
        value: "sloped",
        name: "Sloped 1/4",
        when: "Water that gets behind the window runs out.",
        shapes: [
          [8, 16, 16, 6, "lit"],
          [24, 18, 16, 6, "lit"],
          [40, 20, 16, 6, "lit"],
          [26, 24, 12, 15],
        ],
      },
    ],
  },
  {
    key: "end_top_cripples",
    name: "Cripples over a header",
    schools: [
      {
        value: "true",
        name: "At the kings too",
        when: "Sheets and trim have wood in the corners of the opening.",
        shapes: [
          ...plates,
          ...studs(8, 52),
          [12, 16, 40, 8],
          [12, 5, 4, 11, "lit"],
          [30, 5, 4, 11],
          [48, 5, 4, 11, "lit"],
        ],
      },
      {
        value: "false",
        name: "On the lines only",
        when: "Fewer short blocks to cut.",
        shapes: [...plates, ...studs(8, 52), [12, 16, 40, 8], [30, 5, 4, 11, "lit"]],
      },
    ],
  },
  {
    key: "heads",
    name: "Head heights",
    schools: [
      {
        value: "one",
        name: "One for all",
        when: "Trim lines run through; one pole does.",
        shapes: [
          [6, 12, 22, 20, "gap"],
          [36, 12, 22, 27, "gap"],
          [2, 11, 60, 1, "lit"],
        ],
      },
      {
        value: "per-opening",
        name: "Each its own",
        when: "The elevations show heads at several heights.",
        shapes: [
          [6, 12, 22, 18, "gap"],
          [36, 6, 22, 18, "gap"],
          [6, 11, 22, 1, "lit"],
          [36, 5, 22, 1, "lit"],
        ],
      },
    ],
  },
  {
    key: "high_wind",
    name: "High wind",
    schools: [
      {
        value: "false",
        name: "As wide as it is",
        when: "Two jacks and kings only over wide openings.",
        shapes: [...plates, ...studs(14, 46), ...window_],
      },
      {
        value: "true",
        name: "Two everywhere",
        when: "The code or the drawings ask for it.",
        shapes: [...plates, [10, 5, 4, 30, "lit"], ...studs(14, 46), [50, 5, 4, 30, "lit"], ...window_],
      },
    ],
  },
];
