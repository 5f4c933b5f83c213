import type { Header, Ways } from "../api/client";
import { headerOfKind } from "./ways";

type HeaderKind = NonNullable<Header["kind"]>;

/** A rectangle of a small drawing: place and size in a box of 64 x 40, and what it is. */
export type Shape = readonly [
  x: number,
  y: number,
  width: number,
  height: number,
  what?: "wood" | "lit" | "gap" | "sheet",
];

/** One school of a choice: its name, when one would choose it, and what it looks like. */
export interface School {
  value: string;
  name: string;
  when: string;
  shapes: readonly Shape[];
}

/** Something crews do in several ways. */
export interface Choice {
  key: keyof Ways;
  name: string;
  schools: readonly School[];
}

const studs = (...places: number[]): Shape[] => places.map((x) => [x, 5, 4, 30] as const);
const plates: readonly Shape[] = [
  [2, 1, 60, 4],
  [2, 35, 60, 4],
];
const cavity: Shape = [2, 8, 60, 24, "gap"];
const window_: readonly Shape[] = [[22, 14, 20, 12, "gap"]];
const above: readonly Shape[] = [
  [4, 2, 56, 36, "gap"],
  [4, 14, 56, 12],
];

/** Every choice that has schools, in the order the work meets them. */
export const CHOICES: readonly Choice[] = [
  {
    key: "header",
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
        when: "Concrete: the plate is treated and bolted.",
        shapes: [...studs(8, 30, 52), [2, 33, 60, 4, "lit"], [18, 28, 2, 10], [42, 28, 2, 10]],
      },
    ],
  },
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

/** Values that are more than one word or figure, by the school's own word for them. */
const VALUES: Partial<Record<keyof Ways, Record<string, object>>> = {
  window_allowance: Object.fromEntries(
    ["0", "1/4", "1/2", "1"].map((over) => [over, { width: over, height: over }]),
  ),
  door_allowance: {
    "2 x 2 1/2": { width: "2", height: "2 1/2" },
    "2 x 3": { width: "2", height: "3" },
    "2 1/2 x 3": { width: "2 1/2", height: "3" },
    parts: { jamb: "3/4", gap: "1/2", under: "3/4", floor: "3/4", shim: "3/4" },
  },
};

/** A school's value as the job file says it: counts, and yes or no, are no text there. */
export function saidAs(key: keyof Ways, text: string, ways: Ways): unknown {
  if (key === "header") {
    const before = ways.header ?? {};
    if (text === "to-plate" || text === "raised") return { ...before, place: text };
    return headerOfKind(text as HeaderKind, before);
  }
  if (key === "stud_make") return text === "sawn" ? { kind: text } : { ...ways.stud_make, kind: text };
  const value = VALUES[key]?.[text];
  if (value) return value;
  if (text === "true" || text === "false") return text === "true";
  return key === "sills" || key === "top_plates" ? Number(text) : text;
}

/** The school's word for the value that holds; empty where it is none of them. */
export function schoolOf(key: keyof Ways, ways: Ways): string {
  const value = ways[key];
  if (key === "header") return ways.header?.place ?? ways.header?.kind ?? "";
  if (key === "stud_make") return ways.stud_make?.kind ?? "";
  const words = VALUES[key];
  if (!words) return String(value ?? "");
  const same = Object.entries(words).find(([, said]) =>
    Object.entries(said).every(
      ([part, amount]) => (value as Record<string, unknown> | null)?.[part] === amount,
    ),
  );
  return same?.[0] ?? "";
}
