import { describe, expect, it } from "vitest";
import type { Job, Opening, Wall } from "../api/client";
import { setOnJob, setOnWall } from "../ways/ways";
import { freeMark, isAskedOf, placeOf, positionOf } from "./openingDraft";

const WALL: Wall = { id: "A", stud: "2x4", length: "10'", sills: 2 };
const JOB = {
  job: { standard: { spacing: "16" }, walls: [WALL] },
  next: { wall: "B", window: "W2", doorway: "D2" },
} as unknown as Job;

describe("positions", () => {
  it.each([
    "centred" as const,
    { centre: "9-3", from: "plate-start" as const },
    { edge: "7-2", from: "outside-end" as const },
    { edge: "2-0", from: { opening: "W1" } },
    { edge: "2-0", from: { opening: "W1" }, toward: "start" as const },
    { edge: "2-0", from: { wall: "E", face: "near" as const }, toward: "start" as const },
    { centre: "4-0", from: { wall: "E", face: "far" as const } },
  ])("survive the form: %j", (at) => {
    expect(positionOf(placeOf(at))).toEqual(at);
  });
});

describe("setting ways", () => {
  it("sets a key on the wall and keeps the others", () => {
    const edit = setOnWall("A", () => ({ spacing: "24" }))(JOB);
    expect(edit).toEqual({ edit: "change-wall", id: "A", wall: { ...WALL, spacing: "24" } });
  });

  it("lets a key follow again", () => {
    const edit = setOnWall("A", () => ({ sills: undefined }))(JOB);
    expect(edit).toMatchObject({ wall: { id: "A", stud: "2x4", length: "10'" } });
    expect(JSON.stringify(edit)).not.toContain("sills");
  });

  it("puts a wall height in place of a stud length", () => {
    const wall = { ...WALL, stud_length: "92 5/8" };
    const edit = setOnWall("A", () => ({ wall_height: "97 1/8" }))({
      ...JOB,
      job: { ...JOB.job, walls: [wall] },
    });
    expect(JSON.stringify(edit)).not.toContain("stud_length");
  });

  it("alters the wall as it is by then, and says when it is gone", () => {
    const newest = { ...JOB, job: { ...JOB.job, walls: [{ ...WALL, floor: "slab" as const }] } };
    expect(setOnWall("A", () => ({ spacing: "24" }))(newest)).toMatchObject({
      wall: { floor: "slab", spacing: "24" },
    });
    expect(() => setOnWall("Z", () => ({}))(JOB)).toThrow("Wall Z is not in this job any more");
  });

  it("sets the whole job's", () => {
    expect(setOnJob({ sills: 1 })(JOB)).toEqual({
      edit: "set-standard",
      standard: { spacing: "16", sills: 1 },
    });
  });
});

it("gives the first mark nobody has", () => {
  expect([freeMark(JOB, "window"), freeMark(JOB, "pocket-door")]).toEqual(["W2", "D2"]);
});

it("asks an opening only for what makes a difference to it", () => {
  const window = { kind: "window", unit: "3-6 x 4-6" } as Opening;
  const scheduled = { kind: "window", rough: "43 x 55" } as Opening;
  const pocket = { kind: "pocket-door", unit: "2-6 x 6-8" } as Opening;
  expect(isAskedOf(window, "sills")).toBe(true);
  expect(isAskedOf(window, "window_allowance")).toBe(true);
  expect(isAskedOf(scheduled, "window_allowance")).toBe(false);
  expect(isAskedOf(pocket, "sills")).toBe(false);
  expect(isAskedOf(pocket, "header", "kind")).toBe(true);
  expect(isAskedOf(pocket, "usual_allowances", "pocket-door")).toBe(true);
  expect(isAskedOf(pocket, "usual_allowances", "bypass-door")).toBe(false);
  expect(isAskedOf(window, "spacing")).toBe(false);
});
