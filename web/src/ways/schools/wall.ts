import { type Choice, cavity, plates, type Shape, studs } from "./drawing";

const lit = (...places: number[]): Shape[] => places.map((x) => [x, 5, 4, 30, "lit"] as const);

/** Layout, studs and plates, and how the plates are marked. */
export const WALL: readonly Choice[] = [
  {
    key: "spacing",
    name: "Spacing of studs",
    isTypedToo: true,
    schools: [
      {
        value: "16",
        name: "16",
        when: "Carries most walls; every sheet meets on a stud.",
        shapes: [...plates, ...lit(2, 22, 42, 58)],
      },
      {
        value: "24",
        name: "24",
        when: "A third fewer studs, where the drawings allow it.",
        shapes: [...plates, ...lit(2, 31, 58)],
      },
      {
        value: "19.2",
        name: "19.2",
        when: "Five bays to 8 ft: sheets lie on their side.",
        shapes: [...plates, ...lit(2, 26, 50)],
      },
      {
        value: "12",
        name: "12",
        when: "Tall or heavily loaded walls, as the drawings ask.",
        shapes: [...plates, ...lit(2, 17, 32, 47, 58)],
      },
    ],
  },
  {
    key: "stud_make",
    name: "Studs are",
    schools: [
      {
        value: "sawn",
        name: "Sawn",
        when: "The same boards as the plates.",
        shapes: [cavity, [9, 8, 7, 24, "lit"], [29, 8, 7, 24, "lit"], [49, 8, 7, 24, "lit"]],
      },
      {
        value: "composite",
        name: "Composite",
        when: "Laminated straight, or with foam between a wide and a narrow face.",
        shapes: [
          cavity,
          ...[6, 26, 46].flatMap((x): Shape[] => [
            [x, 8, 13, 7, "lit"],
            [x + 3, 15, 7, 10, "sheet"],
            [x + 3, 25, 7, 7, "lit"],
          ]),
        ],
      },
    ],
  },
  {
    key: "end_studs",
    name: "End studs",
    schools: [
      {
        value: "flush",
        name: "Flush",
        when: "New walls on an open deck.",
        shapes: [...plates, [2, 5, 4, 30, "lit"], ...studs(28)],
      },
      {
        value: "held-back",
        name: "Held back 1/8",
        when: "The wall slides between old ones.",
        shapes: [...plates, [5, 5, 4, 30, "lit"], ...studs(28)],
      },
    ],
  },
  {
    key: "bottom_plates",
    name: "Bottom plates",
    schools: [
      {
        value: "1",
        name: "One",
        when: "Most walls.",
        shapes: [[2, 35, 60, 4, "lit"], ...studs(8, 30, 52)],
      },
      {
        value: "2",
        name: "Two",
        when: "Over a thick floor finish or heating pipes, so that trim has wood.",
        shapes: [
          [2, 31, 60, 4, "lit"],
          [2, 35, 60, 4, "lit"],
          [8, 1, 4, 30],
          [30, 1, 4, 30],
          [52, 1, 4, 30],
        ],
      },
    ],
  },
  {
    key: "top_plates",
    name: "Top plates",
    schools: [
      {
        value: "1",
        name: "Single",
        when: "Partitions, or studs stacked under trusses, tied with connectors.",
        shapes: [[2, 5, 60, 4, "lit"], ...studs(8, 30, 52)],
      },
      {
        value: "2",
        name: "Double, lapped",
        when: "Ties the walls to each other.",
        shapes: [
          [2, 1, 60, 4, "lit"],
          [2, 5, 60, 4, "lit"],
          [8, 9, 4, 30],
          [30, 9, 4, 30],
          [52, 9, 4, 30],
        ],
      },
    ],
  },
  {
    key: "single_on_partitions",
    name: "Top plates of partitions",
    schools: [
      {
        value: "false",
        name: "As on other walls",
        when: "Every wall laps onto the next.",
        shapes: [
          [2, 5, 27, 4],
          [2, 9, 27, 4],
          [13, 13, 4, 26],
          [35, 5, 27, 4, "lit"],
          [35, 9, 27, 4, "lit"],
          [46, 13, 4, 26],
        ],
      },
      {
        value: "true",
        name: "Single",
        when: "Partitions carry nothing; a plate less, tied with connectors.",
        shapes: [
          [2, 5, 27, 4],
          [2, 9, 27, 4],
          [13, 13, 4, 26],
          [35, 9, 27, 4, "lit"],
          [46, 13, 4, 26],
        ],
      },
    ],
  },
  {
    key: "plate_ties",
    name: "Where second plates meet",
    schools: [
      {
        value: "lapped",
        name: "Lapped",
        when: "Two nails through the lap tie the walls.",
        shapes: [
          [2, 14, 60, 6],
          [2, 8, 42, 6],
          [45, 8, 17, 6, "lit"],
          [8, 20, 5, 20],
          [51, 20, 5, 20],
        ],
      },
      {
        value: "connectors",
        name: "With connectors",
        when: "Walls that are set by crane or made elsewhere.",
        shapes: [
          [2, 14, 60, 6],
          [2, 8, 42, 6],
          [44, 8, 18, 6],
          [34, 4, 20, 4, "lit"],
          [8, 20, 5, 20],
          [51, 20, 5, 20],
        ],
      },
    ],
  },
  {
    key: "floor",
    name: "Floor",
    schools: [
      {
        value: "wood",
        name: "Wood",
        when: "On a deck; the plate is nailed down.",
        shapes: [...studs(8, 30, 52), [2, 35, 60, 4]],
      },
      {
        value: "slab",
        name: "Slab",
        when: "Concrete: the plate is treated, and bolted or shot down.",
        shapes: [...studs(8, 30, 52), [2, 33, 60, 4, "lit"], [18, 28, 2, 10], [42, 28, 2, 10]],
      },
    ],
  },
  {
    key: "anchors",
    name: "Plate on a slab",
    schools: [
      {
        value: "by-kind",
        name: "Each kind its own",
        when: "Bolts cast in under exterior walls, pins through partitions.",
        shapes: [...studs(8, 30, 52), [2, 33, 60, 4], [18, 28, 2, 10, "lit"], [42, 31, 1, 8, "lit"]],
      },
      {
        value: "bolts",
        name: "Bolted",
        when: "Bolts stand in the concrete before the wall does.",
        shapes: [...studs(8, 30, 52), [2, 33, 60, 4], [18, 28, 2, 10, "lit"], [42, 28, 2, 10, "lit"]],
      },
      {
        value: "pins",
        name: "Shot down",
        when: "On an old slab without bolts, where the drawings allow it.",
        shapes: [...studs(8, 30, 52), [2, 33, 60, 4], [18, 31, 1, 8, "lit"], [42, 31, 1, 8, "lit"]],
      },
    ],
  },
  {
    key: "mark_lines",
    name: "Lines on the plate",
    schools: [
      {
        value: "one",
        name: "One side",
        when: "A line where the tape reads, and the letter on the side the piece goes.",
        shapes: [
          [2, 10, 60, 20],
          [22, 10, 14, 20, "gap"],
          [21, 8, 2, 24, "lit"],
        ],
      },
      {
        value: "both",
        name: "Both sides",
        when: "Nobody can set the piece on the wrong side of it.",
        shapes: [
          [2, 10, 60, 20],
          [22, 10, 14, 20, "gap"],
          [21, 8, 2, 24, "lit"],
          [35, 8, 2, 24, "lit"],
        ],
      },
    ],
  },
  {
    key: "marked_on",
    name: "Marks go on",
    schools: [
      {
        value: "face",
        name: "The face",
        when: "Plates laid flat beside each other; marks stay in sight under the studs.",
        shapes: [
          [2, 5, 60, 14],
          [2, 21, 60, 14],
          [20, 5, 2, 30, "lit"],
          [44, 5, 2, 30, "lit"],
        ],
      },
      {
        value: "edge",
        name: "The edge",
        when: "Plates tacked together on edge; seen while the wall lies framed.",
        shapes: [
          [2, 13, 60, 6],
          [2, 20, 60, 6],
          [20, 13, 2, 13, "lit"],
          [44, 13, 2, 13, "lit"],
        ],
      },
    ],
  },
];
