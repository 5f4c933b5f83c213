import type { Mark, Member } from "../api/client";

/** What of a wall is drawn besides its framing, each shown or hidden by itself. */
export const LAYERS = [
  { name: "sheets", label: "Sheets" },
  { name: "blocks", label: "Blocks" },
  { name: "backing", label: "Backing" },
  { name: "bolts", label: "Bolts" },
  { name: "joints", label: "Joints" },
] as const;

export type Layer = (typeof LAYERS)[number]["name"];

const OF_MEMBER: Partial<Record<Member["role"], Layer>> = { block: "blocks", backing: "backing" };
const OF_MARK: Record<string, Layer | undefined> = { anchor_bolt: "bolts", plate_break: "joints" };

/** Layers that are shown until somebody hides them; sheets cover what is behind them. */
export const SHOWN_AT_FIRST: readonly Layer[] = ["blocks", "backing", "bolts", "joints"];

/** The members of the layers that are shown; what belongs to no layer always is. */
export function membersIn(members: Member[], shown: readonly Layer[]): Member[] {
  return members.filter(({ role }) => isShown(OF_MEMBER[role], shown));
}

/** The marks of the layers that are shown. */
export function marksIn(marks: Mark[], shown: readonly Layer[]): Mark[] {
  return marks.filter(({ role }) => isShown(OF_MARK[role], shown));
}

/** Layers a wall has anything in. */
export function layersOf(wall: { members: Member[]; marks: Mark[]; sheets: { sheets: unknown[] } }): Layer[] {
  const there = new Set<Layer | undefined>([
    ...wall.members.map(({ role }) => OF_MEMBER[role]),
    ...wall.marks.map(({ role }) => OF_MARK[role]),
    wall.sheets.sheets.length > 0 ? "sheets" : undefined,
  ]);
  return LAYERS.map(({ name }) => name).filter((name) => there.has(name));
}

function isShown(layer: Layer | undefined, shown: readonly Layer[]): boolean {
  return layer === undefined || shown.includes(layer);
}
