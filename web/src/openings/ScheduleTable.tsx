import { Box, Button, chakra, Text } from "@chakra-ui/react";
import { Check, RotateCcw, TriangleAlert } from "lucide-react";
import { type ClipboardEvent, type KeyboardEvent, useEffect, useRef } from "react";
import type { Schedule, ScheduleLine } from "../api/client";
import { Figure } from "../app/Figure";
import { useWords } from "../app/words";
import { CellEditor } from "./CellEditor";
import { checkedInWords } from "./checked";
import { COLUMNS, type Column, isWritable } from "./columns";
import {
  type CellText,
  type Change,
  changesOf,
  copied,
  filled,
  filledDown,
  type Grid,
  type GridAction,
  isChosen,
  isTable,
  pasted,
  writtenIn,
} from "./grid";
import type { RefusedCells } from "./useSchedule";

const Table = chakra("table", {
  base: {
    w: "full",
    borderCollapse: "separate",
    borderSpacing: 0,
    "& th": {
      position: "sticky",
      top: 0,
      bg: "ground",
      fontSize: "13px",
      fontWeight: 600,
      color: "faint",
      textAlign: "start",
      px: "1.5",
      py: "1.5",
      borderBottomWidth: "1px",
      whiteSpace: "nowrap",
      zIndex: 1,
    },
    "& td": { px: "1.5", h: "36px", borderBottomWidth: "1px", whiteSpace: "nowrap", fontSize: "15px" },
    "& td > *": { verticalAlign: "middle" },
    "& td > button": { minW: "34px", px: "1", gap: "0.5" },
    "& tr > :first-of-type": { ps: "4" },
    "& .end": { textAlign: "end" },
    "& td[data-here]": { outline: "2px solid", outlineColor: "chalk", outlineOffset: "-2px" },
    "& tr[data-here] td, & td[data-chosen]": { bg: "chalkWash" },
    "& td[data-chosen]": { boxShadow: "inset 0 0 0 1px {colors.chalk}" },
  },
});

