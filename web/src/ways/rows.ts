import type { Ways } from "../api/client";
import { CHOICES } from "./choices";
import type { Choice } from "./schools/drawing";

/** A way that is a figure or a few words: what it is called, and how it is written in the job file. */
export interface Row {
  key: keyof Ways;
  /** Which part of a value that has several. */
  part?: string;
  name: string;
  /** What to choose, in a sentence. */
  when: string;
  /** How it is written, where that is not one text as it stands. */
  as?: "count" | "flag" | "list" | "pair" | "board";
  choices?: readonly { value: string; label: string }[];
  placeholder?: string;
  /** Whether it is asked for at all with these ways; always, where nothing is said. */
  isAsked?: (ways: Ways) => boolean;
}

/** Ways that belong together: choices with schools that are drawn, and rows. */
export interface Group {
  name: string;
  choices: readonly Choice[];
  rows: readonly Row[];
}

const YES_NO = [
  { value: "yes", label: "Yes" },
  { value: "no", label: "No" },
];
const upTo = (most: number) =>
  Array.from({ length: most }, (_, index) => ({ value: String(index + 1), label: String(index + 1) }));
const choices = (...keys: (keyof Ways)[]) => CHOICES.filter(({ key }) => keys.includes(key));
const part = (key: keyof Ways, name: string) => (ways: Ways) =>
  (ways[key] as Record<string, unknown> | null | undefined)?.[name] != null;

