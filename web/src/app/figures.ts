/** Setting printed lengths in type. What a length *is* was decided and printed by the core. */

export type Part =
  | { kind: "plain"; text: string }
  | { kind: "fraction"; key: number; top: string; bottom: string };

/** A fraction's figures beside the others: 3/8 and 5/8 are told apart at arm's length in the sun, or a board is cut
 * twice. */
export const SMALL = 0.74;

/** No figure of a fraction is smaller, in pixels. */
export const LEAST = 11;

/** How large a fraction's figures are among others of a size, in pixels. */
export function fractionSize(size: number): number {
  return Math.max(Math.round(size * SMALL), LEAST);
}

/** A sentence in which no figure is parted from its fraction where a line ends. */
export function unparted(sentence: string): string {
  return sentence.replace(/(\d) (?=\d+\/\d)/g, "$1\u00a0");
}

/** A printed length split where its fractions are: `86 1/2` is `86 ` and 1 over 2. */
export function parts(text: string): Part[] {
  const found: Part[] = [];
  let last = 0;
  for (const match of text.matchAll(/(\d+)\/(\d+)/g)) {
    if (match.index > last) found.push({ kind: "plain", text: text.slice(last, match.index) });
    found.push({ kind: "fraction", key: match.index, top: match[1] ?? "", bottom: match[2] ?? "" });
    last = match.index + match[0].length;
  }
  if (last < text.length) found.push({ kind: "plain", text: text.slice(last) });
  return found;
}

/** The finest a reading is keyed in, in an inch. */
const FINEST = 32;

/** A reading as it would be keyed in, to the 32nd. */
export function asKeyed(inches: number): string {
  const units = Math.round(inches * FINEST);
  const whole = Math.floor(units / FINEST);
  const rest = units % FINEST;
  return [whole > 0 || rest === 0 ? String(whole) : "", rest > 0 ? reduced(rest, FINEST) : ""]
    .filter(Boolean)
    .join(" ");
}

/** A fraction of an inch in its lowest terms. */
export function reduced(top: number, bottom: number): string {
  return top % 2 === 0 ? reduced(top / 2, bottom / 2) : `${top}/${bottom}`;
}
