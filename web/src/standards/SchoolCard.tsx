import { Box, chakra, Text } from "@chakra-ui/react";
import type { Way } from "../api/client";
import { color } from "../app/colors";
import type { Shape } from "../ways/drawings/shapes";

const Card = chakra("button", {
  base: {
    display: "grid",
    gridTemplateColumns: "72px 1fr",
    gap: "2",
    alignItems: "center",
    textAlign: "start",
    w: "full",
    minH: "62px",
    p: "1.5",
    borderWidth: "1px",
    borderRadius: "3px",
    cursor: "pointer",
    bg: "raised",
    _hover: { borderColor: "faint" },
    _focusVisible: { outline: "2px solid", outlineColor: "chalk", outlineOffset: "1px" },
    "&[aria-pressed=true]": { borderColor: "ink", boxShadow: "inset 0 0 0 1px currentColor" },
    "&[data-considered]": { borderColor: "chalk", bg: "chalkWash" },
  },
});

/** One school of a choice: a small drawing, its name, and when one would choose it. */
export function SchoolCard({
  school,
  shapes,
  isInForce,
  isConsidered,
  onConsider,
}: {
  school: Way["options"][number];
  shapes: readonly Shape[];
  isInForce: boolean;
  isConsidered: boolean;
  onConsider: () => void;
}) {
  return (
    <Card
      type="button"
      aria-pressed={isInForce}
      data-considered={isConsidered ? "" : undefined}
      onClick={onConsider}
    >
      <Drawing shapes={shapes} />
      <Box minW="0">
        <Text fontWeight="700" lineHeight="1.15">
          {school.name}
        </Text>
        <Text fontSize="13px" color="faint" lineHeight="1.25">
          {school.when}
        </Text>
      </Box>
    </Card>
  );
}

const FILLS = { wood: "pine", lit: "crayon", gap: "ground", sheet: "tape" } as const;

/** A detail in a few rectangles; what the school is about is in crayon. */
function Drawing({ shapes }: { shapes: readonly Shape[] }) {
  return (
    <svg data-drawn viewBox="0 0 64 40" width="72" height="45" aria-hidden>
      {shapes.map(([x, y, width, height, what = "wood"]) => (
        <rect
          key={`${x} ${y} ${width} ${height} ${what}`}
          x={x}
          y={y}
          width={width}
          height={height}
          fill={color(FILLS[what])}
          stroke={color(what === "gap" ? "rule" : "pineEdge")}
          strokeWidth={0.8}
        />
      ))}
    </svg>
  );
}
