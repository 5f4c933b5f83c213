/** English as no language is: accented and longer, so that a test sees what is not translated and what is cut off. */

/** Letters that the typefaces have accented; the others stand as they are. */
const PLAIN = "acdeghijklnorstuwyzACDEGHIJKLNORSTUWYZ";
const ACCENTED = [..."åçðéĝĥîĵķļñöŕšţûŵýžÅÇÐÉĜĤÎĴĶĻÑÖŔŠŢÛŴÝŽ"];
const LETTERS = new Map([...PLAIN].map((letter, index) => [letter, ACCENTED[index] ?? letter]));

/** How much longer, as Spanish or German may be. */
const LONGER = 0.4;

/** The text of a message, made up; what stands for an element, like `<0>`, stays. */
export function madeUp(text: string): string {
  const letters = [...text].filter((letter) => /[a-z]/iu.test(letter)).length;
  const made = text.replace(/<\/?\d+\/?>|./gsu, (one) => LETTERS.get(one) ?? one);
  const end = made.trimEnd();
  return end + "·".repeat(Math.round(letters * LONGER)) + made.slice(end.length);
}