/** The schedule as a table that is walked and written like a spreadsheet. */
export function ScheduleTable({
  schedule,
  grid,
  act,
  waiting,
  refused,
  onWrite,
  onTable,
  onCheck,
}: {
  schedule: Schedule;
  grid: Grid;
  act: (action: GridAction) => void;
  /** What was written and is not in the schedule yet. */
  waiting: readonly Change[];
  /** What was written and refused, with why. */
  refused: readonly RefusedCells[];
  onWrite: (changes: ReturnType<typeof changesOf>) => void;
  onTable: (text: string) => void;
  onCheck: (line: ScheduleLine) => void;
}) {
  const notIn = refused.flatMap(({ changes }) => changes);
  const says: CellText = (one, at) =>
    writtenIn(waiting, one, at) ?? writtenIn(notIn, one, at) ?? at.text(one);
  /** Why what is written in a cell was refused; null where it was not. */
  const whyNot = (one: ScheduleLine, at: Column) =>
    refused.findLast(({ changes }) => writtenIn(changes, one, at) !== undefined)?.why ?? null;
  const table = useRef<HTMLTableElement>(null);
  const { lines } = schedule;
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
  const { say } = useWords();
  function onCopy(event: ClipboardEvent) {
    if (grid.typed !== null || !line) return;
    event.clipboardData.setData("text/plain", copied(lines, grid, says));
    event.preventDefault();
  }

  return (
    <Box flex="1" minH="0" overflow="auto">
      {/* A grid: its current cell is announced as the hand moves, though the table itself has the focus. */}
      <Table
        ref={table}
        role="grid"
        aria-label="Openings"
        aria-multiselectable
        aria-rowcount={lines.length + 1}
        aria-activedescendant={line ? cellId(grid.row, grid.column) : undefined}
        tabIndex={0}
        onKeyDown={onKey}
        onPaste={onPaste}
        onCopy={onCopy}
        _focusVisible={{ outline: "none" }}
        userSelect="none"
      >
        <thead>
          <tr aria-rowindex={1}>
            {COLUMNS.map(({ key, head, isFigure }) => (
              <th key={key} scope="col" className={isFigure ? "end" : undefined}>
                {say(head)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map((one, row) => (
            <tr
              key={one.marks.join(" ")}
              aria-rowindex={row + 2}
              data-here={row === grid.row ? "" : undefined}
            >
              {COLUMNS.map((at, index) => {
                const isHere = row === grid.row && index === grid.column;
                return (
                  // biome-ignore lint/a11y/useKeyWithClickEvents: the table around it has the keys
                  // biome-ignore lint/a11y/useAriaPropsSupportedByRole: a cell of a grid is a gridcell
                  <td
                    key={at.key}
                    id={cellId(row, index)}
                    aria-selected={isHere || (grid.anchor !== null && isChosen(grid, row, index))}
                    data-here={isHere ? "" : undefined}
                    data-chosen={grid.anchor && isChosen(grid, row, index) ? "" : undefined}
                    data-cell={`${one.marks[0]} ${at.key}`}
                    className={at.isFigure ? "end" : undefined}
                    onClick={({ shiftKey }) => {
                      if (isHere && grid.typed !== null) return;
                      act({ type: shiftKey ? "reach" : "at", row, column: index });
                      table.current?.focus();
                    }}
                    onDoubleClick={() => isWritable(at) && act({ type: "type", text: says(one, at) })}
                  >
                    {isHere && grid.typed !== null ? (
                      <CellEditor
                        column={at}
                        text={grid.typed}
                        onType={(text) => act({ type: "type", text })}
                        onEnter={enter}
                        onStop={() => {
                          act({ type: "stop" });
                          table.current?.focus();
                        }}
                      />
                    ) : (
                      <Cell
                        column={at}
                        line={one}
                        written={writtenIn(waiting, one, at)}
                        refused={writtenIn(notIn, one, at)}
                        why={whyNot(one, at)}
                        onCheck={() => onCheck(one)}
                      />
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </Table>
    </Box>
  );
}

function cellId(row: number, column: number): string {
  return `cell-${row}-${column}`;
}

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

function Cell({
  column,
  line,
  written,
  refused,
  why,
  onCheck,
}: {
  column: Column;
  line: ScheduleLine;
  /** What was written here and waits to go in. */
  written: string | undefined;
  /** What was written here and refused. */
  refused: string | undefined;
  why: string | null;
  onCheck: () => void;
}) {
  if (written)
    return (
      <Text as="span" color="chalk" fontStyle="italic" title="Written, and on its way in">
        {written}
      </Text>
    );
  if (refused !== undefined)
    return (
      <Text as="span" color="crayon" fontWeight="700" title={why ?? ""} textDecoration="underline wavy">
        {refused || "empty"}
      </Text>
    );
  const text = column.text(line);
  switch (column.key) {
    case "mark":
      return (
        <Text as="span" fontFamily="heading" fontWeight="700" fontSize="17px">
          {text}
        </Text>
      );
    case "rough":
      return (
        <>
          {line.is_usual && (
            <Text as="span" color="warn" fontSize="12px" fontWeight="600" me="1.5">
              usual
            </Text>
          )}
          <Figure text={text} fontSize="19px" fontWeight="700" />
        </>
      );
    case "header":
      return <Figure text={text} fontSize="17px" fontWeight="600" />;
    case "source":
      return <Source line={line} />;
    case "kind":
      return text.replace("-", " ");
    case "checked":
      return <Checked line={line} onCheck={onCheck} />;
    default:
      return column.isFigure ? <Figure text={text} fontSize="17px" fontWeight="600" /> : text;
  }
}

/** Who sized a header; what is no authority is marked until somebody says. */
function Source({ line: { source, is_verified } }: { line: ScheduleLine }) {
  if (is_verified) return source;
  return (
    <Box as="span" display="inline-flex" alignItems="center" gap="1" color="warn" fontWeight="600">
      <TriangleAlert size={14} aria-hidden /> {source}
    </Box>
  );
}

function Checked({ line: { marks, checked }, onCheck }: { line: ScheduleLine; onCheck: () => void }) {
  const isChecked = checked !== null && !checked.is_lost;
  return (
    <Button
      variant={isChecked ? "solid" : "outline"}
      tabIndex={-1}
      aria-pressed={isChecked}
      aria-label={`${marks.join(", ")} checked against the plan`}
      title={checkedInWords(checked)}
      onClick={onCheck}
      {...(checked?.is_lost ? { borderColor: "crayon", color: "crayon" } : {})}
    >
      {isChecked ? <Check /> : checked ? <RotateCcw /> : null}
      {checked?.by}
    </Button>
  );
}
