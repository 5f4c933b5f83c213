import type { ScheduleLine } from "../api/client";
import { COLUMNS, type Column, isWritable } from "./columns";

interface Cell {
  row: number;
  column: number;
}

/** The current cell, and what is being typed there; null while nothing is. */
export interface Grid extends Cell {
  typed: string | null;
  /** The other corner of the cells that are chosen, null while only one is. */
  anchor: Cell | null;
}

export type GridAction =
  | { type: "at"; row: number; column: number }
  | { type: "step"; rows: number; columns: number; last: number }
  /** Selects from the current cell to another, or so many rows and columns on. */
  | { type: "reach"; row: number; column: number }
  | { type: "extend"; rows: number; columns: number; last: number }
  | { type: "type"; text: string }
  | { type: "stop" };

export const START: Grid = { row: 0, column: COLUMNS.findIndex(isWritable), typed: null, anchor: null };

/** Moves through the cells as a spreadsheet does. */
export function grid(state: Grid, action: GridAction): Grid {
  switch (action.type) {
    case "at":
      return { row: action.row, column: action.column, typed: null, anchor: null };
    case "step":
      return { ...moved(state, action), typed: null, anchor: null };
    case "reach":
      return { row: action.row, column: action.column, typed: null, anchor: anchorOf(state) };
    case "extend":
      return { ...moved(state, action), typed: null, anchor: anchorOf(state) };
    case "type":
      return { ...state, typed: action.text, anchor: null };
    case "stop":
      return { ...state, typed: null };
  }
}

function moved(
  { row, column }: Cell,
  { rows, columns, last }: { rows: number; columns: number; last: number },
): Cell {
  return { row: within(row + rows, last), column: within(column + columns, COLUMNS.length - 1) };
}

function anchorOf({ anchor, row, column }: Grid): Cell {
  return anchor ?? { row, column };
}

function within(place: number, last: number): number {
  return Math.min(Math.max(place, 0), Math.max(last, 0));
}

/** What a cell says: what is in the schedule, or was written over it and waits to go in. */
export type CellText = (line: ScheduleLine, column: Column) => string;

/** Whether a cell is among those that are chosen. */
export function isChosen(state: Grid, row: number, column: number): boolean {
  const { top, bottom, left, right } = chosen(state);
  return top <= row && row <= bottom && left <= column && column <= right;
}

/** The cells that are chosen, from corner to corner. */
function chosen(state: Grid): { top: number; bottom: number; left: number; right: number } {
  const { row, column } = anchorOf(state);
  return {
    top: Math.min(row, state.row),
    bottom: Math.max(row, state.row),
    left: Math.min(column, state.column),
    right: Math.max(column, state.column),
  };
}

/** A change of the schedule: cells by their column, and the mark of the opening they belong to. */
export type Change = { mark: string } & Record<string, string>;

/** What writing one cell of a line changes: that cell of every opening the line stands for. */
export function changesOf(line: ScheduleLine, column: string, text: string): Change[] {
  return written(line, { [column]: text });
}

/** The chosen cells as a spreadsheet takes them: a line a row, tabs between cells. */
export function copied(lines: ScheduleLine[], state: Grid, text: CellText): string {
  const { top, bottom, left, right } = chosen(state);
  const columns = COLUMNS.slice(left, right + 1);
  return lines
    .slice(top, bottom + 1)
    .map((line) => columns.map((column) => text(line, column)).join("\t"))
    .join("\n");
}

/** The same text in every chosen cell that can be written; nothing lets them follow again. */
export function filled(lines: ScheduleLine[], state: Grid, text: string): Change[] {
  return over(lines, state, () => text);
}

/** The uppermost of the chosen cells written into those below it. */
export function filledDown(lines: ScheduleLine[], state: Grid, text: CellText): Change[] {
  const first = lines[chosen(state).top];
  if (!first) return [];
  return over(lines, state, (column, line) => (line === first ? null : text(first, column)));
}

/** What rows pasted at a cell change: they run on downward and to the right; one cell alone fills those chosen. */
export function pasted(text: string, lines: ScheduleLine[], state: Grid): Change[] {
  const rows = text.replace(/\r?\n$/, "").split(/\r?\n/);
  const { top, left } = chosen(state);
  if (rows.length === 1 && state.anchor && !text.includes("\t")) return filled(lines, state, text.trim());
  const columns = COLUMNS.slice(left);
  return rows.flatMap((cells, index) => {
    const line = lines[top + index];
    if (!line) return [];
    return written(
      line,
      Object.fromEntries(
        cells.split("\t").flatMap((cell, offset) => {
          const at = columns[offset];
          return at && isWritable(at) ? [[at.key, cell.trim()]] : [];
        }),
      ),
    );
  });
}

/** Whether pasted rows are a table of their own, whose first line names its columns. */
export function isTable(text: string): boolean {
  const [first = ""] = text.split(/\r?\n/);
  return first.split(/\t|,/).some((name) => name.trim().toLowerCase() === "mark");
}

/** What becomes of the chosen cells that can be written; null leaves one as it is. */
function over(
  lines: ScheduleLine[],
  state: Grid,
  write: (column: Column, line: ScheduleLine) => string | null,
): Change[] {
  const { top, bottom, left, right } = chosen(state);
  const columns = COLUMNS.slice(left, right + 1).filter(isWritable);
  return lines.slice(top, bottom + 1).flatMap((line) => {
    const cells = columns.flatMap((column) => {
      const text = write(column, line);
      return text === null ? [] : [[column.key, text]];
    });
    return written(line, Object.fromEntries(cells));
  });
}

/** Cells written for every opening a line stands for; no change where there are none. */
function written(line: ScheduleLine, cells: Record<string, string>): Change[] {
  return Object.keys(cells).length === 0 ? [] : line.marks.map((mark) => ({ ...cells, mark }));
}

/** What was written last in a cell and waits to go in; undefined when nothing does. */
export function writtenIn(
  waiting: readonly Change[],
  line: ScheduleLine,
  { key }: Column,
): string | undefined {
  if (key === "mark") return undefined;
  return waiting.findLast((change) => line.marks.includes(change.mark) && key in change)?.[key];
}
