import { describe, expect, it } from "vitest";
import type { Job, Wall } from "../api/client";
import { changeWall } from "../app/changeWall";
import { freeMark, placeOf, positionOf } from "./openingDraft";

const WALL: Wall = { id: "A", stud: "2x4", length: "10'", sills: 2 };
const JOB = {
  job: { standard: { spacing: "16" }, walls: [WALL] },
  next: { wall: "B", window: "W2", doorway: "D2", rise: 4 },
} as unknown as Job;

describe("positions", () => {
  it.each([
    "centered" as const,
    { center: "9-3", from: "plate-start" as const },
    { edge: "7-2", from: "outside-end" as const },
    { edge: "2-0", from: { opening: "W1" } },
    { edge: "2-0", from: { opening: "W1" }, toward: "start" as const },
    { edge: "2-0", from: { wall: "E", face: "near" as const }, toward: "start" as const },
    { center: "4-0", from: { wall: "E", face: "far" as const } },
  ])("survive the form: %j", (at) => {
    expect(positionOf(placeOf(at))).toEqual(at);
  });
});

it("alters a wall as it is by then, and says when it is gone", () => {
  const newest = { ...JOB, job: { ...JOB.job, walls: [{ ...WALL, floor: "slab" as const }] } };
  expect(changeWall("A", (wall) => ({ ...wall, stud: "2x6" }))(newest)).toEqual({
    edit: "change-wall",
    id: "A",
    wall: { ...WALL, floor: "slab", stud: "2x6" },
  });
  expect(() => changeWall("Z", (wall) => wall)(JOB)).toThrow("Wall Z is not in this job any more");
});

it("gives the first mark nobody has", () => {
  expect([freeMark(JOB, "window"), freeMark(JOB, "pocket-door")]).toEqual(["W2", "D2"]);
});
