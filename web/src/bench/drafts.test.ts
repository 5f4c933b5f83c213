import { describe, expect, it } from "vitest";
import type { Job, Wall } from "../api/client";
import { headerOfKind, setOnJob, setOnWall } from "../ways/ways";
import { freeMark, placeOf, positionOf } from "./openingDraft";

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

it("keeps only who says so when the kind of header changes", () => {
  const before = { kind: "built-up", size: "2x10", plies: 3, source: "drawings" } as const;
  expect(headerOfKind("flat", before)).toEqual({ kind: "flat", source: "drawings" });
  expect(headerOfKind("solid", before)).toEqual({ kind: "solid", size: "4x8", source: "drawings" });
});
