import { beforeEach, expect, test } from "vitest";
import { recalled, recentLines, remember } from "./recentLines";

beforeEach(() => recentLines.setState({ value: [] }));

test("the latest line comes first, and no line twice", () => {
  for (const line of ["W1 head 84", "A 24'", "W1 head 84"]) remember(line);
  expect(recentLines.getState().value).toEqual(["W1 head 84", "A 24'"]);
});

test("only so many are kept", () => {
  for (let number = 0; number < 50; number += 1) remember(`W${number} gone`);
  expect(recentLines.getState().value).toHaveLength(30);
  expect(recentLines.getState().value[0]).toBe("W49 gone");
});

test("the arrows go back and forth, and stop at both ends", () => {
  for (const line of ["A 24'", "W1 head 84", "W2 gone"]) remember(line);
  expect(recalled("", 1)).toEqual({ line: "W2 gone", back: 1 });
  expect(recalled("", 3)).toEqual({ line: "A 24'", back: 3 });
  expect(recalled("", 9)).toEqual({ line: "A 24'", back: 3 });
  expect(recalled("", -1)).toEqual({ line: "", back: 0 });
});

test("what is typed already says which is looked for", () => {
  for (const line of ["A 24'", "W1 head 84", "W2 gone", "W1 gone"]) remember(line);
  expect(recalled("W1", 1)).toEqual({ line: "W1 gone", back: 1 });
  expect(recalled("W1", 2)).toEqual({ line: "W1 head 84", back: 2 });
  expect(recalled("W1", 3)).toEqual({ line: "W1 head 84", back: 2 });
  expect(recalled("roof", 1)).toEqual({ line: "roof", back: 0 });
});