/** Every way there is, in the order the work meets them. */
export const GROUPS: readonly Group[] = [
  {
    name: "Layout",
    choices: choices("spacing", "stacked"),
    rows: [
      {
        key: "spacing",
        name: "On centre",
        when: "16 carries most walls; 24 saves a third where it is allowed.",
      },
      {
        key: "datum",
        part: "end",
        name: "Layout from",
        when: "The end the first sheet starts at.",
        choices: [
          { value: "start", label: "Left end" },
          { value: "end", label: "Right end" },
        ],
      },
      {
        key: "datum",
        part: "shift",
        name: "Datum shifted",
        when: "Away from that end; with a minus beyond it.",
      },
      {
        key: "joists",
        name: "Joists above run",
        when: "Joists or trusses: what studs stand under, and what a ceiling hangs on.",
        choices: [
          { value: "", label: "Not said" },
          { value: "east-west", label: "East to west" },
          { value: "north-south", label: "North to south" },
        ],
      },
      {
        key: "joist_layout",
        part: "first",
        name: "One joist at",
        when: "Its middle, east of the plan’s zero; north of it where they run east to west.",
        placeholder: "0",
        isAsked: isUnderJoists,
      },
      {
        key: "joist_layout",
        part: "spacing",
        name: "Joists on centre",
        when: "Studs stand under each where theirs is the same, or divides it.",
        placeholder: "24",
        isAsked: isUnderJoists,
      },
    ],
  },
  {
    name: "Studs",
    choices: choices("stud_make", "end_studs"),
    rows: [
      { key: "stud_length", name: "Stud length", when: "92 5/8 makes a wall of 97 1/8 with three plates." },
      { key: "wall_height", name: "or wall height", when: "With its plates; studs are cut to what is left." },
      {
        key: "measured",
        part: "heights",
        name: "or room, measured",
        when: "Floor to ceiling, several readings; the smallest counts.",
        as: "list",
        placeholder: "97 1/4, 97, 97 1/8",
      },
      {
        key: "measured",
        part: "play",
        name: "Play",
        when: "What the wall is lower than the room.",
        isAsked: part("measured", "heights"),
      },
      {
        key: "stud_make",
        part: "thickness",
        name: "Composite, thick",
        when: "Along the wall, at the wide face.",
        isAsked: isComposite,
      },
      {
        key: "stud_make",
        part: "narrow",
        name: "Narrow face",
        when: "Left empty where both faces are alike.",
        placeholder: "as the other",
        isAsked: isComposite,
      },
      {
        key: "stud_make",
        part: "wide_face",
        name: "Wide face",
        when: "Outside, where sheets meet on it; of a partition the left.",
        choices: [
          { value: "outside", label: "Outside" },
          { value: "inside", label: "Inside" },
        ],
        isAsked: part("stud_make", "narrow"),
      },
    ],
  },
  {
    name: "Headers, ROs",
    choices: choices("header", "window_allowance", "door_allowance"),
    rows: [
      { key: "head_height", name: "Head height", when: "Underside of window headers above the floor." },
      {
        key: "window_allowance",
        name: "Window RO, plus",
        when: "Over its call-out, width by height.",
        as: "pair",
        placeholder: "1 x 1",
      },
      {
        key: "door_allowance",
        name: "Door RO, plus",
        when: "Over its slab; empty while it is built up from parts.",
        as: "pair",
        placeholder: "2 x 2 1/2",
      },
      ...(
        [
          ["jamb", "Jamb", "Thickness of the jamb, both sides and the head."],
          ["gap", "Gap", "Between jamb and stud, each side."],
          ["under", "Under the slab", "Clear under the door."],
          ["floor", "Floor finish", "That goes under the door."],
          ["shim", "Shim", "Over the head jamb."],
        ] as const
      ).map(([name, label, when]) => ({
        key: "door_allowance" as const,
        part: name,
        name: label,
        when,
        isAsked: part("door_allowance", name),
      })),
      ...(
        [
          ["pocket-door", "Pocket door, plus"],
          ["bypass-door", "Bypass door, plus"],
          ["bifold-door", "Bifold door, plus"],
          ["sliding-door", "Sliding door, plus"],
          ["overhead-door", "Overhead door, plus"],
          ["cased-opening", "Cased opening, plus"],
        ] as const
      ).map(([kind, name]) => ({
        key: "usual_allowances" as const,
        part: kind,
        name,
        when: "The crew’s own figure; empty takes the usual one.",
        as: "pair" as const,
        placeholder: "the usual",
      })),
    ],
  },
  {
    name: "Openings",
    choices: choices("jacks", "sills", "sill_top", "end_top_cripples", "heads", "high_wind"),
    rows: [
      {
        key: "jack_count",
        name: "Jacks a side",
        when: "One under an ordinary header; more where the drawings say.",
        as: "count",
        choices: upTo(3),
      },
      {
        key: "king_count",
        name: "Kings a side",
        when: "One beside an ordinary opening; more against wind.",
        as: "count",
        choices: upTo(3),
      },
      {
        key: "wide_opening",
        part: "from",
        name: "Wide from",
        when: "Rough width from which there are more of both.",
      },
      {
        key: "wide_opening",
        part: "jacks",
        name: "Jacks when wide",
        when: "A wide header bears on more wood.",
        as: "count",
        choices: upTo(3),
      },
      {
        key: "wide_opening",
        part: "kings",
        name: "Kings when wide",
        when: "More wall leans on the studs beside it.",
        as: "count",
        choices: upTo(3),
      },
    ],
  },
  {
    name: "Where walls meet",
    choices: choices("corner", "intersection", "plate_ties", "ceiling_backing"),
    rows: [
      {
        key: "intersection_board",
        name: "Board behind a wall",
        when: "A wide flat’s; a 2x8 behind a wall of 5 1/2 leaves 7/8 a side.",
        choices: [
          { value: "narrowest", label: "Narrowest that does" },
          ...["2x6", "2x8", "2x10", "2x12"].map((size) => ({ value: size, label: size })),
        ],
      },
      {
        key: "panel_gap",
        name: "Gap for panels",
        when: "What a wall fitted into a measured room leaves at each free end.",
      },
    ],
  },
  {
    name: "Plates and floor",
    choices: choices("top_plates", "single_on_partitions", "bottom_plates", "floor", "anchors"),
    rows: [
      {
        key: "plate_stock",
        part: "boards",
        name: "Boards for plates",
        when: "Lengths the yard has, in feet.",
        as: "list",
      },
      { key: "plate_stock", part: "offset", name: "Breaks apart", when: "Of the two top plates." },
      {
        key: "plate_stock",
        part: "doubled_studs",
        name: "Stud at a break",
        when: "A second one, so that both boards have a whole one.",
        as: "flag",
        choices: YES_NO,
      },
      {
        key: "bolts",
        part: "from_end",
        name: "First bolt",
        when: "At most so far from each end of a board.",
      },
      { key: "bolts", part: "apart", name: "Bolts apart", when: "At most; the drawings and the code rule." },
      { key: "pins", part: "from_end", name: "First pin", when: "At most so far from each end of a board." },
      { key: "pins", part: "apart", name: "Pins apart", when: "At most, as the drawings say." },
    ],
  },
  {
    name: "Blocks and sheets",
    choices: choices("blocks", "fire_blocks", "sheets", "panel_edge_blocks"),
    rows: [
      { key: "block_height", name: "Line of the blocks", when: "Above the floor; 48 meets lying sheets." },
      { key: "sheet", part: "width", name: "Sheet, wide", when: "48 as most are sold." },
      {
        key: "sheet",
        part: "length",
        name: "Sheet, long",
        when: "Longer ones reach from the sill plate to the top plate.",
      },
      { key: "sheet", part: "weight", name: "Sheet, lb a sq ft", when: "1.6 for one of 1/2." },
      {
        key: "sheet_drop",
        name: "Sheets hang below",
        when: "So far below the bottom plate; 0 is flush with it.",
        placeholder: "0",
      },
    ],
  },
  {
    name: "Nails, boards",
    choices: [],
    rows: [
      ...(
        [
          ["stud", "Nails, stud end", "Through the plate into each end of a stud."],
          ["header", "Nails, header end", "Through the king into each end of a header."],
          ["deep_header", "of a deep one", "In a header of 11 1/4 or more."],
          ["lap", "Nails at a lap", "Where a second plate runs onto another wall, and at its ends."],
          ["splice", "Nails at a splice", "In the second plate, each side of a joint in the first."],
        ] as const
      ).map(([name, label, when]) => ({
        key: "nails" as const,
        part: name,
        name: label,
        when,
        as: "count" as const,
        choices: upTo(16),
      })),
      { key: "nails", part: "apart", name: "In a row, apart", when: "Along plates, jacks and header plies." },
      {
        key: "density",
        name: "Pounds a cubic foot",
        when: "33 is usual; wet or treated lumber is more.",
        as: "count",
      },
      ...["2x4", "2x6", "2x8", "2x10", "2x12"].map((size) => ({
        key: "lumber" as const,
        part: size,
        name: `${size} measures`,
        when: "Thick by wide, as the yard really cuts it.",
        as: "board" as const,
        placeholder: "as listed",
      })),
    ],
  },
  { name: "Marks", choices: choices("mark_lines", "marked_on"), rows: [] },
];

