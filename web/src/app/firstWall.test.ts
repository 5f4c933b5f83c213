import { expect, test } from "vitest";
import { stepOf, type Way } from "./firstWall";

const NEW: Way = { job: null, mayChange: true, hasLooked: false };
const job = (walls: number, openings: number) => ({ id: "j", walls, openings, king: "king" });
const numbers = (...ways: Partial<Way>[]) => ways.map((way) => stepOf({ ...NEW, ...way }).number);

test("an account that may change plans goes from a job to a wall, a window, the bench and the deck", () => {
  expect(
    numbers(
      {},
      { job: job(0, 0) },
      { job: job(1, 0) },
      { job: job(1, 1) },
      { job: job(1, 1), hasLooked: true },
    ),
  ).toEqual([1, 2, 3, 4, 5]);
});

test("an account that may not starts on a wall that is there", () => {
  const framer = { mayChange: false };
  expect(numbers(framer, { ...framer, job: job(0, 0) }, { ...framer, job: job(3, 2) })).toEqual([1, 4, 4]);
  expect(stepOf({ ...NEW, ...framer }).title).toBe("Open a job");
});
