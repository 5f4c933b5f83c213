import type { ScheduleLine } from "../api/client";
import { sizeInFigures } from "./sizes";

/** A column of the schedule: its head, and how a line reads in it; `key` is what the server calls the cell. */
export interface Column {
  key: string;
  head: string;
  /** What the cell holds as one would type it. */
  text: (line: ScheduleLine) => string;
  /** Whether a figure stands in it. */
  isFigure?: boolean;
  isReadOnly?: boolean;
  /** What may be written in it, where that is one of a few words. */
  choices?: readonly string[];
}

export const KINDS = [
  "window",
  "door",
  "pocket-door",
  "bypass-door",
  "bifold-door",
  "sliding-door",
  "overhead-door",
  "cased-opening",
] as const;

export const COLUMNS: readonly Column[] = [
  { key: "mark", head: "Mark", text: ({ marks }) => marks.join(" "), isReadOnly: true },
  { key: "checked", head: "Checked", text: () => "", isReadOnly: true },
  {
    key: "count",
    head: "Count",
    text: ({ marks }) => String(marks.length),
    isFigure: true,
    isReadOnly: true,
  },
  {
    key: "walls",
    head: "Walls",
    text: ({ walls, floor }) => `${walls.join(" ")}${floor ? ` floor ${floor}` : ""}`,
    isReadOnly: true,
  },
  { key: "kind", head: "Kind", text: ({ kind }) => kind, choices: KINDS },
  {
    key: "unit",
    head: "Call-out",
    text: ({ size, sizing }) => (sizing === "unit" ? size : ""),
    isFigure: true,
  },
  { key: "rough", head: "Rough opening", text: sizeInFigures, isFigure: true },
  { key: "head", head: "Head", text: ({ head }) => head.value.text, isFigure: true },
  { key: "header", head: "{Header}", text: ({ header }) => header },
  {
    key: "source",
    head: "Source",
    text: ({ source }) => source,
    choices: ["drawings", "engineer", "habit", "unverified"],
  },
  { key: "jacks", head: "{Jack:many}", text: ({ jacks }) => String(jacks), isFigure: true },
  { key: "kings", head: "{King:many}", text: ({ kings }) => String(kings), isFigure: true },
];

/** Columns that can be typed or pasted into. */
export function isWritable({ isReadOnly }: Column): boolean {
  return !isReadOnly;
}
