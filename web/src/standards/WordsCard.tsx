import { Box, Flex, SimpleGrid, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import type { Way } from "../api/client";
import { FieldGroup } from "../app/Field";
import { WayRow } from "../ways/WayRow";
import type { SayWay } from "../ways/WaysForm";
import { SaidBy } from "./PartOfStandard";

/** The key of the group of rows it shows. */
export const WORDS = "words";

/** What each piece is called and what is written for it: from a preset, or typed. They frame nothing otherwise. */
export function WordsCard({ rows, onSay }: { rows: Way[]; onSay: SayWay }) {
  const [preset, ...pieces] = rows;
  if (!preset) return null;
  const field = (row: Way, isBare: boolean) => (
    <WayRow
      row={{ ...row, whence: null }}
      isBare={isBare}
      onEnter={(text) => onSay(row.way, text)}
      onFollow={() => void onSay(row.way, null)}
    />
  );
  return (
    <FieldGroup name={t`Words`} level="h2">
      <Text fontSize="13px" color="faint" mb="1">
        {t`Used on every screen, page and table of this job.`} <SaidBy level={preset.whence} />
      </Text>
      <Box maxW="420px" mb="2">
        {field(preset, false)}
      </Box>
      <SimpleGrid columns={{ base: 1, xl: 2 }} columnGap="6">
        {paired(pieces).map(([name, letter]) => (
          <Flex key={name.way} align="center" gap="2" py="0.5">
            <Text aria-hidden fontSize="14px" w="132px" flexShrink="0" lineHeight="1.15">
              {name.empty}
            </Text>
            <Box flex="1" minW="0">
              {field(name, true)}
            </Box>
            <Box w="52px" flexShrink="0">
              {letter && field(letter, true)}
            </Box>
          </Flex>
        ))}
      </SimpleGrid>
    </FieldGroup>
  );
}

/** Each piece's name, with its letter where one is written for it: a short row belongs to the one before it. */
function paired(rows: readonly Way[]): [name: Way, letter: Way | null][] {
  const names = rows.flatMap((row, index) => (row.width === "short" ? [] : [{ row, next: rows[index + 1] }]));
  return names.map(({ row, next }) => [row, next?.width === "short" ? next : null]);
}
