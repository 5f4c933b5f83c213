import { describe, expect, it } from "vitest";
import type { Job, Opening, Wall } from "../api/client";
import { headerOfKind, levelsOf, mergedWays, resized, standing, whenceOf } from "./ways";

const WALL = { id: "A", stud: "2x4", sills: 2 } as Wall;
const OPENING = { id: "W1", head_height: "80" } as Opening;
const JOB = {
  job: {
    standard: { stud_length: "92 5/8", sills: 1 },
    taken: { name: "Harbour crew", standard: { wall_height: "97 1/8", corner: "clips" } },
  },
} as unknown as Job;

describe("where a way is said", () => {
  const levels = levelsOf(JOB, WALL, OPENING);

  it.each([
    ["head_height", "this opening"],
    ["sills", "this wall"],
    ["stud_length", "this job"],
    ["corner", "Harbour crew"],
    ["spacing", null],
    // The job's stud length takes the place of the crew's wall height.
    ["wall_height", null],
  ] as const)("%s: %s", (key, name) => {
    expect(whenceOf(key, levels)).toBe(name);
  });

  it("can follow again only where it is said here", () => {
    const follow = () => undefined;
    expect(standing("sills", levelsOf(JOB, WALL), follow)).toEqual({
      whence: "this wall",
      follows: "the job",
      onFollow: follow,
    });
    expect(standing("corner", levelsOf(JOB, WALL), follow).onFollow).toBeUndefined();
    expect(standing("corner", levelsOf(JOB), follow).follows).toBe("Harbour crew");
    expect(standing("sills", [{ name: "this job", ways: {} }], follow).follows).toBe("the usual");
  });
});

it("keeps a standard that says each thing once", () => {
  expect(mergedWays({ wall_height: "97 1/8", sills: 2 }, { stud_length: "92 5/8", corner: null })).toEqual({
    stud_length: "92 5/8",
    sills: 2,
  });
});

it("takes a header of other boards as nobody’s word", () => {
  const before = { kind: "built-up", size: "2x10", plies: 3, source: "drawings", place: "raised" } as const;
  expect(headerOfKind("flat", before)).toEqual({ kind: "flat", place: "raised" });
  expect(headerOfKind("solid", before)).toEqual({ kind: "solid", size: "4x8", place: "raised" });
  expect(resized(before, { plies: 2 })).toEqual({
    kind: "built-up",
    size: "2x10",
    plies: 2,
    place: "raised",
  });
});
