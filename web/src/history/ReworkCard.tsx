import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import type { Rework } from "../api/client";
import { color } from "../app/colors";
import { Figure } from "../app/Figure";
import { sectionName } from "../app/section";
import { capital, useWords } from "../app/words";
import { Strokes, StrokeTable } from "./StrokeTable";

/** What became of a wall, in words. */
function whatBecame({ wall, change }: Rework): string {
  switch (change) {
    case "changed":
      return t`Wall ${wall}`;
    case "new":
      return t`Wall ${wall} is new`;
    case "gone":
      return t`Wall ${wall} is gone`;
  }
}

/** A wall that is framed otherwise: both drawn over one another, what is struck and added, what is recut. */
export function ReworkCard({ rework }: { rework: Rework }) {
  const { piece } = useWords();
  return (
    <Box as="section" aria-label={t`Wall ${rework.wall}`} mt="4" pb="4" borderBottomWidth="1px">
      <Heading as="h3" fontFamily="heading" fontWeight="800" fontSize="24px">
        {whatBecame(rework)}
      </Heading>
      <OverOneAnother rework={rework} />
      <Flex gap="8" wrap="wrap" mt="2" align="start">
        {rework.change === "changed" &&
          rework.plates.map(({ plate, strokes }) => (
            <Box key={plate} as="section" aria-label={piece(`${capital(plate)}_plate`)}>
              <Text fontWeight="700">{piece(`${capital(plate)}_plate`)}</Text>
              <StrokeTable strokes={strokes} hook={rework.hook} />
            </Box>
          ))}
        {rework.recuts.length > 0 && (
          <Box as="section" aria-label={t`Pieces`}>
            <Text fontWeight="700">{t`Pieces`}</Text>
            <Strokes>
              <tbody>
                {rework.recuts.map(({ section, length, name, more }) => (
                  <tr key={`${section} ${length.text}`}>
                    <td className="figure">
                      <Figure text={String(Math.abs(more))} fontSize="19px" fontWeight="700" />
                    </td>
                    <td>
                      <Text color={more > 0 ? "chalk" : "crayon"} fontWeight="700">
                        {more > 0 ? t`more` : t`fewer`}
                      </Text>
                    </td>
                    <td>
                      <Figure
                        text={`${sectionName(section)} x ${length.text}`}
                        fontSize="19px"
                        fontWeight="700"
                      />
                    </td>
                    <td>
                      <Text fontSize="13px" color="faint">
                        {name}
                      </Text>
                    </td>
                  </tr>
                ))}
              </tbody>
            </Strokes>
          </Box>
        )}
      </Flex>
    </Box>
  );
}

const LOOKS = {
  same: { fill: color("pine"), stroke: color("pineEdge"), opacity: 0.45 },
  gone: { fill: color("crayonWash"), stroke: color("crayon"), strokeDasharray: "2 1.5" },
  new: { fill: color("chalkWash"), stroke: color("chalk") },
} as const;

/** What stays pale, what is gone dashed, what is new solid. */
function OverOneAnother({ rework: { wall, length, height, pieces } }: { rework: Rework }) {
  return (
    <Box mt="2" overflowX="auto">
      <svg
        role="img"
        aria-label={t`Wall ${wall} before and after, one over the other`}
        viewBox={`-1 -1 ${length + 2} ${height + 2}`}
        style={{ width: "100%", minWidth: 280, maxHeight: 260, display: "block" }}
      >
        {pieces.map(({ state, corners }, index) => (
          <polygon
            // biome-ignore lint/suspicious/noArrayIndexKey: pieces never change under a key
            key={index}
            points={corners.map(([x, y]) => `${x},${height - y}`).join(" ")}
            strokeWidth="0.5"
            vectorEffect="none"
            {...LOOKS[state]}
          />
        ))}
      </svg>
    </Box>
  );
}
