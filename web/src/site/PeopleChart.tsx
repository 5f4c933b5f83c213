import { Box, Flex, Text } from "@chakra-ui/react";
import { plural, t } from "@lingui/core/macro";
import type { SiteDay, SiteTurn } from "../api/client";

/** The first day, person by person: who does what from when to when. */
export function PeopleChart({ day, turns }: { day: SiteDay; turns: readonly SiteTurn[] }) {
  const on = turns[0]?.begins.on;
  const from = minutes(day.starts);
  const to = minutes(day.ends);
  const today = turns.filter(({ begins }) => begins.on === on);
  const place = (clock: string) => (minutes(clock) - from) / (to - from);
  const hours = Array.from(
    { length: Math.floor(to / 60) - Math.ceil(from / 60) + 1 },
    (_, index) => Math.ceil(from / 60) + index,
  );
  return (
    <Box role="img" aria-label={inWords(today, day.people)} mt="1">
      <Box
        position="relative"
        ms="22px"
        h="20px"
        fontFamily="figure"
        fontSize="14px"
        color="faint"
        aria-hidden
      >
        {hours.slice(0, -1).map((hour) => (
          <Text key={hour} position="absolute" insetStart={percent(place(`${hour}:00`))} whiteSpace="nowrap">
            {hour}
          </Text>
        ))}
      </Box>
      {Array.from({ length: day.people }, (_, index) => index + 1).map((person) => (
        <Flex key={person} align="center" aria-hidden>
          <Text w="22px" fontFamily="figure" fontSize="16px" color="faint">
            {person}
          </Text>
          <Box position="relative" flex="1" h="34px" borderBottomWidth="1px" bg="raised">
            {today
              .filter(({ who }) => who.includes(person))
              .map((turn) => (
                <Lasting
                  key={`${turn.wall} ${turn.task} ${turn.begins.clock}`}
                  turn={turn}
                  from={place(turn.begins.clock)}
                  to={turn.ends.on === on ? place(turn.ends.clock) : 1}
                />
              ))}
          </Box>
        </Flex>
      ))}
    </Box>
  );
}

/** Shares of the day below which the letter of a wall, and then the name of the task, would be cut off. */
const LETTER = { base: 0.04, md: 0.015 };
const NAME = 0.1;

function Lasting({ turn, from, to }: { turn: SiteTurn; from: number; to: number }) {
  const isLift = turn.task === "raise";
  const share = to - from;
  return (
    <Flex
      position="absolute"
      top="2px"
      bottom="2px"
      insetStart={percent(from)}
      style={{ width: percent(share) }}
      align="center"
      px="1px"
      overflow="hidden"
      whiteSpace="nowrap"
      borderWidth="1px"
      borderColor={turn.begun ? "chalk" : "ink"}
      bg={isLift ? "ink" : turn.begun ? "chalkWash" : "ground"}
      color={isLift ? "ground" : "ink"}
      fontSize="14px"
    >
      <Text
        as="b"
        display={{ base: share < LETTER.base ? "none" : "inline", md: share < LETTER.md ? "none" : "inline" }}
      >
        {turn.wall}
      </Text>
      {share >= NAME && (
        <Text as="span" ms="1" display={{ base: "none", md: "inline" }}>
          {turn.name}
        </Text>
      )}
    </Flex>
  );
}

function percent(share: number): string {
  return `${100 * share}%`;
}

function minutes(clock: string): number {
  const [hours = 0, rest = 0] = clock.split(":").map(Number);
  return 60 * hours + rest;
}

function inWords(today: readonly SiteTurn[], people: number): string {
  const walls = new Set(today.map(({ wall }) => wall)).size;
  return t`${plural(people, { one: "# person", other: "# people" })}, ${plural(today.length, { one: "# task", other: "# tasks" })} on ${plural(walls, { one: "# wall", other: "# walls" })}`;
}
