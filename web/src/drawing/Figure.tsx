import { chakra } from "@chakra-ui/react";
import { parts } from "./figures";

const Fraction = chakra("span", {
  base: {
    // 3/8 and 5/8 are told apart at arm's length in the sun, or a board is cut twice.
    fontSize: "max(0.74em, 11px)",
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
