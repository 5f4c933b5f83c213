import { Fractions } from "../app/Fractions";
import { parts } from "../app/figures";
import look from "./BigFigure.module.css";

/** Digits are so wide in the figure face, for one of their height. */
const DIGIT = 0.47;
const LARGEST = 132;

/** A figure as large as the width there is takes it, so that it is read at arm's length and never cut off. */
export function BigFigure({ text, isStruck = false }: { text: string; isStruck?: boolean }) {
  const width = parts(text).reduce(
    (sum, part) =>
      sum + (part.kind === "plain" ? part.text.length : 0.74 * (part.top.length + part.bottom.length + 0.6)),
    0,
  );
  const fontSize = `min(${LARGEST}px, ${Math.floor(98 / (width * DIGIT))}cqw)`;
  return (
    <span className={look.room}>
      <span className={look.figure} style={{ fontSize }} data-is-struck={isStruck || undefined}>
        <Fractions text={text} />
      </span>
    </span>
  );
}
