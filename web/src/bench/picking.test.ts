import { describe, expect, it } from "vitest";
import type { Bench, Mark, Member } from "../api/client";
import { NOTHING_PICKED, pick, stepAlong, stops } from "./picking";

function piece(id: string, x: number, y: number, width: number, height: number): Member {
  return { id, x, y, width, height } as Member;
}

function mark(member: string | null, at: number, plate: "bottom" | "top" = "bottom"): Mark {
  return { member, at, plate, role: "cut_line", opening: "D1" } as Mark;
}

const MEMBERS = [
  piece("plate", 0, 0, 100, 1.5),
  piece("jack", 40, 1.5, 1.5, 81),
  piece("header", 40, 82.5, 46, 7.25),
  piece("cripple", 40, 89.75, 1.5, 4.375),
];
const MARKS = [
  mark("stud", 10),
  mark("stud", 10, "top"),
  mark("jack", 40),
  mark(null, 41.5),
  mark("end", 90),
];

function bench(hook: "start" | "end" = "start"): Bench {
  return { hook, wall: { members: MEMBERS, marks: MARKS } } as Bench;
}

describe("stepping along the tape", () => {
  it("stops once at each piece, and at bare lines", () => {
    expect(stops(bench())).toEqual(["stud", "jack", "D1/cut_line/41.5", "end"]);
    expect(stops(bench("end"))).toEqual(["end", "D1/cut_line/41.5", "jack", "stud"]);
  });

  it("begins at the end it comes from, and stays at the last", () => {
    expect(stepAlong(bench(), null, 1)).toBe("stud");
    expect(stepAlong(bench(), null, -1)).toBe("end");
    expect(stepAlong(bench(), "end", 1)).toBe("end");
  });

  it("goes on from a piece without a mark to the next one on that side", () => {
    expect(stepAlong(bench(), "header", 1)).toBe("D1/cut_line/41.5");
    expect(stepAlong(bench(), "header", -1)).toBe("stud");
    expect(stepAlong(bench("end"), "header", 1)).toBe("stud");
  });
});

describe("stepping up", () => {
  it("keeps to the vertical line it began in", () => {
    let picked = pick(NOTHING_PICKED, { type: "pick", key: "jack" });
    const up = { type: "rise", members: MEMBERS, by: 1 } as const;
    picked = pick(picked, up);
    expect(picked.key).toBe("header");
    picked = pick(picked, up);
    expect(picked.key).toBe("cripple");
    expect(pick(picked, up).key).toBe("cripple");
  });
});

describe("picking", () => {
  it("forgets a finding's place when a piece is picked", () => {
    const placed = pick(NOTHING_PICKED, { type: "place", at: 48 });
    expect(placed.place).toBe(48);
    expect(pick(placed, { type: "pick", key: "jack" }).place).toBeNull();
    expect(pick(placed, { type: "hover", key: "jack" }).place).toBe(48);
  });
});
