import { type ClipboardEvent, type KeyboardEvent, useEffect, useRef } from "react";
import type { ScheduleLine } from "../api/client";
import { COLUMNS, isWritable } from "./columns";
import {
  type CellText,
  changesOf,
  copied,
  filled,
  filledDown,
  type Grid,
  type GridAction,
  isTable,
  pasted,
} from "./grid";

const MOVES: Record<string, [number, number]> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
  PageUp: [-10, 0],
  PageDown: [10, 0],
  Home: [0, -COLUMNS.length],
  End: [0, COLUMNS.length],
};

interface GridInput {
  lines: ScheduleLine[];
  grid: Grid;
  act: (action: GridAction) => void;
  /** What a cell says: what was written there last, or what the schedule says. */
  says: CellText;
  onWrite: (changes: ReturnType<typeof changesOf>) => void;
  onTable: (text: string) => void;
  onCheck: (line: ScheduleLine) => void;
}

/** The keys, and what is pasted and copied, of a schedule that is walked and written like a spreadsheet. */
export function useGridInput({ lines, grid, act, says, onWrite, onTable, onCheck }: GridInput) {
  const table = useRef<HTMLTableElement>(null);
  const line = lines[grid.row];
  const column = COLUMNS[grid.column];
  useEffect(() => {
    table.current?.querySelector("td[data-here]")?.scrollIntoView({ block: "nearest", inline: "nearest" });
  });

  function step(rows: number, columns: number) {
    act({ type: "step", rows, columns, last: lines.length - 1 });
    table.current?.focus();
  }
  function enter(text: string, rows: number, columns: number) {
    // What was refused and is entered once more as it was would only be refused again.
    if (line && column && text !== says(line, column)) onWrite(changesOf(line, column.key, text));
    step(rows, columns);
  }
  function onKey(event: KeyboardEvent) {
    if (grid.typed !== null || event.target !== table.current || !line || !column) return;
    const move = MOVES[event.key];
    if (move && event.shiftKey) {
      act({ type: "extend", rows: move[0], columns: move[1], last: lines.length - 1 });
    } else if (move) step(...move);
    else if (event.key === "Tab" && !event.shiftKey && grid.column < COLUMNS.length - 1) step(0, 1);
    else if (event.key === "Tab" && event.shiftKey && grid.column > 0) step(0, -1);
    else if (column.key === "checked" && [" ", "Enter"].includes(event.key)) onCheck(line);
    else if (event.key === "Escape") act({ type: "at", row: grid.row, column: grid.column });
    else if (["Delete", "Backspace"].includes(event.key)) onWrite(filled(lines, grid, ""));
    else if (event.key === "d" && (event.ctrlKey || event.metaKey)) onWrite(filledDown(lines, grid, says));
    else if (!isWritable(column)) return;
    else if (["Enter", "F2"].includes(event.key)) act({ type: "type", text: says(line, column) });
    else if (event.key.length === 1 && !event.ctrlKey && !event.metaKey) {
      act({ type: "type", text: column.choices ? says(line, column) : event.key });
    } else return;
    event.preventDefault();
  }
  function onPaste(event: ClipboardEvent) {
    if (grid.typed !== null) return;
    const text = event.clipboardData.getData("text");
    event.preventDefault();
    if (isTable(text)) onTable(text);
    else onWrite(pasted(text, lines, grid));
  }
  function onCopy(event: ClipboardEvent) {
    if (grid.typed !== null || !line) return;
    event.clipboardData.setData("text/plain", copied(lines, grid, says));
    event.preventDefault();
  }

  return { table, focus: () => table.current?.focus(), enter, onKey, onPaste, onCopy };
}
