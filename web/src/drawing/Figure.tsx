import { chakra } from "@chakra-ui/react";
import { LEAST, parts, SMALL } from "./figures";

const Fraction = chakra("span", {
  base: {
    fontSize: `max(${SMALL}em, ${LEAST}px)`,
    whiteSpace: "nowrap",
    "& sup": { fontSize: "1em", top: 0, verticalAlign: "0.32em", lineHeight: 0 },
    "& sub": { fontSize: "1em", bottom: 0, verticalAlign: "-0.1em", lineHeight: 0 },
  },
});

const Text = chakra("span", {
  base: { fontFamily: "figure", fontVariantNumeric: "tabular-nums lining-nums", whiteSpace: "nowrap" },
});

/** A printed length with its fractions set as fractions. It reads out, and copies, as plain text. */
export function Figure({ text, ...style }: { text: string } & React.ComponentProps<typeof Text>) {
  return (
    <Text {...style}>
      {parts(text).map((part) =>
        part.kind === "plain" ? (
          part.text
        ) : (
          <Fraction key={part.key}>
            <sup>{part.top}</sup>/<sub>{part.bottom}</sub>
          </Fraction>
        ),
      )}
    </Text>
  );
}
