import { describe, expect, test } from "vitest";
import type { Mark, Member } from "../api/client";
import { layersOf, marksIn, membersIn, SHOWN_AT_FIRST } from "./layers";

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
    expect(layersOf({ members, marks, sheets: { sheets: [] } })).toEqual(["blocks", "backing", "bolts"]);
    expect(layersOf({ members: [], marks: [], sheets: { sheets: [1] } })).toEqual(["sheets"]);
  });
});
