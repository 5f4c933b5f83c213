import { Box, Heading, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { Link } from "react-router";
import type { ScheduleLine } from "../api/client";
import { FindingTally } from "../app/FindingTally";
import { kindName } from "../app/openingKinds";
import { useWords } from "../app/words";
import { SumColumn } from "../drawing/SumColumn";
import { checkedInWords } from "./checked";

/** The current line: the sums of its rough opening and head, and the way to its walls. */
export function LineCard({ job, line }: { job: string; line: ScheduleLine }) {
  const { piece } = useWords();
  const isLost = line.checked?.is_lost ?? false;
  return (
    <Box px="4" py="3">
      <Heading as="h2" fontFamily="heading" fontWeight="800" fontSize="22px">
        {line.marks.join(", ")}
      </Heading>
      <Text color="faint" mb="3">
        {line.marks.length > 1 ? t`${line.marks.length} alike in` : t`${kindName(line.kind)} in`}{" "}
        {line.walls.map((wall, index) => (
          <span key={wall}>
            {index > 0 && ", "}
            <Link
              to={`/jobs/${job}/bench/${encodeURIComponent(wall)}`}
              style={{ textDecoration: "underline" }}
            >
              {t`wall ${wall}`}
            </Link>
          </span>
        ))}
        {line.floor > 0 && <>, {t`on floor ${line.floor}`}</>}
      </Text>
      <Text fontSize="14px" mb="3" fontWeight="600" color={isLost ? "crayon" : line.checked ? "ink" : "warn"}>
        {checkedInWords(line.checked)}
      </Text>
      <SumColumn sum={{ ...line.rough_width, name: t`Rough width` }} />
      <SumColumn sum={{ ...line.rough_height, name: t`Rough height` }} />
      <SumColumn sum={{ ...line.head, name: t`Head` }} />
      <Box mt="3">
        <FindingTally counts={line.findings} />
      </Box>
      {!line.is_verified && (
        <Text mt="3" fontSize="14px" color="warn">
          <Trans>
            The source of this {piece("header")} is not verified. Check it against the drawings or with the
            engineer, then choose its source.
          </Trans>
        </Text>
      )}
    </Box>
  );
}
