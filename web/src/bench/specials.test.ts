import { expect, test } from "vitest";
import type { Wall } from "../api/client";
import { withoutSpecial } from "./specials";

const wall = {
  id: "A",
  posts: [{ id: "P1" }, { id: "P2" }],
  backing: [{ id: "R1" }],
} as Wall;

test("a piece of a post or of backing takes the whole of it out", () => {
  expect(withoutSpecial(wall, "A/post/P1/stud/start")?.posts).toEqual([{ id: "P2" }]);
  expect(withoutSpecial(wall, "A/backing/R1/960-1888")?.backing).toEqual([]);
});

test("other pieces belong to no special", () => {
  expect(withoutSpecial(wall, "A/stud/3")).toBeNull();
  expect(withoutSpecial(wall, "A/post/P9")).toBeNull();
});
