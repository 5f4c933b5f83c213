import { describe, expect, test } from "vitest";
import type { Bench, Mark, Member } from "../api/client";
import { layersAsked, layersOf, marksIn, membersIn, SHOWN_AT_FIRST } from "./layers";

const members = [{ role: "stud" }, { role: "block" }, { role: "backing" }] as Member[];
const marks = [{ role: "stud" }, { role: "anchor_bolt" }] as Mark[];

describe("the layers of a wall", () => {
  test("framing is always shown, layers as they are switched", () => {
    expect(membersIn(members, []).map(({ role }) => role)).toEqual(["stud"]);
    expect(membersIn(members, ["blocks"]).map(({ role }) => role)).toEqual(["stud", "block"]);
    expect(marksIn(marks, SHOWN_AT_FIRST)).toEqual(marks);
    expect(marksIn(marks, []).map(({ role }) => role)).toEqual(["stud"]);
  });

  test("only layers with something in them are offered", () => {
    const bare = { members, marks, sheets: { sheets: [] }, nails: [] } as unknown as Bench["wall"];
    expect(layersOf(bare)).toEqual(["blocks", "backing", "bolts"]);
    const covered = {
      members: [],
      marks: [],
      sheets: { sheets: [1] },
      nails: [1],
    } as unknown as Bench["wall"];
    expect(layersOf(covered)).toEqual(["sheets", "nails"]);
  });

  test("paper is asked for what differs from usual", () => {
    expect(layersAsked(SHOWN_AT_FIRST)).toBe("");
    expect(layersAsked(["sheets", "backing", "bolts", "joints", "nails"])).toBe(
      "&show=sheets&hide=blocks&show=nails",
    );
  });
});
