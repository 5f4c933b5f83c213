import { describe, expect, test } from "vitest";
import type { DrawnMark } from "../api/client";
import { alike, drawn, letterOf, type Pencil, rubbedOut, stepOf, typedLine, within } from "./sheet";

const PENCIL: Pencil = { inches: 15.25, on: "both", ahead: true };
const on = (plate: DrawnMark["plate"], inches: number, symbol = "X"): DrawnMark => ({
  plate,
  inches,
  symbol,
  ahead: true,
});

describe("the pencil", () => {
  test("is set to the nearest sixteenth, on the plate", () => {
    expect(within(15.26, 136)).toBe(15.25);
    expect(within(-3, 136)).toBe(0);
    expect(within(200, 136.7)).toBe(136.6875);
  });

  test("goes on by a sixteenth, by an inch, by a foot", () => {
    expect(stepOf("ArrowRight", false)).toBe(1 / 16);
    expect(stepOf("ArrowLeft", true)).toBe(-1);
    expect(stepOf("PageUp", false)).toBe(12);
    expect(stepOf("k", false)).toBeNull();
  });

  test("writes the letter of a key, as the crew writes it", () => {
    expect(letterOf("k", ["X", "K", "cut"])).toBe("K");
    expect(letterOf("s", ["X", "SP", "cut"])).toBe("SP");
    expect(letterOf("|", ["X", "cut"])).toBe("cut");
    expect(letterOf("c", ["X", "cut"])).toBeNull();
    expect(letterOf("Enter", ["X", "E"])).toBeNull();
  });
});

test("a letter behind a typed reading is drawn there", () => {
  expect(typedLine(" 15 1/4  k ", ["X", "K", "cut"])).toEqual({ reading: "15 1/4", symbol: "K" });
  expect(typedLine("60 cut", ["X", "cut"])).toEqual({ reading: "60", symbol: "cut" });
  expect(typedLine("15 1/4", ["X"])).toEqual({ reading: "15 1/4", symbol: null });
});

describe("a line", () => {
  test("is drawn on both plates, and not twice", () => {
    const once = drawn([], PENCIL, "X");
    expect(once).toEqual([on("bottom", 15.25), on("top", 15.25)]);
    expect(drawn(once, { ...PENCIL, on: "top" }, "X")).toEqual(once);
    expect(drawn(once, { ...PENCIL, on: "top" }, "K")).toHaveLength(3);
  });

  test("is rubbed out where the pencil is, on the plates it is on", () => {
    const marks = [on("bottom", 15.25), on("top", 15.25), on("bottom", 31.25)];
    expect(rubbedOut(marks, { ...PENCIL, on: "top" })).toEqual([on("bottom", 15.25), on("bottom", 31.25)]);
    expect(rubbedOut(marks, PENCIL)).toEqual([on("bottom", 31.25)]);
  });

  test("that is on both plates is listed once, in order along the tape", () => {
    const marks = [on("bottom", 31.25), on("bottom", 15.25, "K"), on("top", 31.25)];
    expect(alike(marks)).toEqual([
      { mark: marks[1], places: [1], plates: "bottom" },
      { mark: marks[0], places: [0, 2], plates: "both plates" },
    ]);
  });
});
