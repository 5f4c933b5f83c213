import { expect, test } from "vitest";
import type { Wall } from "../api/client";
import { withoutSpecial } from "./specials";

const wall = {
  id: "A",
  posts: [{ id: "P1" }, { id: "P2" }],
  backing: [{ id: "R1" }],
} as Wall;

test("a piece of a post or of backing takes the whole of it out", () => {
  expect(withoutSpecial(wall, { of: { part: "post", mark: "P1" } })?.posts).toEqual([{ id: "P2" }]);
  expect(withoutSpecial(wall, { of: { part: "backing", mark: "R1" } })?.backing).toEqual([]);
});

test("other pieces belong to no special", () => {
  expect(withoutSpecial(wall, { of: null })).toBeNull();
  expect(withoutSpecial(wall, { of: { part: "post", mark: "P9" } })).toBeNull();
  expect(withoutSpecial(wall, { of: { part: "corner", mark: "start" } })).toBeNull();
});
