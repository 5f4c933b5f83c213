import { describe, expect, it } from "vitest";
import type { Opening, Whence } from "../api/client";
import { headerOfKind, mergedWays, resized, standing, whenceInForm } from "./ways";

const WALL: Whence = {
  here: "this wall",
  follows: "the job",
  of: { sills: "this wall", stud_length: "this job", corner: "Harbour crew" },
};

describe("where a way is said", () => {
  const follow = () => undefined;

  it("can follow again only where it is said here", () => {
    expect(standing("sills", WALL, follow)).toEqual({
      whence: "this wall",
      follows: "the job",
      onFollow: follow,
    });
    expect(standing("corner", WALL, follow)).toMatchObject({ whence: "Harbour crew", onFollow: undefined });
    expect(standing("spacing", WALL, follow)).toMatchObject({ whence: null, onFollow: undefined });
  });

  it("is a form's own as soon as it is in it, before anybody was asked", () => {
    const opening = { id: "W1", head_height: "80" } as Opening;
    const form = whenceInForm(WALL);
    expect(standing("head_height", form, follow, opening)).toEqual({
      whence: "this opening",
      follows: "the wall",
      onFollow: follow,
    });
    expect(standing("sills", form, follow, opening)).toMatchObject({
      whence: "this wall",
      onFollow: undefined,
    });
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
