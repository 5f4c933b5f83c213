import { Box, Button, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { plural, t } from "@lingui/core/macro";
import { Check, Minus, Play, Plus, Ruler, Undo2 } from "lucide-react";
import { type ReactNode, useState } from "react";
import { Link } from "react-router";
import type { Job, SiteDay, SiteTurn } from "../api/client";
import { Changes } from "../app/Changes";
import { Empty } from "../app/Empty";
import { Figure } from "../app/Figure";
import { unparted } from "../app/figures";
import { useOpenJob } from "../app/JobScreens";
import { Shown } from "../app/Shown";
import { useMay } from "../app/session";
import { recordTick, useWaiting } from "../outbox/outbox";
import { dayName, endOf, timeOf } from "./clock";
import { PeopleChart } from "./PeopleChart";
import { SiteBar } from "./SiteBar";
import { TickRow } from "./TickRow";
import { lastTick } from "./ticked";
import { useDay } from "./useDay";
import { useTicks } from "./useTicks";

/** What is done when and by how many, what must be there before, and the minutes it is made of. */
export function DayScreen() {
  const { job } = useOpenJob();
  const query = useDay(job.id, job.revision);
  return (
    <>
      <SiteBar job={job} title={t`The day`} back={{ to: "..", name: t`All walls` }} />
      <Shown query={query} what={t`Planning the day`} trouble={t`The day could not be planned`}>
        {(day) => <Planned job={job} day={day} />}
      </Shown>
    </>
  );
}

function Planned({ job, day }: { job: Job; day: SiteDay }) {
  const waiting = useWaiting(job.id);
  const turns = day.turns.filter(({ wall, done }) => !done || lastTick(waiting, wall, done) !== true);
  const now = turns.filter((turn) => (turn.is_now || turn.begun) && !isLeft(turn, turns));
  const then = turns.filter((turn) => !now.includes(turn));
  const days = [...new Set(then.map(({ begins }) => begins.on))];
  if (turns.length === 0)
    return <Empty title={t`All walls are standing`}>{t`Nothing is left to do on this job.`}</Empty>;
  return (
    <Box flex="1" minH="0" overflowY="auto" px="3" pb="6" w="full">
      <People job={job} day={day} />
      <PeopleChart day={day} turns={turns} />
      <Grid templateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) 360px" }} columnGap="10">
        <Box>
          <Part name={now[0] ? t`${dayName(now[0].begins.on)}, from ${now[0].begins.clock}` : t`Now`}>
            {now.map((turn) => (
              <NowRow key={`${turn.wall} ${turn.task}`} job={job.id} turn={turn} most={day.people} />
            ))}
          </Part>
          {days.map((on, index) => (
            <Part key={on} name={index === 0 && on === now[0]?.begins.on ? t`Then` : dayName(on)}>
              {then
                .filter(({ begins }) => begins.on === on)
                .map((turn) => (
                  <ThenRow
                    key={`${turn.wall} ${turn.task} ${turn.begins.clock}`}
                    turn={turn}
                    most={day.people}
                    goesOn={isLeft(turn, turns)}
                  />
                ))}
            </Part>
          ))}
        </Box>
        <Box>
          <Lumber job={job.id} day={day} />
          <Minutes job={job.id} day={day} />
        </Box>
      </Grid>
    </Box>
  );
}

/** Whether it was begun before and left to lift a wall. */
function isLeft(turn: SiteTurn, turns: readonly SiteTurn[]): boolean {
  return turns.find(({ wall, task }) => wall === turn.wall && task === turn.task) !== turn;
}

function Part({ name, children }: { name: string; children: ReactNode }) {
  return (
    <Box as="section" aria-label={name} mt="4">
      <Heading as="h2" fontFamily="heading" fontSize="18px" fontWeight="700" borderBottomWidth="1px" pb="1">
        {name}
      </Heading>
      {children}
    </Box>
  );
}

function People({ job, day: { people, starts, ends } }: { job: Job; day: SiteDay }) {
  const may = useMay("change");
  return (
    <Flex py="2" gap="3" align="center" justify="space-between" fontSize="17px">
      <Text>
        <b>{plural(people, { one: "# person", other: "# people" })}</b>, {t`${starts} to ${ends}`}
      </Text>
      {may && (
        <Button asChild size="lg" variant="plain">
          <Link to={`/jobs/${job.id}/standards`}>{t`Change`}</Link>
        </Button>
      )}
    </Flex>
  );
}

