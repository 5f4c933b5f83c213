import type { CSSProperties } from "react";

/**
 * Type in a drawing. As a style, not as attributes: the page's reset outranks attributes.
 * Letters in a drawing never catch the mouse; the wood below them does.
 */
export function lettering(fontSize: number, fontWeight: number): CSSProperties {
  return {
    fontFamily: "'Sofia Sans Condensed Variable', sans-serif",
    fontVariantNumeric: "tabular-nums lining-nums",
    fontSize,
    fontWeight,
    pointerEvents: "none",
  };
}
