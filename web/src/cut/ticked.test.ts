import { describe, expect, it } from "vitest";
import type { Cutting } from "../api/client";
import type { Waiting } from "../outbox/outbox";
import { withTicks } from "./ticked";

const figure = (inches: number) => ({ inches, text: String(inches) });

/** Two boards of one section: two studs of 92 off the first, one off the second, of which the last is cut. */
const CUTTING = {
  pieces: 3,
  cut: 1,
  sections: [
    {
      section: "2x4",
      boards: [
        { number: 1, cuts: ["A/stud/1", "A/stud/2"].map((name) => stud(name, null)) },
        { number: 2, cuts: [stud("A/stud/3", { by: "LF", at: "2026-01-05T07:30:00Z" })] },
      ],
      stops: [
        { length: figure(92), bevel: null, short: null, count: 3, cut: 1, boards: [1, 2] },
        { length: figure(46), bevel: null, short: null, count: 1, cut: 0, boards: [1] },
      ],
    },
  ],
} as unknown as Cutting;

function stud(name: string, cut: { by: string; at: string } | null) {
  return { name, length: figure(92), bevel: null, short: null, cut };
}

function ticked(board: number, name: string, isDone: boolean, refused: string | null = null) {
  const one = { kind: "cut", board, name, is_done: isDone, key: "", at: "2026-01-05T07:31:00Z" };
  return { number: 1, job: "", by: { person: "", name: "lead" }, refused, entry: one } as Waiting;
}

describe("what is ticked here and not on the server yet", () => {
  it("is cut on the boards, at its stop, and in all", () => {
    const shown = withTicks(CUTTING, [ticked(1, "A/stud/2", true)]);
    expect(shown.cut).toBe(2);
    expect(shown.sections[0]?.boards[0]?.cuts.map(({ cut }) => cut?.by ?? null)).toEqual([null, "lead"]);
    expect(shown.sections[0]?.stops.map(({ cut }) => cut)).toEqual([2, 0]);
  });

  it("is the last entry, and takes back what the server knows", () => {
    const shown = withTicks(CUTTING, [
      ticked(1, "A/stud/1", true),
      ticked(1, "A/stud/1", false),
      ticked(2, "A/stud/3", false),
    ]);
    expect(shown.cut).toBe(0);
    expect(shown.sections[0]?.stops[0]?.cut).toBe(0);
  });

  it("is nothing where the server refused it, or knows it already", () => {
    expect(withTicks(CUTTING, [ticked(1, "A/stud/1", true, "planned again")])).toEqual(CUTTING);
    expect(withTicks(CUTTING, [ticked(2, "A/stud/3", true)]).cut).toBe(1);
  });
});
