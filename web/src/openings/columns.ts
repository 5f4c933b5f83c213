import { t } from "@lingui/core/macro";
import type { ScheduleLine } from "../api/client";
import { kindName, OPENING_KINDS } from "../app/openingKinds";
import type { Piece } from "../app/words";
import { sizeInFigures } from "./sizes";

/** A column of the schedule: its head, and how a line reads in it; `key` is what the server calls the cell. */
export interface Column {
  key: string;
  /** What stands above it. */
  head: (piece: Piece) => string;
  /** What the cell holds as one would type it. */
  text: (line: ScheduleLine) => string;
  /** What is read in it, where that is not what one would type. */
  shown?: (line: ScheduleLine) => string;
  /** Whether a figure stands in it. */
  isFigure?: boolean;
  isReadOnly?: boolean;
  /** What may be written in it, where that is one of a few words. */
  choices?: readonly { value: string; label: string }[];
}

export const COLUMNS: readonly Column[] = [
  { key: "mark", head: () => t`Mark`, text: ({ marks }) => marks.join(" "), isReadOnly: true },
  { key: "checked", head: () => t`Checked`, text: () => "", isReadOnly: true },
  {
    key: "count",
    head: () => t`Count`,
    text: ({ marks }) => String(marks.length),
    isFigure: true,
    isReadOnly: true,
  },
  {
    key: "walls",
    head: () => t`Walls`,
    text: ({ walls, floor }) => (floor ? t`${walls.join(" ")} floor ${floor}` : walls.join(" ")),
    isReadOnly: true,
  },
  {
    key: "kind",
    head: () => t`Kind`,
    text: ({ kind }) => kind,
    shown: ({ kind }) => kindName(kind),
    choices: OPENING_KINDS,
  },
  {
    key: "unit",
    head: () => t`Call-out`,
    text: ({ size, sizing }) => (sizing === "unit" ? size : ""),
    isFigure: true,
  },
  { key: "rough", head: () => t`Rough opening`, text: sizeInFigures, isFigure: true },
  { key: "head", head: () => t`Head`, text: ({ head }) => head.value.text, isFigure: true },
  {
    key: "header",
    head: (piece) => piece("Header"),
    text: ({ header }) => header,
    shown: (line) => line.header_called,
  },
  {
    key: "source",
    head: () => t`Source`,
    text: ({ source }) => source,
    shown: (line) => line.source_called,
    choices: [
      { value: "drawings", label: t`Drawings` },
      { value: "engineer", label: t`Engineer` },
      { value: "habit", label: t`Crew’s habit` },
      { value: "unverified", label: t`Not verified` },
    ],
  },
  { key: "jacks", head: (piece) => piece("Jack:many"), text: ({ jacks }) => String(jacks), isFigure: true },
  { key: "kings", head: (piece) => piece("King:many"), text: ({ kings }) => String(kings), isFigure: true },
];

/** Columns that can be typed or pasted into. */
export function isWritable({ isReadOnly }: Column): boolean {
  return !isReadOnly;
}
