import type { Header, Ways } from "../api/client";
import { COVERING } from "./schools/covering";
import type { Choice } from "./schools/drawing";
import { MEETINGS } from "./schools/meetings";
import { OPENINGS } from "./schools/openings";
import { WALL } from "./schools/wall";
import { headerOfKind } from "./ways";

type HeaderKind = NonNullable<Header["kind"]>;

/** Every choice that has schools. */
export const CHOICES: readonly Choice[] = [...WALL, ...OPENINGS, ...MEETINGS, ...COVERING];

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

const COUNTS: readonly (keyof Ways)[] = ["sills", "bottom_plates", "top_plates"];

/** A school's value as the job file says it: counts, and yes or no, are no text there. */
export function saidAs({ key, part }: Pick<Choice, "key" | "part">, text: string, ways: Ways): unknown {
  if (key === "header") {
    const before = ways.header ?? {};
    return part === "kind" ? headerOfKind(text as HeaderKind, before) : { ...before, place: text };
  }
  if (key === "stud_make") return text === "sawn" ? { kind: text } : { ...ways.stud_make, kind: text };
  const value = VALUES[key]?.[text];
  if (value) return value;
  if (text === "true" || text === "false") return text === "true";
  return COUNTS.includes(key) ? Number(text) : text;
}

/** The school's word for the value that holds; empty where it is none of them. */
export function schoolOf({ key, part }: Pick<Choice, "key" | "part">, ways: Ways): string {
  const value = ways[key];
  if (key === "header")
    return (part === "kind" ? ways.header?.kind : ways.header?.place) ?? USUAL[part ?? ""] ?? "";
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

/** What a header is that says nothing of it. */
const USUAL: Record<string, string> = { kind: "built-up", place: "at-head" };
