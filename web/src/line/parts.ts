/** What stands behind it follows from the rest of a line, and is not typed. */
const ASIDE = " · ";

/** A line that Bluff wrote, in what can be typed and what follows from it. */
export function inTwo(said: string): { line: string; aside: string } {
  const [line = "", ...asides] = said.split(ASIDE);
  return { line, aside: asides.join(ASIDE) };
}

/** A typed line with one of its parts taken as it was chosen. */
export function chosen(text: string, part: string, choice: string): string {
  const { line } = inTwo(choice);
  return text.includes(part) ? text.replace(part, () => line) : line;
}

/** What of a typed line is left to type once the rest of it is entered. */
export function leftOf(unread: readonly { text: string }[]): string {
  return unread.map(({ text }) => text).join("; ");
}
