import { type Choice, plates, studs } from "./drawing";

/** Blocks and sheets. */
export const COVERING: readonly Choice[] = [
  {
    key: "blocks",
    name: "Blocks at half height",
    schools: [
      {
        value: "none",
        name: "None",
        when: "Nothing asks for them.",
        shapes: [...plates, ...studs(4, 22, 40, 56)],
      },
      {
        value: "one-line",
        name: "One line",
        when: "Behind a joint of sheets, or stiff studs.",
        shapes: [
          ...plates,
          ...studs(4, 22, 40, 56),
          [8, 18, 14, 4, "lit"],
          [26, 18, 14, 4, "lit"],
          [44, 18, 12, 4, "lit"],
        ],
      },
      {
        value: "staggered",
        name: "Staggered",
        when: "Each end is nailed through the stud; boxes stay clear.",
        shapes: [
          ...plates,
          ...studs(4, 22, 40, 56),
          [8, 16, 14, 4, "lit"],
          [26, 20, 14, 4, "lit"],
          [44, 16, 12, 4, "lit"],
        ],
      },
    ],
  },
  {
    key: "fire_blocks",
    name: "Fire blocks",
    schools: [
      {
        value: "false",
        name: "None",
        when: "No cavity is over 10 ft.",
        shapes: [...plates, ...studs(14, 46)],
      },
      {
        value: "true",
        name: "In tall cavities",
        when: "Walls over 10 ft, as the local code asks.",
        shapes: [...plates, ...studs(14, 46), [18, 18, 28, 4, "lit"]],
      },
    ],
  },
  {
    key: "sheets",
    name: "Sheets",
    schools: [
      {
        value: "upright",
        name: "Upright",
        when: "Every long edge on a stud, no blocks needed.",
        shapes: [
          [4, 3, 18, 34, "sheet"],
          [22, 3, 18, 34, "sheet"],
          [40, 3, 18, 34, "sheet"],
        ],
      },
      {
        value: "lying",
        name: "On their side",
        when: "Stiffer across the studs; 19.2 meets their ends.",
        shapes: [
          [4, 20, 36, 17, "sheet"],
          [40, 20, 20, 17, "sheet"],
          [4, 3, 18, 17, "sheet"],
          [22, 3, 36, 17, "sheet"],
        ],
      },
      {
        value: "none",
        name: "None",
        when: "Boards, or somebody else sheaths.",
        shapes: [...plates, ...studs(8, 30, 52)],
      },
    ],
  },
  {
    key: "panel_edge_blocks",
    name: "Blocks behind joints of sheets",
    schools: [
      {
        value: "false",
        name: "None",
        when: "The drawings do not ask for blocked edges.",
        shapes: [
          [4, 3, 56, 17, "sheet"],
          [4, 20, 56, 17, "sheet"],
        ],
      },
      {
        value: "true",
        name: "At every joint",
        when: "Shear panels with blocked edges.",
        shapes: [
          [4, 3, 56, 17, "sheet"],
          [4, 20, 56, 17, "sheet"],
          [4, 18, 56, 4, "lit"],
        ],
      },
    ],
  },
];
