/**
 * A workshop in daylight, and the truck at six in the morning; no colors but these.
 *
 * crayon: marks and findings · chalk: references and selection · pine: wood · treated: treated wood
 * sun…: what some of them are on the site, where the sun is on the screen
 */
export const colors = {
  ground: { _light: "#f5f0e6", _dark: "#1b1916" },
  bench: { _light: "#fcf9f3", _dark: "#23201c" },
  raised: { _light: "#ffffff", _dark: "#2e2a25" },
  rule: { _light: "#d8cebd", _dark: "#453f37" },
  ink: { _light: "#1c1a17", _dark: "#f4eee3" },
  faint: { _light: "#5d5549", _dark: "#b9ae9d" },
  pine: { _light: "#ecd3a4", _dark: "#6f5836" },
  pineEdge: { _light: "#7d5f33", _dark: "#d6b57c" },
  grain: { _light: "#c9a263", _dark: "#a3834f" },
  treated: { _light: "#a9b8a3", _dark: "#56654f" },
  crayon: { _light: "#a9201a", _dark: "#ff8474" },
  crayonWash: { _light: "#f6ddd7", _dark: "#48231e" },
  chalk: { _light: "#1a589c", _dark: "#8bbcf3" },
  chalkWash: { _light: "#dbe7f4", _dark: "#1f3550" },
  warn: { _light: "#7a5200", _dark: "#e9b95a" },
  tape: { _light: "#fffdf5", _dark: "#39342c" },
  sunFaint: { _light: "#494236", _dark: "#d5cbbb" },
  sunCrayon: { _light: "#8a140f", _dark: "#ffb0a5" },
  sunWarn: { _light: "#5c3d00", _dark: "#f4cf8a" },
} as const;

/** A color as styles and drawings name it. */
export function color(name: keyof typeof colors): string {
  return `var(--bluff-colors-${name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)})`;
}
