import { t } from "@lingui/core/macro";
import type { Bench, Mark, Member } from "../api/client";
import { markKey } from "../drawing/PlateStrip";

/** What is picked on the bench: a piece by its id, a bare line by its key, or a place a finding is about. */
export interface Picked {
  key: string | null;
  hovered: string | null;
  place: number | null;
  /** The vertical line that stepping up and down keeps to; null until a step up or down begins one. */
  column: number | null;
}

export type PickAction =
  | { type: "pick"; key: string | null }
  | { type: "hover"; key: string | null }
  | { type: "place"; at: number | null }
  | { type: "rise"; members: Member[]; by: 1 | -1 };

export const NOTHING_PICKED: Picked = { key: null, hovered: null, place: null, column: null };

export function pick(picked: Picked, action: PickAction): Picked {
  switch (action.type) {
    case "pick":
      return { key: action.key, hovered: picked.hovered, place: null, column: null };
    case "hover":
      return { ...picked, hovered: action.key };
    case "place":
      return { ...NOTHING_PICKED, place: action.at };
    case "rise":
      return rise(picked, action.members, action.by);
  }
}

/** The piece above or below the picked one, in the vertical line the first such step began in. */
function rise(picked: Picked, members: Member[], by: 1 | -1): Picked {
  const here = members.find(({ id }) => id === picked.key);
  if (!here) return picked;
  const column = picked.column ?? here.x + here.width / 2;
  const pieces = members
    .filter(({ x, width }) => x <= column && column <= x + width)
    .sort((one, other) => one.y - other.y || one.x - other.x);
  return { ...picked, key: pieces[pieces.indexOf(here) + by]?.id ?? here.id, place: null, column };
}

/** The marks as a tape walks them: one stop a piece, in the order it meets them. */
export function stops(bench: Bench): string[] {
  const along = [...new Set(bench.wall.marks.map(markKey))];
  return bench.hook === "start" ? along : along.reverse();
}

/** The stop before or after the picked one; from nowhere, the first or last. */
export function stepAlong(bench: Bench, key: string | null, by: 1 | -1): string | null {
  const all = stops(bench);
  const here = key === null ? -1 : all.indexOf(key);
  if (here >= 0) return all[Math.min(Math.max(here + by, 0), all.length - 1)] ?? null;
  const member = bench.wall.members.find(({ id }) => id === key);
  if (!member) return (by > 0 ? all[0] : all.at(-1)) ?? null;
  // From a piece that has no mark, such as a header: the nearest marked one on that side.
  const isRightward = by > 0 === (bench.hook === "start");
  const marks = isRightward ? bench.wall.marks : bench.wall.marks.toReversed();
  const next = marks.find((mark) => (isRightward ? mark.at > member.x : mark.at < member.x));
  return next ? markKey(next) : key;
}

/** Which way round a stud with a wide face goes, after a comma; nothing for one whose faces are alike. */
const ON_FACE: Record<string, string> = {
  outside: t`on the outside face`,
  inside: t`on the inside face`,
  left: t`on the left face`,
  right: t`on the right face`,
};
const WIDE_FACE: Record<string, string> = {
  outside: t`wide face outside`,
  inside: t`wide face inside`,
  left: t`wide face left`,
  right: t`wide face right`,
};

export function faceOf({ wide_face, side }: Mark | Member, { outside }: Bench): string {
  const face = side ?? wide_face;
  if (!face) return "";
  const where = outside ? (face === outside ? "outside" : "inside") : face;
  return (side ? ON_FACE : WIDE_FACE)[where] ?? "";
}

/** The marks of what is picked: a stud has one on each plate, a jack one, a header none. */
export function marksOf(bench: Bench, key: string): Mark[] {
  return bench.wall.marks.filter((mark) => markKey(mark) === key);
}
