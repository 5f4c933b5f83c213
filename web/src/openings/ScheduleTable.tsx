import { Box, chakra } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import type { Schedule, ScheduleLine } from "../api/client";
import { useWords } from "../app/words";
import { Cell } from "./Cell";
import { CellEditor } from "./CellEditor";
import { COLUMNS, type Column, isWritable } from "./columns";
import {
  type CellText,
  type Change,
  type changesOf,
  type Grid,
  type GridAction,
  isChosen,
  writtenIn,
} from "./grid";
import { useGridInput } from "./useGridInput";
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

interface ScheduleTableProps {
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
}

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
}: ScheduleTableProps) {
  const notIn = refused.flatMap(({ changes }) => changes);
  const says: CellText = (one, at) =>
    writtenIn(waiting, one, at) ?? writtenIn(notIn, one, at) ?? at.text(one);
  /** Why what is written in a cell was refused; null where it was not. */
  const whyNot = (one: ScheduleLine, at: Column) =>
    refused.findLast(({ changes }) => writtenIn(changes, one, at) !== undefined)?.why ?? null;
  const { lines } = schedule;
  const { table, focus, enter, onKey, onPaste, onCopy } = useGridInput({
    lines,
    grid,
    act,
    says,
    onWrite,
    onTable,
    onCheck,
  });
  const { piece } = useWords();

  return (
    <Box flex="1" minH="0" overflow="auto">
      {/* A grid: its current cell is announced as it changes, though the table itself has the focus. */}
      <Table
        ref={table}
        role="grid"
        aria-label={t`Openings`}
        aria-multiselectable
        aria-rowcount={lines.length + 1}
        aria-activedescendant={lines[grid.row] ? cellId(grid.row, grid.column) : undefined}
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
                {head(piece)}
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
                      focus();
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
                          focus();
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
