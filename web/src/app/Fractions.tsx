import look from "./Fractions.module.css";
import { LEAST, parts, SMALL } from "./figures";

const SIZE = { fontSize: `max(${SMALL}em, ${LEAST}px)` };

/** A printed length with its fractions set as fractions. It reads out, and copies, as plain text. */
export function Fractions({ text }: { text: string }) {
  return parts(text).map((part) =>
    part.kind === "plain" ? (
      part.text
    ) : (
      <span key={part.key} className={look.fraction} style={SIZE}>
        <sup>{part.top}</sup>/<sub>{part.bottom}</sub>
      </span>
    ),
  );
}
