import { expect, test } from "vitest";
import { spread } from "./spread";

test("places that are far enough apart stay where they are", () => {
  expect(spread([10, 30, 50], 15, 0, 100)).toEqual([10, 30, 50]);
});

test("places too near to each other move apart by as little as they must", () => {
  expect(spread([10, 11, 30], 5, 0, 40)).toEqual([8, 13, 30]);
});

test("at an edge they move inward, and where there is no room they share what there is", () => {
  expect(spread([0, 1], 10, 0, 100)).toEqual([0, 10]);
  expect(spread([1, 2, 3], 50, 0, 40)).toEqual([0, 20, 40]);
});

test("nothing stays nothing", () => {
  expect(spread([], 5, 0, 10)).toEqual([]);
});
