import { expect, test } from "vitest";
import { wordsOf } from "./words";

const WORDS = wordsOf({
  names: { jack: "prop", top_cripple: "top jack" },
  letters: { jack: "P" },
  says: { jack: "prop", jacks: "props", Jacks: "Props", cripples: "jacks", "a jack": "a prop" },
});

test("labels are put into the crew's words, each once", () => {
  expect(WORDS.say("Jacks a side; cripples below a jack")).toBe("Props a side; jacks below a prop");
});

test("tools, ids and longer words stay as they are", () => {
  expect(WORDS.say("wall jacks, A/W1/jack, jackets")).toBe("wall jacks, A/W1/jack, jackets");
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
  const usual = wordsOf({ names: {}, letters: {}, says: {} });
  expect(usual.say("Jacks a side")).toBe("Jacks a side");
});
