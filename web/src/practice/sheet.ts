import type { DrawnMark } from "../api/client";

export type Plate = DrawnMark["plate"];

/** Which plates a line is drawn on. */
export type OnPlates = "both" | Plate;

/** The finest a pencil is set to, in inches: what a tape is read to. */
export const FINEST = 1 / 16;

/** Where the pencil is, and what it draws there. */
export interface Pencil {
  inches: number;
  on: OnPlates;
  /** Whether the letter goes beyond the line, away from the hook. */
  ahead: boolean;
}

/** How far a plate can be marked, in inches of its tape. */
export function within(inches: number, length: number): number {
  const snapped = Math.round(inches / FINEST) * FINEST;
  return Math.min(Math.max(snapped, 0), Math.floor(length / FINEST) * FINEST);
}

/** How far an arrow key moves the pencil; null for any other key. */
export function stepOf(key: string, isLong: boolean): number | null {
  if (key === "PageUp") return 12;
  if (key === "PageDown") return -12;
  const way = { ArrowRight: 1, ArrowLeft: -1 }[key];
  return way === undefined ? null : way * (isLong ? 1 : FINEST);
}

export function platesOf(on: OnPlates): Plate[] {
  return on === "both" ? ["bottom", "top"] : [on];
}

/** The marks with one more line; what is there already is not drawn twice. */
export function drawn(marks: readonly DrawnMark[], pencil: Pencil, symbol: string): DrawnMark[] {
  const lines = platesOf(pencil.on).map((plate) => ({
    plate,
    inches: pencil.inches,
    symbol,
    ahead: pencil.ahead,
  }));
  return [...marks, ...lines.filter((line) => !marks.some((mark) => isSame(mark, line)))];
}

/** The marks without any line on the plates the pencil is on, where it is. */
export function rubbedOut(marks: readonly DrawnMark[], { inches, on }: Pencil): DrawnMark[] {
  const plates = platesOf(on);
  return marks.filter((mark) => !(plates.includes(mark.plate) && mark.inches === inches));
}

function isSame(one: DrawnMark, other: DrawnMark): boolean {
  return (
    one.plate === other.plate &&
    one.inches === other.inches &&
    one.symbol === other.symbol &&
    one.ahead === other.ahead
  );
}

/** Lines that are the same on one plate or both, in order along the tape, with their places on the sheet. */
export function alike(
  marks: readonly DrawnMark[],
): { mark: DrawnMark; places: number[]; plates: "both plates" | Plate }[] {
  const groups = new Map<string, { mark: DrawnMark; places: number[] }>();
  for (const [place, mark] of marks.entries()) {
    const key = `${mark.inches} ${mark.symbol} ${mark.ahead}`;
    const group = groups.get(key) ?? { mark, places: [] };
    groups.set(key, { ...group, places: [...group.places, place] });
  }
  return [...groups.values()]
    .map((group) => ({
      ...group,
      plates: group.places.length > 1 ? ("both plates" as const) : group.mark.plate,
    }))
    .toSorted((one, other) => one.mark.inches - other.mark.inches);
}

/** The letter a key writes: the first of those there are that begins with it. */
export function letterOf(key: string, letters: readonly string[]): string | null {
  if (key === "|") return letters.find((letter) => letter.length > 2) ?? null;
  if (key.length !== 1) return null;
  return (
    letters.find((letter) => letter.length <= 2 && letter[0]?.toLowerCase() === key.toLowerCase()) ?? null
  );
}

/** A reading as it is typed, and the letter behind it where there is one: `15 1/4 x`. */
export function typedLine(
  typed: string,
  letters: readonly string[],
): { reading: string; symbol: string | null } {
  const words = typed.trim().split(/\s+/);
  const last = words.at(-1)?.toLowerCase();
  const symbol = letters.find((letter) => letter.toLowerCase() === last) ?? null;
  return { reading: (symbol ? words.slice(0, -1) : words).join(" "), symbol };
}
