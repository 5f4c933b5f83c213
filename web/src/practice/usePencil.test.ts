// @vitest-environment happy-dom

import { act, cleanup, renderHook } from "@testing-library/react";
import type { KeyboardEvent } from "react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { DrawnMark, Exercise } from "../api/client";
import { usePencil } from "./usePencil";

/** A wall of 150 inches that is marked with X and K. */
const EXERCISE = {
  top: { inches: 150 },
  bottom: { inches: 150 },
  letters: [{ symbol: "X" }, { symbol: "K" }],
} as unknown as Exercise;

afterEach(cleanup);

/** A pencil, what it drew so far, and how a key is pressed on the deck. */
function onDeck() {
  let marks: DrawnMark[] = [];
  const hook = renderHook(() =>
    usePencil(EXERCISE, (to) => {
      marks = to({ marks, sums: {}, hints: 0, began: null }).marks ?? marks;
    }),
  );
  const press = (key: string, held: Partial<KeyboardEvent> = {}) => {
    const preventDefault = vi.fn();
    act(() => hook.result.current.key({ key, ...held, preventDefault } as unknown as KeyboardEvent));
    return preventDefault.mock.calls.length > 0;
  };
  return {
    press,
    pencil: () => hook.result.current.pencil,
    read: (inches: number, symbol: string | null) => act(() => hook.result.current.read(inches, symbol)),
    drawn: () =>
      marks.map(({ plate, inches, symbol, ahead }) => `${plate} ${inches} ${symbol} ${ahead}`).sort(),
  };
}

describe("the pencil on the deck", () => {
  it("goes by a sixteenth, an inch and a foot, and never off the plate", () => {
    const { press, pencil } = onDeck();
    press("ArrowRight");
    expect(pencil().inches).toBe(1 / 16);
    press("ArrowRight", { shiftKey: true });
    expect(pencil().inches).toBe(1 + 1 / 16);
    press("PageUp");
    press("PageDown");
    press("PageDown");
    expect(pencil().inches).toBeGreaterThanOrEqual(0);
    for (let times = 0; times < 20; times++) press("PageUp");
    for (let times = 0; times < 20; times++) press("PageDown");
    expect([0, 150]).toContain(pencil().inches);
  });

  it("draws a letter on both plates, ahead of the line, until it is told otherwise", () => {
    const { press, read, drawn } = onDeck();
    read(15.25, "X");
    expect(drawn()).toEqual(["bottom 15.25 X true", "top 15.25 X true"]);
    press("ArrowUp");
    press("<");
    press("k");
    expect(drawn()).toContain("top 15.25 K false");
    expect(drawn()).not.toContain("bottom 15.25 K false");
  });

  it("rubs out what is under it, on the plates it is on", () => {
    const { press, read, drawn } = onDeck();
    read(15.25, "X");
    press("ArrowDown");
    press("Delete");
    expect(drawn()).toEqual(["top 15.25 X true"]);
  });

  it("leaves to the browser what is the browser's, and letters nobody marks with", () => {
    const { press, drawn } = onDeck();
    expect(press("x", { ctrlKey: true })).toBe(false);
    expect(press("Tab")).toBe(false);
    expect(press("q")).toBe(false);
    expect(drawn()).toEqual([]);
  });
});
