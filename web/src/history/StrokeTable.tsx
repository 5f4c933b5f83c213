import { chakra, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import type { Rework, Stroke } from "../api/client";
import { Figure } from "../app/Figure";

export const Strokes = chakra("table", {
  base: {
    borderCollapse: "collapse",
    "& td": { pe: "3", py: "0.5", verticalAlign: "baseline", whiteSpace: "nowrap" },
    "& .figure": { textAlign: "end" },
    "& caption": { textAlign: "start", fontSize: "13px", color: "faint" },
    "& .says": { whiteSpace: "normal", lineHeight: 1.15 },
  },
});

/** What is struck from a plate and added to it, along it. */
export function StrokeTable({ strokes, hook }: { strokes: readonly Stroke[]; hook: Rework["hook"] | null }) {
  return (
    <Strokes>
      <caption>{hook === "end" ? t`Tape on the right end` : t`Tape on the left end`}</caption>
      <tbody>
        {strokes.map((stroke) => (
          <tr key={`${stroke.added} ${stroke.at.text} ${stroke.symbol} ${stroke.ahead} ${stroke.name}`}>
            <td>
              <Text color={stroke.added ? "chalk" : "crayon"} fontWeight="700">
                {stroke.added ? t`add` : t`strike`}
              </Text>
            </td>
            <td>
              <Text fontFamily="figure" fontSize="19px" fontWeight="700">
                {stroke.symbol || "|"}
              </Text>
            </td>
            <td className="figure">
              <Figure
                text={stroke.at.text}
                fontSize="22px"
                fontWeight="700"
                color={stroke.added ? "ink" : "crayon"}
              />
            </td>
            <td className="says">
              <Text fontSize="13px" color="faint">
                {stroke.name}
                {stroke.opening && <> {t`of ${stroke.opening}`}</>}
                {stroke.ahead !== null && <>, {stroke.ahead ? t`ahead` : t`behind`}</>}
              </Text>
            </td>
          </tr>
        ))}
      </tbody>
    </Strokes>
  );
}
