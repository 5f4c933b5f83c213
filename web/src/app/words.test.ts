import { expect, test } from "vitest";
import { wordsOf } from "./words";

const WORDS = wordsOf({
  names: { jack: "prop", cripple: "jack", top_cripple: "top jack" },
  many: { jack: "props", cripple: "jacks" },
  letters: { jack: "P" },
});

test("pieces are what the crew calls them, one or many, with a capital or without", () => {
  const fields = ["Jack:many", "cripple:many", "jack", "Top_cripple"];
  expect(fields.map(WORDS.piece)).toEqual(["Props", "jacks", "prop", "Top jack"]);
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
  expect(usual.piece("Jack:many")).toBe("Jacks");
});
