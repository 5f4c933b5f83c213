import { expect, test } from "vitest";
import type { Way } from "../api/client";
import { choicesIn, optionsAsWays } from "./oneChoice";

const option = (value: string) => ({ value, name: value.toUpperCase(), when: "" });
const row = (way: string, options: string[], text = "", is_open = false) =>
  ({ way, key: way, name: way, options: options.map(option), text, is_open }) as unknown as Way;

test("a choice has a few options and no others", () => {
  const groups = [
    {
      key: "corner",
      name: "One",
      rows: [row("corner", ["a", "b"]), row("spacing", ["16", "24"], "16", true)],
    },
  ];
  expect(choicesIn(groups).map(({ way }) => way)).toEqual(["corner"]);
});

test("its options are compared, the one that holds first, at the place that was asked for", () => {
  const ways = optionsAsWays(row("corner", ["a", "b", "c"], "b"), { wall: "A", opening: null });
  expect(ways.map(({ name }) => name)).toEqual(["B, as it is", "A", "C"]);
  expect(ways[1]?.considered?.edits).toEqual([{ edit: "set-way", way: "corner", text: "a", wall: "A" }]);
  expect(ways[0]?.considered).toBeNull();
  const [first] = optionsAsWays(row("jacks", ["a"]), { wall: "A", opening: "W1" });
  expect(first?.considered?.edits).toEqual([{ edit: "set-way", way: "jacks", text: "a", opening: "W1" }]);
});
