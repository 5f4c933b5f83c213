import { Box, Heading, Text } from "@chakra-ui/react";
import { Link } from "react-router";
import type { ScheduleLine } from "../api/client";
import { FindingTally } from "../app/FindingTally";
import { Said } from "../app/words";
import { SumColumn } from "../drawing/SumColumn";
import { checkedInWords } from "./checked";

/** The line the hand is on: the sums of its rough opening and head, and the way to its walls. */
export function LineCard({ job, line }: { job: string; line: ScheduleLine }) {
  const isLost = line.checked?.is_lost ?? false;
  return (
    <Box px="4" py="3">
      <Heading as="h2" fontFamily="heading" fontWeight="800" fontSize="22px">
        {line.marks.join(", ")}
      </Heading>
      <Text color="faint" mb="3">
        {line.marks.length > 1 ? `${line.marks.length} alike` : line.kind.replace("-", " ")} in{" "}
        {line.walls.map((wall, index) => (
          <span key={wall}>
            {index > 0 && ", "}
            <Link
              to={`/jobs/${job}/bench/${encodeURIComponent(wall)}`}
              style={{ textDecoration: "underline" }}
            >
              wall {wall}
            </Link>
          </span>
        ))}
        {line.floor > 0 && `, on floor ${line.floor}`}
      </Text>
      <Text fontSize="14px" mb="3" fontWeight="600" color={isLost ? "crayon" : line.checked ? "ink" : "warn"}>
        {checkedInWords(line.checked)}
      </Text>
      <SumColumn sum={{ ...line.rough_width, name: "Rough width" }} />
      <SumColumn sum={{ ...line.rough_height, name: "Rough height" }} />
      <SumColumn sum={{ ...line.head, name: "Head" }} />
      <Box mt="3">
        <FindingTally counts={line.findings} />
      </Box>
      {!line.is_verified && (
        <Text mt="3" fontSize="14px" color="warn">
          <Said>
            Nobody has said that the drawings or the engineer ask for this header. Check it, then choose who
            says so.
          </Said>
        </Text>
      )}
    </Box>
  );
}
