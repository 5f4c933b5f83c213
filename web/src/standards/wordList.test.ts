import { expect, test } from "vitest";
import { presetOf, withWord } from "./wordList";

const PRESETS = [
  { name: "Usual", words: {} },
  { name: "Trimmers", words: { jack: { name: "trimmer", letter: "T" } } },
];

test("a word is said, said otherwise, and left out again", () => {
  const named = withWord({}, "jack", { name: "trimmer" });
  expect(named).toEqual({ jack: { name: "trimmer" } });
  const lettered = withWord(named, "jack", { letter: "T" });
  expect(lettered).toEqual({ jack: { name: "trimmer", letter: "T" } });
  expect(withWord(lettered, "jack", { name: null })).toEqual({ jack: { letter: "T" } });
  expect(withWord(named, "jack", { name: null })).toEqual({});
});

test("a preset is known by what it says", () => {
  expect(presetOf({}, PRESETS)).toBe("Usual");
  expect(presetOf({ jack: { letter: "T", name: "trimmer" } }, PRESETS)).toBe("Trimmers");
  expect(presetOf({ jack: { name: "prop" } }, PRESETS)).toBeNull();
});
