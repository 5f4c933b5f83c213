import type { Ways } from "../api/client";

type Words = NonNullable<Ways["words"]>;
type Word = Words[string];

/** Words with one piece's name or letter said otherwise; a piece that says nothing is left out. */
export function withWord(words: Words, piece: string, said: Word): Words {
  const { [piece]: before, ...others } = words;
  const { name, letter } = { ...before, ...said };
  const word: Word = { ...(name ? { name } : {}), ...(letter ? { letter } : {}) };
  return Object.keys(word).length > 0 ? { ...others, [piece]: word } : others;
}

/** The preset that says just these words, if one does. */
export function presetOf(words: Words, presets: readonly { name: string; words: Words }[]): string | null {
  return presets.find((preset) => isAlike(preset.words, words))?.name ?? null;
}

function isAlike(one: Words, other: Words): boolean {
  const pieces = new Set([...Object.keys(one), ...Object.keys(other)]);
  return [...pieces].every(
    (piece) =>
      (one[piece]?.name ?? null) === (other[piece]?.name ?? null) &&
      (one[piece]?.letter ?? null) === (other[piece]?.letter ?? null),
  );
}