function isUnderJoists(ways: Ways): boolean {
  return ways.stacked === true;
}

function isComposite(ways: Ways): boolean {
  return ways.stud_make?.kind === "composite";
}

/** What a row shows of some ways, as one would type it. */
export function readRow({ key, part, as }: Row, ways: Ways): string {
  const whole = ways[key] as unknown;
  const value = part === undefined ? whole : (whole as Record<string, unknown> | null | undefined)?.[part];
  if (value === null || value === undefined) return "";
  if (as === "flag") return value ? "yes" : "no";
  if (as === "list") return (value as unknown[]).join(", ");
  if (as === "board") return (value as unknown[]).join(" x ");
  if (as === "pair") {
    const { width, height } = value as { width?: string | null; height?: string | null };
    return width && height ? `${width} x ${height}` : "";
  }
  return String(value);
}

/** What a row's key becomes when something is typed into it; undefined lets it follow again. */
export function writeRow({ key, part, as }: Row, text: string, ways: Ways): unknown {
  const value = typed(text, as);
  if (part === undefined) return value;
  const { [part]: _, ...others } = (ways[key] ?? {}) as Record<string, unknown>;
  const whole = value === undefined ? others : { ...others, [part]: value };
  return Object.keys(whole).length > 0 && !isGone(key, part, value) ? whole : undefined;
}

/** A room nobody has measured has no play either. */
function isGone(key: keyof Ways, part: string, value: unknown): boolean {
  return key === "measured" && part === "heights" && value === undefined;
}

function typed(text: string, as: Row["as"]): unknown {
  if (text === "") return undefined;
  if (as === "flag") return text === "yes";
  if (as === "count") return /^\d+$/.test(text) ? Number(text) : text;
  if (as === "list") return text.split(",").map((one) => one.trim());
  if (as === "board") return halves(text);
  if (as === "pair") {
    const [width, height] = halves(text);
    return { width, height };
  }
  return text;
}

function halves(text: string): string[] {
  return text.split(/[x×,]/).map((half) => half.trim());
}
