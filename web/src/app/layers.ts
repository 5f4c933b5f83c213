import { t } from "@lingui/core/macro";
import { useStore } from "zustand";
import type { Bench, Mark, Member } from "../api/client";
import { keptStore } from "../device/keptStore";
import type { Piece } from "./words";

/** What of a wall is drawn besides its framing, each shown or hidden by itself. */
export const LAYERS = [
  { name: "sheets", label: () => t`Sheets` },
  { name: "blocks", label: (piece: Piece) => piece("Block:many") },
  { name: "backing", label: (piece: Piece) => piece("Backing") },
  { name: "bolts", label: () => t`Bolts` },
  { name: "joints", label: () => t`Splices` },
  { name: "nails", label: () => t`Nails` },
] as const;

export type Layer = (typeof LAYERS)[number]["name"];

const OF_MEMBER: Partial<Record<Member["role"], Layer>> = { block: "blocks", backing: "backing" };
const OF_MARK: Record<string, Layer | undefined> = {
  anchor_bolt: "bolts",
  pin: "bolts",
  plate_break: "joints",
};

/** Layers that are shown until somebody hides them; sheets and nails cover what is behind them. */
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
export function layersOf(wall: Pick<Bench["wall"], "members" | "marks" | "sheets" | "nails">): Layer[] {
  const there = new Set<Layer | undefined>([
    ...wall.members.map(({ role }) => OF_MEMBER[role]),
    ...wall.marks.map(({ role }) => OF_MARK[role]),
    wall.sheets.sheets.length > 0 ? "sheets" : undefined,
    wall.nails.length > 0 ? "nails" : undefined,
  ]);
  return LAYERS.map(({ name }) => name).filter((name) => there.has(name));
}

function isShown(layer: Layer | undefined, shown: readonly Layer[]): boolean {
  return layer === undefined || shown.includes(layer);
}

const shown = keptStore<readonly Layer[]>("bluff.layers", (stored) =>
  Array.isArray(stored)
    ? LAYERS.map(({ name }) => name).filter((name) => stored.includes(name))
    : SHOWN_AT_FIRST,
);

/** The layers that are shown, on every wall and on paper, until this browser is told otherwise. */
export function useLayers(): readonly Layer[] {
  return useStore(shown, ({ value }) => value);
}

/** Shows a layer, or hides one that is shown. */
export function toggleLayer(layer: Layer): void {
  shown.setState(({ value }) => ({
    value: value.includes(layer) ? value.filter((one) => one !== layer) : [...value, layer],
  }));
}

/** The part of an address that asks for sheets with these layers. */
export function layersAsked(layers: readonly Layer[]): string {
  return LAYERS.map(({ name }) => {
    if (layers.includes(name) === SHOWN_AT_FIRST.includes(name)) return "";
    return layers.includes(name) ? `&show=${name}` : `&hide=${name}`;
  }).join("");
}
