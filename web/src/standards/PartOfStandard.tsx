import { Box, Flex, Heading, SimpleGrid, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { memo } from "react";
import type { Way, WaysGroup } from "../api/client";
import { FieldGroup } from "../app/Field";
import { DRAWINGS } from "../ways/drawings/all";
import { WayRow } from "../ways/WayRow";
import type { Considered } from "./considered";
import { SchoolCard } from "./SchoolCard";

type Ask = (row: Way, text: string | null) => void;

/**
 * One part of the standard: its ways that are drawn, then the rows to type into, each with where it was set.
 *
 * Redrawn only when something in it changes: a standard has some hundred fields and cards.
 */
export const PartOfStandard = memo(function PartOfStandard({
  group,
  tried,
  considered,
  onAsk,
}: {
  group: WaysGroup;
  /** The same as it would be with what is looked at. */
  tried: WaysGroup;
  /** What is looked at, if that is in this part. */
  considered: Considered["way"];
  onAsk: Ask;
}) {
  const drawn = group.rows.filter(({ way }) => DRAWINGS[way]);
  const typed = tried.rows.filter(({ way }) => !DRAWINGS[way]);
  return (
    <FieldGroup name={group.name} level="h2">
      {drawn.map((row) => (
        <DrawnWay
          key={row.way}
          row={row}
          considered={considered?.way === row.way ? considered.text : null}
          onAsk={onAsk}
        />
      ))}
      <SimpleGrid columns={{ base: 1, md: 2 }} columnGap="6" pt={drawn.length > 0 ? "2" : "0"}>
        {typed.map((row) => (
          <TypedWay
            key={row.way}
            row={row}
            // Where a setting of the job itself was made is what can follow again, not what is only looked at.
            standing={group.rows.find(({ way }) => way === row.way) ?? null}
            considered={considered?.way === row.way ? considered.text : null}
            onAsk={onAsk}
          />
        ))}
      </SimpleGrid>
    </FieldGroup>
  );
});

/** Where a setting was made. */
export function SaidBy({ level }: { level: string | null }) {
  return (
    <Text as="span" fontWeight="600" color={level === "this job" ? "chalk" : "faint"} whiteSpace="nowrap">
      {level === null ? t`Usual.` : t`From ${level}.`}
    </Text>
  );
}

function TypedWay({
  row,
  standing,
  considered,
  onAsk,
}: {
  row: Way;
  standing: Way | null;
  considered: string | null;
  onAsk: Ask;
}) {
  return (
    <Box py="0.5">
      <WayRow
        row={{ ...row, whence: null, follows: standing?.follows ?? null }}
        pencilled={considered}
        onEnter={(text) => onAsk(row, text)}
        onFollow={() => onAsk(row, null)}
      />
      <Text fontSize="13px" color="faint" lineHeight="1.25">
        {row.when} {standing?.text && <SaidBy level={standing.whence} />}
      </Text>
    </Box>
  );
}

function DrawnWay({ row, considered, onAsk }: { row: Way; considered: string | null; onAsk: Ask }) {
  const drawings = DRAWINGS[row.way] ?? {};
  return (
    <Box role="group" aria-label={row.name} py="1.5">
      <Flex align="baseline" gap="2" mb="1">
        <Heading as="h3" fontSize="15px" fontWeight="700">
          {row.name}
        </Heading>
        <Text fontSize="13px">
          <SaidBy level={row.whence} />
        </Text>
      </Flex>
      <SimpleGrid columns={{ base: 1, md: 2, xl: 3 }} gap="2">
        {row.options.map((option) => (
          <SchoolCard
            key={option.value}
            school={option}
            shapes={drawings[option.value] ?? []}
            isInForce={option.value === row.text}
            isConsidered={option.value === considered}
            onConsider={() => onAsk(row, option.value)}
          />
        ))}
      </SimpleGrid>
      {row.is_open && (
        <Flex align="center" gap="2" mt="2">
          <Text fontSize="14px" color="faint">{t`or`}</Text>
          <Box w="180px">
            <WayRow
              row={row}
              isBare
              pencilled={considered}
              onEnter={(text) => onAsk(row, text)}
              onFollow={() => onAsk(row, null)}
            />
          </Box>
          <Text flex="1" fontSize="13px" color="faint" lineHeight="1.25">
            {row.when}
          </Text>
        </Flex>
      )}
    </Box>
  );
}