/** Something that can be begun now, or is under way: begun with so many, and done. */
function NowRow({ job, turn, most }: { job: string; turn: SiteTurn; most: number }) {
  const waiting = useWaiting(job);
  const [people, setPeople] = useState(turn.who.length);
  const isBegun = lastTick(waiting, turn.wall, turn.begin) ?? turn.begun !== null;
  const tick = (work: string, isDone: boolean, by?: number) =>
    void recordTick(job, work === turn.begin ? t`Started: ${turn.name}` : turn.name, {
      kind: "tick",
      wall: turn.wall,
      work,
      is_done: isDone,
      ...(by !== undefined && { people: by }),
    });
  return (
    <Box py="2" borderBottomWidth="1px" role="group" aria-label={`${turn.name} ${turn.wall}`}>
      <Flex align="baseline" gap="3">
        <Text fontFamily="heading" fontWeight="800" fontSize="32px" lineHeight="1.1" minW="44px">
          {turn.wall}
        </Text>
        <Text fontFamily="heading" fontWeight="700" fontSize="22px" flex="1">
          {turn.name}
        </Text>
        <Text fontSize="19px" color={turn.is_late ? "crayon" : undefined}>
          {turn.is_late ? t`longer than planned` : t`until ${endOf(turn.ends)}`}
        </Text>
      </Flex>
      <Short turn={turn} most={most} />
      {isBegun && (
        <Text fontSize="16px" color="faint">
          {turn.begun ? t`Started ${timeOf(turn.begun.at)}, ${turn.begun.name}` : t`Started just now`}
        </Text>
      )}
      <Changes right="record">
        <Flex mt="1" gap="1" wrap="wrap">
          {isBegun ? (
            <>
              {turn.done ? (
                <Button size="lg" variant="solid" onClick={() => turn.done && tick(turn.done, true)}>
                  <Check /> {t`Done`}
                </Button>
              ) : (
                <ToMarks wall={turn.wall} />
              )}
              <Button size="lg" onClick={() => tick(turn.begin, false)}>
                <Undo2 /> {t`Not started`}
              </Button>
            </>
          ) : (
            <>
              <Button
                size="lg"
                aria-label={t`One person fewer`}
                disabled={people <= 1}
                onClick={() => setPeople(people - 1)}
              >
                <Minus />
              </Button>
              <Button size="lg" variant="solid" onClick={() => tick(turn.begin, true, people)}>
                <Play /> {t`Start with ${people}`}
              </Button>
              <Button
                size="lg"
                aria-label={t`One person more`}
                disabled={people >= most}
                onClick={() => setPeople(people + 1)}
              >
                <Plus />
              </Button>
            </>
          )}
        </Flex>
      </Changes>
    </Box>
  );
}

/** A wall is laid out when its marks are written, nothing else. */
function ToMarks({ wall }: { wall: string }) {
  return (
    <Button asChild size="lg" variant="solid">
      <Link to={`../walls/${encodeURIComponent(wall)}/marks`}>
        <Ruler /> {t`Its marks`}
      </Link>
    </Button>
  );
}

function ThenRow({ turn, most, goesOn }: { turn: SiteTurn; most: number; goesOn: boolean }) {
  return (
    <Box py="1.5" borderBottomWidth="1px">
      <Flex align="baseline" gap="3" fontSize="17px">
        <Figure text={turn.begins.clock} w="52px" textAlign="end" flexShrink="0" />
        <Text fontFamily="heading" fontWeight="800" fontSize="20px" minW="34px">
          {turn.wall}
        </Text>
        <Text flex="1">{goesOn ? t`${turn.name}, continues` : turn.name}</Text>
        <Text color="faint" whiteSpace="nowrap">
          {turn.takes}, {plural(turn.who.length, { one: "# person", other: "# people" })}
        </Text>
      </Flex>
      <Short turn={turn} most={most} />
    </Box>
  );
}

/** What takes more people than the crew has. */
function Short({ turn: { task, wants }, most }: { turn: SiteTurn; most: number }) {
  if (wants <= most) return null;
  return (
    <Text fontSize="16px" color="crayon">
      {task === "raise"
        ? t`Takes ${wants} to lift: get ${wants - most} more, or wall jacks.`
        : t`Better with ${wants}.`}
    </Text>
  );
}

function Lumber({ job, day: { deliveries } }: { job: string; day: SiteDay }) {
  const ticks = useTicks(job, {
    wall: null,
    done: Object.fromEntries(deliveries.flatMap(({ work, there }) => (there ? [[work, there]] : []))),
  });
  if (deliveries.length === 0) return null;
  return (
    <Part name={t`Lumber needed on site`}>
      {deliveries.map((load) => (
        <Box key={load.work} py="1" borderBottomWidth="1px">
          <TickRow work={load.work} name={t`Lumber for ${load.walls.join(", ")}`} ticks={ticks}>
            <Text fontSize="19px" fontWeight="700">
              {t`For ${load.walls.join(", ")}`}
            </Text>
            <Text fontSize="17px">
              {load.before
                ? t`before ${endOf(load.before)}, ${load.pounds} lb`
                : t`no longer needed, ${load.pounds} lb`}
            </Text>
          </TickRow>
          <Grid
            as="ul"
            listStyleType="none"
            templateColumns="repeat(auto-fill, minmax(165px, 1fr))"
            columnGap="3"
            fontSize="16px"
            color="faint"
            pb="1"
          >
            {load.boards.map((line) => (
              <li key={line}>
                <Figure text={unparted(line)} />
              </li>
            ))}
          </Grid>
        </Box>
      ))}
    </Part>
  );
}

function Minutes({ job, day: { rates } }: { job: string; day: SiteDay }) {
  const may = useMay("change");
  return (
    <Part name={t`Minutes this is based on`}>
      {rates.map(({ name, minutes, is_guess: isGuess, now, because }) => (
        <Box key={name} py="1.5" borderBottomWidth="1px">
          <Flex gap="3" align="baseline" fontSize="17px">
            <Text flex="1">{name}</Text>
            {now !== minutes && (
              <Text color="faint" textDecoration="line-through">
                {minutes}
              </Text>
            )}
            <Figure text={now} fontWeight="700" fontSize="19px" w="52px" textAlign="end" />
          </Flex>
          {(isGuess || because) && (
            <Text fontSize="15px" color="faint">
              {isGuess && t`A first guess`}
              {isGuess && because && "; "}
              {because}
            </Text>
          )}
        </Box>
      ))}
      {may && (
        <Flex py="2" gap="3" align="center">
          <Button asChild size="lg" flexShrink="0">
            <Link to={`/jobs/${job}/standards`}>{t`Enter your own`}</Link>
          </Button>
          <Text
            fontSize="16px"
            color="faint"
          >{t`They adjust to the starts and finishes recorded here.`}</Text>
        </Flex>
      )}
    </Part>
  );
}
