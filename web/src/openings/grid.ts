import type { ScheduleLine } from "../api/client";
import { COLUMNS, isWritable } from "./columns";

/** Where the hand is in the table, and what is being typed there; null while nothing is. */
export interface Grid {
  row: number;
  column: number;
  typed: string | null;
}

export type GridAction =
  | { type: "at"; row: number; column: number }
  | { type: "step"; rows: number; columns: number; last: number }
  | { type: "type"; text: string }
  | { type: "stop" };

export const START: Grid = { row: 0, column: COLUMNS.findIndex(isWritable), typed: null };

/** Moves through the cells as a spreadsheet does. */
export function grid(state: Grid, action: GridAction): Grid {
  switch (action.type) {
    case "at":
      return { row: action.row, column: action.column, typed: null };
    case "step":
      return {
        row: within(state.row + action.rows, action.last),
        column: within(state.column + action.columns, COLUMNS.length - 1),
        typed: null,
      };
    case "type":
      return { ...state, typed: action.text };
    case "stop":
      return { ...state, typed: null };
  }
}

function within(place: number, last: number): number {
  return Math.min(Math.max(place, 0), Math.max(last, 0));
}

/** A change of the schedule: cells by their column, and the mark of the opening they belong to. */
export type Change = { mark: string } & Record<string, string>;

/** What writing one cell of a line changes: that cell of every opening the line stands for. */
export function changesOf(line: ScheduleLine, column: string, text: string): Change[] {
  return line.marks.map((mark) => ({ mark, [column]: text }));
}

/** What rows pasted at a cell change: they run on downward and to the right, over what can be written. */
export function pasted(text: string, lines: ScheduleLine[], { row, column }: Grid): Change[] {
  const rows = text.replace(/\r?\n$/, "").split(/\r?\n/);
  const columns = COLUMNS.slice(column);
  return rows.flatMap((cells, index) => {
    const line = lines[row + index];
    if (!line) return [];
    const written = Object.fromEntries(
      cells.split("\t").flatMap((cell, offset) => {
        const at = columns[offset];
        return at && isWritable(at) ? [[at.key, cell.trim()]] : [];
      }),
    );
    return line.marks.map((mark) => ({ ...written, mark }));
  });
}

/** Whether pasted rows are a table of their own, whose first line names its columns. */
export function isTable(text: string): boolean {
  const [first = ""] = text.split(/\r?\n/);
  return first.split(/\t|,/).some((name) => name.trim().toLowerCase() === "mark");
}
