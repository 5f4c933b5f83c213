import { chakra } from "@chakra-ui/react";
import { Fractions } from "./Fractions";

const Text = chakra("span", {
  base: { fontFamily: "figure", fontVariantNumeric: "tabular-nums lining-nums", whiteSpace: "nowrap" },
});

/** A printed length in the face of figures. */
export function Figure({ text, ...style }: { text: string } & React.ComponentProps<typeof Text>) {
  return (
    <Text {...style}>
      <Fractions text={text} />
    </Text>
  );
}
