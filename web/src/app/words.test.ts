import { expect, test } from "vitest";
import { wordsOf } from "./words";

const WORDS = wordsOf({
  names: { jack: "prop", cripple: "jack", top_cripple: "top jack" },
  many: { jack: "props", cripple: "jacks" },
  letters: { jack: "P" },
});

test("pieces of a label are what the crew calls them, one or many", () => {
  expect(WORDS.say("{Jack:many} a side; {cripple:many} below {jack}")).toBe("Props a side; jacks below prop");
});

test("what is no field stays as it is, whatever a crew calls a jack", () => {
  const text = "wall jacks, A/W1/jack, jackets and the jack of a car";
  expect(WORDS.say(text)).toBe(text);
});

test("pieces have a name with a capital, lines have theirs", () => {
  expect([
    WORDS.name("jack"),
    WORDS.name("top_cripple"),
    WORDS.name("pad_plate"),
    WORDS.name("cut_line"),
  ]).toEqual(["Prop", "Top jack", "Pad plate", "Doorway cut"]);
  expect([WORDS.letter("jack"), WORDS.letter("block")]).toEqual(["P", undefined]);
});

test("without words of its own a crew says what is usual", () => {
  const usual = wordsOf({ names: {}, many: {}, letters: {} });
  expect(usual.say("{Jack:many} a side")).toBe("Jacks a side");
});
