import { expect, test } from "vitest";
import { settled } from "./labels";

const label = (...places: [number, number][]) => ({ places, width: 10, height: 6, mustStand: false });

test("each label stands at the first of its places that is clear of those before it", () => {
  expect(settled([label([0, 0]), label([4, 2], [4, 6]), label([12, 1])])).toEqual([[0, 0], [4, 6], null]);
});

test("what touches is clear, and what must stand does so wherever it lies", () => {
  expect(settled([label([0, 0]), label([10, 0]), { ...label([1, 1], [2, 2]), mustStand: true }])).toEqual([
    [0, 0],
    [10, 0],
    [1, 1],
  ]);
});
