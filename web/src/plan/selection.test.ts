import { expect, it } from "vitest";
import { NOTHING, type Select, select } from "./selection";

const all = (...actions: Select[]) => actions.reduce(select, NOTHING);

it("a click picks one wall, with Shift another one too", () => {
  const first: Select = { type: "wall", id: "A", isMore: false };
  expect(all(first).walls).toEqual(["A"]);
  expect(all(first, { type: "wall", id: "B", isMore: true }).walls).toEqual(["A", "B"]);
  expect(all(first, { type: "wall", id: "A", isMore: true }).walls).toEqual([]);
  expect(all(first, { type: "wall", id: "B", isMore: false }).walls).toEqual(["B"]);
});

it("an opening is picked instead of walls", () => {
  const picked = all({ type: "walls", ids: ["A", "B"] }, { type: "opening", id: "W1" });
  expect(picked).toEqual({ walls: [], opening: "W1" });
  expect(select(picked, { type: "nothing" })).toEqual(NOTHING);
});
