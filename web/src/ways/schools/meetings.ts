import { above, type Choice, type Shape } from "./drawing";

const under = (...places: number[]): Shape[] => places.map((x) => [x, 16, 4, 19] as const);
const joists = (...places: number[]): Shape[] => places.map((x) => [x, 1, 4, 11, "lit"] as const);

/** Where walls meet each other, and the joists above. */
export const MEETINGS: readonly Choice[] = [
  {
    key: "corner",
    name: "Corner",
    schools: [
      {
        value: "two-stud",
        name: "Stud and flat stud",
        when: "Room for insulation in the corner, backing inside.",
        shapes: [...above, [6, 16, 4, 8], [14, 22, 10, 3, "lit"]],
      },
      {
        value: "three-stud",
        name: "Three studs",
        when: "Solid to nail to; nothing to fit.",
        shapes: [...above, [6, 16, 4, 8], [10, 16, 4, 8, "lit"], [20, 16, 4, 8, "lit"]],
      },
      {
        value: "blocked",
        name: "Studs and blocks",
        when: "Uses up offcuts between two studs.",
        shapes: [...above, [6, 16, 4, 8], [10, 18, 10, 4, "lit"], [20, 16, 4, 8]],
      },
      {
        value: "clips",
        name: "Clips, no stud",
        when: "Least wood in the corner; clips hold the drywall.",
        shapes: [...above, [6, 16, 4, 8], [16, 23, 2, 3, "lit"]],
      },
    ],
  },
  {
    key: "intersection",
    name: "Wall that butts",
    schools: [
      {
        value: "channel",
        name: "Channel",
        when: "Nailing and backing in one pack, built beforehand.",
        shapes: [...above, [18, 16, 4, 8], [42, 16, 4, 8], [22, 22, 20, 3, "lit"], [24, 26, 16, 12]],
      },
      {
        value: "wide-flat",
        name: "One wide flat stud",
        when: "One board, and insulation behind it.",
        shapes: [...above, [16, 22, 32, 3, "lit"], [24, 26, 16, 12]],
      },
      {
        value: "blocked",
        name: "Studs and blocks",
        when: "Uses up offcuts.",
        shapes: [...above, [18, 16, 4, 8], [42, 16, 4, 8], [22, 18, 20, 4, "lit"], [24, 26, 16, 12]],
      },
      {
        value: "ladder",
        name: "Ladder of blocks",
        when: "Least wood; the studs stay on their layout.",
        shapes: [
          [10, 1, 4, 38],
          [50, 1, 4, 38],
          [14, 6, 36, 3, "lit"],
          [14, 18, 36, 3, "lit"],
          [14, 30, 36, 3, "lit"],
        ],
      },
    ],
  },
  {
    key: "stacked",
    name: "Studs and the joists above",
    schools: [
      {
        value: "false",
        name: "On their own",
        when: "A doubled top plate carries between the studs.",
        shapes: [[2, 12, 60, 4], [2, 35, 60, 4], ...under(6, 26, 46), ...joists(16, 36, 56)],
      },
      {
        value: "true",
        name: "Under the joists",
        when: "Loads go straight down; single top plates ask for it.",
        shapes: [[2, 12, 60, 4], [2, 35, 60, 4], ...under(10, 30, 50), ...joists(10, 30, 50)],
      },
    ],
  },
  {
    key: "ceiling_backing",
    name: "Along the joists above",
    schools: [
      {
        value: "none",
        name: "Nothing on top",
        when: "Somebody else backs the ceiling’s edge.",
        shapes: [
          [26, 12, 12, 4],
          [26, 16, 12, 24],
          [4, 2, 4, 10],
          [56, 2, 4, 10],
        ],
      },
      {
        value: "between-joists",
        name: "Blocks between the joists",
        when: "In plane with the joists, however the slab runs; say how far apart those are.",
        shapes: [
          [8, 8, 48, 4],
          [16, 8, 10, 4, "lit"],
          [38, 8, 10, 4, "lit"],
          [26, 12, 12, 4],
          [26, 16, 12, 24],
          [4, 2, 4, 10],
          [56, 2, 4, 10],
        ],
      },
      {
        value: "on-plates",
        name: "A wider board on top",
        when: "Quickly done where the slab is true; it follows every dip of it.",
        shapes: [
          [20, 8, 24, 4, "lit"],
          [26, 12, 12, 4],
          [26, 16, 12, 24],
          [4, 2, 4, 10],
          [56, 2, 4, 10],
        ],
      },
    ],
  },
];
