// @vitest-environment happy-dom

import { act, cleanup, renderHook } from "@testing-library/react";
import { type ClipboardEvent, type KeyboardEvent, useReducer } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { ScheduleLine } from "../api/client";
import { COLUMNS, type Column } from "./columns";
import { type Change, START, grid as walk } from "./grid";
import { useGridInput } from "./useGridInput";

const LINES = ["W1", "W2", "D1"].map((mark) => ({ marks: [mark] }) as unknown as ScheduleLine);
const column = (key: Column["key"]) => COLUMNS.findIndex((one) => one.key === key);

afterEach(() => {
  cleanup();
  document.body.replaceChildren();
});

/** Keys on a schedule of three lines whose cells all say 82, at a cell. */
function at(row: number, key: Column["key"]) {
  const onWrite = vi.fn<(changes: Change[]) => void>();
  const onTable = vi.fn<(text: string) => void>();
  const onCheck = vi.fn<(line: ScheduleLine) => void>();
  const table = document.createElement("table");
  document.body.append(table);
  const hook = renderHook(() => {
    const [grid, act] = useReducer(walk, { ...START, row, column: column(key) });
    const input = useGridInput({ lines: LINES, grid, act, says: () => "82", onWrite, onTable, onCheck });
    input.table.current = table;
    return { grid, ...input };
  });
  const press = (name: string, held: Partial<KeyboardEvent> = {}) => {
    const preventDefault = vi.fn();
    const event = { key: name, target: table, ...held, preventDefault };
    act(() => hook.result.current.onKey(event as unknown as KeyboardEvent));
    return preventDefault.mock.calls.length > 0;
  };
  const paste = (text: string) =>
    act(() =>
      hook.result.current.onPaste({
        clipboardData: { getData: () => text },
        preventDefault: vi.fn(),
      } as unknown as ClipboardEvent),
    );
  const enter = (text: string) => act(() => hook.result.current.enter(text, 1, 0));
  return { press, paste, enter, onWrite, onTable, onCheck, grid: () => hook.result.current.grid };
}

describe("keys on the schedule", () => {
  it("walks by arrows and stays on the table", () => {
    const { press, grid } = at(0, "head");
    press("ArrowUp");
    expect(grid().row).toBe(0);
    press("ArrowDown");
    press("ArrowRight");
    expect([grid().row, grid().column]).toEqual([1, column("head") + 1]);
    press("PageDown");
    expect(grid().row).toBe(2);
  });

  it("begins to write with the key that was pressed, or with what is there", () => {
    const { press, grid } = at(0, "head");
    expect(press("8")).toBe(true);
    expect(grid().typed).toBe("8");
    const other = at(0, "head");
    other.press("F2");
    expect(other.grid().typed).toBe("82");
  });

  it("writes what was entered, and nothing where it is as it was", () => {
    const { enter, onWrite, grid } = at(0, "head");
    enter("82");
    expect(onWrite).not.toHaveBeenCalled();
    expect(grid().row).toBe(1);
    enter("84");
    expect(onWrite.mock.lastCall?.[0]).toMatchObject([{ mark: "W2", head: "84" }]);
  });

  it("empties and fills down what is chosen", () => {
    const { press, onWrite } = at(0, "head");
    press("ArrowDown", { shiftKey: true });
    press("Delete");
    expect(onWrite.mock.lastCall?.[0].map(({ mark, head }) => [mark, head])).toEqual([
      ["W1", ""],
      ["W2", ""],
    ]);
    press("d", { ctrlKey: true });
    expect(onWrite.mock.lastCall?.[0]).toMatchObject([{ mark: "W2", head: "82" }]);
  });

  it("takes rows that name their columns as a schedule, and any others as cells", () => {
    const { paste, onWrite, onTable } = at(0, "head");
    paste("80\n84");
    expect(onWrite.mock.lastCall?.[0].map(({ mark, head }) => [mark, head])).toEqual([
      ["W1", "80"],
      ["W2", "84"],
    ]);
    paste("mark\twall\tunit\tat\nW9\tA\t3-0x4-0\t9-3");
    expect(onTable).toHaveBeenCalledTimes(1);
  });

  it("checks a line against the plan where that is what the cell is for", () => {
    const { press, onCheck } = at(1, "checked");
    press(" ");
    expect(onCheck.mock.lastCall?.[0].marks).toEqual(["W2"]);
  });

  it("leaves the keys of a field inside it alone", () => {
    const { press, grid } = at(0, "head");
    const before = grid();
    expect(press("ArrowDown", { target: document.createElement("input") })).toBe(false);
    expect(grid()).toEqual(before);
  });
});
