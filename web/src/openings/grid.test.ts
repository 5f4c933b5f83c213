import { describe, expect, test } from "vitest";
import type { ScheduleLine } from "../api/client";
import { COLUMNS } from "./columns";
import {
  type CellText,
  changesOf,
  copied,
  filled,
  filledDown,
  grid,
  isChosen,
  isTable,
  pasted,
  START,
  writtenIn,
} from "./grid";

function line(...marks: string[]): ScheduleLine {
  return { marks } as ScheduleLine;
}

const says: CellText = (one, at) => at.text(one);

const head = COLUMNS.findIndex(({ key }) => key === "head");

describe("the current cell", () => {
  test("steps from cell to cell and stays in the table", () => {
    const at = { ...START, row: 1, column: head };
    expect(grid(at, { type: "step", rows: 1, columns: 0, last: 1 })).toEqual(at);
    expect(grid(at, { type: "step", rows: -1, columns: 1, last: 1 })).toEqual({
      row: 0,
      column: head + 1,
      typed: null,
      anchor: null,
    });
    expect(grid(at, { type: "step", rows: 0, columns: 99, last: 1 }).column).toBe(COLUMNS.length - 1);
  });

  test("what is typed is dropped when it moves on or stops", () => {
    const typing = grid(START, { type: "type", text: "84" });
    expect(typing.typed).toBe("84");
    expect(grid(typing, { type: "stop" }).typed).toBeNull();
    expect(grid(typing, { type: "at", row: 2, column: 3 }).typed).toBeNull();
  });
});

describe("several cells chosen", () => {
  const lines = [
    { marks: ["W1"], head: { value: { text: "82" } }, header: "2-ply 2x8" },
    { marks: ["W2", "W4"], head: { value: { text: "80" } }, header: "6x8" },
    { marks: ["W3"], head: { value: { text: "78" } }, header: "4x8" },
  ] as unknown as ScheduleLine[];
  const from = { ...START, row: 0, column: head };
  const two = grid(from, { type: "extend", rows: 1, columns: 1, last: 2 });

  test("run from the first cell to the current one, either way round", () => {
    expect([0, 1, 2].map((row) => isChosen(two, row, head + 1))).toEqual([true, true, false]);
    const back = grid({ ...from, row: 2 }, { type: "reach", row: 1, column: head });
    expect([0, 1, 2].map((row) => isChosen(back, row, head))).toEqual([false, true, true]);
    expect(grid(two, { type: "step", rows: 0, columns: 1, last: 2 }).anchor).toBeNull();
  });

  test("are copied as a spreadsheet takes them", () => {
    expect(copied(lines, two, says)).toBe("82\t2-ply 2x8\n80\t6x8");
    expect(copied(lines, from, says)).toBe("82");
  });

  test("are filled with one text, or from the uppermost down", () => {
    const column = grid(from, { type: "extend", rows: 2, columns: 0, last: 2 });
    expect(filled(lines, column, "")).toEqual(["W1", "W2", "W4", "W3"].map((mark) => ({ mark, head: "" })));
    expect(filledDown(lines, column, says)).toEqual(["W2", "W4", "W3"].map((mark) => ({ mark, head: "82" })));
    expect(pasted("84", lines, two)).toEqual(
      ["W1", "W2", "W4"].map((mark) => ({ mark, head: "84", header: "84" })),
    );
    expect(filledDown(lines, from, says)).toEqual([]);
  });
});

describe("what writing changes", () => {
  test("a cell of a line that stands for several openings is written for each", () => {
    expect(changesOf(line("W1", "W4"), "head", "84")).toEqual([
      { mark: "W1", head: "84" },
      { mark: "W4", head: "84" },
    ]);
  });

  test("pasted rows run on from the cell, and past the last line nothing is written", () => {
    const lines = [line("W1"), line("W2", "W3")];
    expect(pasted("84\t2-ply 2x10\n80\t6x8\n76\t4x8\n", lines, { ...START, row: 0, column: head })).toEqual([
      { mark: "W1", head: "84", header: "2-ply 2x10" },
      { mark: "W2", head: "80", header: "6x8" },
      { mark: "W3", head: "80", header: "6x8" },
    ]);
  });

  test("what cannot be written is passed over", () => {
    expect(pasted("W9\t\t2\tA\tdoor", [line("W1")], { ...START, row: 0, column: 0 })).toEqual([
      { mark: "W1", kind: "door" },
    ]);
  });

  test("a table names its columns", () => {
    expect(isTable("mark\thead\nW1\t84")).toBe(true);
    expect(isTable("84\t2x8")).toBe(false);
  });
});

test("what was written last in a cell is what waits there, of any opening its line stands for", () => {
  const waiting = [
    { mark: "W1", head: "80" },
    { mark: "W4", head: "84" },
    { mark: "W2", sill: "1" },
  ];
  const column = COLUMNS[head];
  if (!column) throw new Error("there is a head");
  expect(writtenIn(waiting, line("W1", "W4"), column)).toBe("84");
  expect(writtenIn(waiting, line("W2"), column)).toBeUndefined();
  const mark = COLUMNS.find(({ key }) => key === "mark");
  expect(mark && writtenIn(waiting, line("W1", "W4"), mark)).toBeUndefined();
});
