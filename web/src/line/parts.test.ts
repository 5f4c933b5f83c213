import { expect, test } from "vitest";
import { chosen, inTwo, leftOf } from "./parts";

test("a line is what can be typed, and what follows from it", () => {
  expect(inTwo("W1: head 82 1/2 → 80 · RO 43 x 55, was 3-6 x 4-6")).toEqual({
    line: "W1: head 82 1/2 → 80",
    aside: "RO 43 x 55, was 3-6 x 4-6",
  });
  expect(inTwo("Remove H")).toEqual({ line: "Remove H", aside: "" });
});

test("a choice takes the place of the part it was offered for, and of nothing else", () => {
  expect(chosen("W1 head 84; A 24; delete D1", "A 24", "Wall A: length 36'-0\" → 24'-0\"")).toBe(
    "W1 head 84; Wall A: length 36'-0\" → 24'-0\"; delete D1",
  );
  // A dollar sign means nothing special in what is put in.
  expect(chosen("A 24", "A 24", "$& · was 36")).toBe("$&");
});

test("what was typed on since a choice was offered does not come back", () => {
  expect(chosen("A 25", "A 24", "Wall A: length 36 → 24")).toBe("Wall A: length 36 → 24");
});

test("what is left is a line of its own", () => {
  expect(leftOf([{ text: "A 24" }, { text: "W1 hedder" }])).toBe("A 24; W1 hedder");
  expect(leftOf([])).toBe("");
});
