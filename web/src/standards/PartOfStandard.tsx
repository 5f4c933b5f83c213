import { Box, Flex, Heading, SimpleGrid, Text } from "@chakra-ui/react";
import { memo } from "react";
import type { Header, Ways, Whence } from "../api/client";
import { FieldGroup } from "../app/Field";
import { Said, useWords } from "../app/words";
import { saidAs, schoolOf } from "../ways/choices";
import { HeaderFields } from "../ways/HeaderFields";
import { type Group, type Row, readRow, writeRow } from "../ways/rows";
import type { Choice } from "../ways/schools/drawing";
import { WayRow } from "../ways/WayRow";
import { standing } from "../ways/ways";
import { SchoolCard } from "./SchoolCard";

/** A way to be looked at before it is taken. */
export interface Asked {
  /** The choice or row it is one of. */
  name: string;
  key: keyof Ways;
  /** What it would be: a school's own word, or as it was typed. */
  text: string;
  /** The same to be read. */
  said: string;
  /** As the job file says it; undefined lets it follow again. */
  value: unknown;
}

/**
 * One part of the standard: its choices drawn, then its rows, each with where it was said.
 *
 * Drawn anew only when something in it changes: a standard has some hundred fields and cards.
 */
export const PartOfStandard = memo(function PartOfStandard({
  group: { name, choices, rows },
  inForce,
  whence,
  asked,
  onAsk,
}: {
  group: Group;
  inForce: Ways;
  whence: Whence;
  /** What is looked at, if that is in this part. */
  asked: Asked | null;
  onAsk: (asked: Asked) => void;
}) {
  // A header is several fields: what is tried in one goes with what is tried in the next, until it is left.
  const tried =
    asked?.key === "header" && asked.value ? { ...inForce, header: asked.value as Header } : inForce;
  return (
    <FieldGroup name={name}>
      {choices.map((choice) => (
        <OneChoice
          key={choice.name}
          choice={choice}
          inForce={schoolOf(choice, inForce)}
          whence={whence.of[choice.key] ?? null}
          asked={asked?.name === choice.name ? asked.text : null}
          onAsk={(text, said) =>
            onAsk({ name: choice.name, key: choice.key, text, said, value: saidAs(choice, text, tried) })
          }
        />
      ))}
      <SimpleGrid columns={{ base: 1, md: 2 }} columnGap="6" pt={choices.length > 0 ? "2" : "0"}>
        {choices.some(({ key }) => key === "header") && (
          <Box gridColumn="1 / -1">
            <SimpleGrid columns={{ base: 1, md: 2 }} columnGap="6">
              <HeaderFields
                header={tried.header ?? {}}
                standing={standingOf("Header", "header", whence, onAsk)}
                onChange={(value) =>
                  onAsk({ name: "Header", key: "header", text: "", said: "as typed", value })
                }
              />
            </SimpleGrid>
          </Box>
        )}
        {rows
          .filter(({ isAsked }) => isAsked?.(inForce) ?? true)
          .map((row) => (
            <OneRow
              key={row.name}
              row={row}
              inForce={inForce}
              whence={whence}
              asked={asked?.name === row.name ? asked.text : null}
              onAsk={onAsk}
            />
          ))}
      </SimpleGrid>
    </FieldGroup>
  );
});

/** How a key stands, where it came from being said below it. */
export function standingOf(name: string, key: keyof Ways, whence: Whence, onAsk: (asked: Asked) => void) {
  const follow = () => onAsk({ name, key, text: "", said: "as before this job", value: undefined });
  return { ...standing(key, whence, follow), whence: null };
}

/** Where what holds was said. */
export function SaidBy({ level }: { level: string | null }) {
  return (
    <Text as="span" fontWeight="600" color={level === "this job" ? "chalk" : "faint"} whiteSpace="nowrap">
      {level === null ? "Usual." : `From ${level}.`}
    </Text>
  );
}

function OneRow({
  row,
  inForce,
  whence,
  asked,
  onAsk,
}: {
  row: Row;
  inForce: Ways;
  whence: Whence;
  asked: string | null;
  onAsk: (asked: Asked) => void;
}) {
  const { name, key, when } = row;
  return (
    <Box py="0.5">
      <WayRow
        row={row}
        ways={inForce}
        pencilled={asked}
        standing={standingOf(name, key, whence, onAsk)}
        onEnter={(text) =>
          onAsk({ name, key, text, said: text || "as usual", value: writeRow(row, text, inForce) })
        }
      />
      <Text fontSize="13px" color="faint" lineHeight="1.25">
        <Said>{when}</Said> {readRow(row, inForce) !== "" && <SaidBy level={whence.of[key] ?? null} />}
      </Text>
    </Box>
  );
}

function OneChoice({
  choice,
  inForce,
  whence,
  asked,
  onAsk,
}: {
  choice: Choice;
  inForce: string;
  whence: string | null;
  asked: string | null;
  onAsk: (text: string, said: string) => void;
}) {
  const { say } = useWords();
  return (
    <Box role="group" aria-label={say(choice.name)} py="1.5">
      <Flex align="baseline" gap="2" mb="1">
        <Heading as="h4" fontSize="15px" fontWeight="700">
          <Said>{choice.name}</Said>
        </Heading>
        <Text fontSize="13px">
          <SaidBy level={whence} />
        </Text>
      </Flex>
      <SimpleGrid columns={{ base: 1, md: 2, xl: 3 }} gap="2">
        {choice.schools.map((school) => (
          <SchoolCard
            key={school.value}
            school={school}
            isInForce={school.value === inForce}
            isConsidered={school.value === asked}
            onConsider={() => onAsk(school.value, school.name.toLowerCase())}
          />
        ))}
      </SimpleGrid>
    </Box>
  );
}
