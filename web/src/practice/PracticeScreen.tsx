import { Box, Button, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { Link, useSearchParams } from "react-router";
import type { Job, Practice, PracticeLevel } from "../api/client";
import { useJob } from "../api/queries";
import { Figure } from "../app/Figure";
import { SelectField } from "../app/SelectField";
import { Shown } from "../app/Shown";
import { useMay } from "../app/session";
import { inPercent } from "../language/numbers";
import { ClassesCard } from "./ClassesCard";
import { ownSource } from "./source";
import { addressOf, anyNumber, lasted, usePractice, useStandards, whoseOf } from "./usePractice";
import { forget } from "./useSheet";
import { Wrongs } from "./Wrongs";

/** Practice: exercises from easy to hard, questions, what goes wrong, and classes for the teacher. */
export function PracticeScreen() {
  const practice = usePractice();
  const [search] = useSearchParams();
  const { job } = whoseOf(search);
  const mayTeach = useMay("people");
  return (
    <Box p={{ base: "4", md: "8" }} maxW="1120px" w="full" overflowY="auto">
      <Flex align="end" gap="4" mb="4" wrap="wrap">
        <Box flex="1" minW="240px">
          <Heading as="h1" fontFamily="heading" fontSize="34px" fontWeight="800">{t`Practice`}</Heading>
          <Text color="faint">
            <Trans>
              Lay a wall out with tape and pencil. Bluff names the mistake behind each wrong mark.
            </Trans>
          </Text>
        </Box>
        <WhoseWays />
      </Flex>
      <Shown query={practice} what={t`Loading progress`} trouble={t`Practice could not be read`}>
        {(found) => <Found practice={found} search={search} />}
      </Shown>
      {job && <WallsOf job={job} />}
      {mayTeach && <ClassesCard whose={whoseOf(search)} />}
    </Box>
  );
}

function Found({ practice, search }: { practice: Practice; search: URLSearchParams }) {
  return (
    <>
      <Flex as="ol" direction="column" listStyleType="none" borderTopWidth="1px" aria-label={t`Exercises`}>
        {practice.levels.map((level) => (
          <LevelRow key={level.level} level={level} isNext={level.level === practice.next} search={search} />
        ))}
      </Flex>
      <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="6" mt="6">
        <Questions practice={practice} search={search} />
        <GoesWrong wrong={practice.wrong} />
        <Lately recent={practice.recent} search={search} />
      </Grid>
    </>
  );
}

function LevelRow({
  level: { level, called, teaches, tries, is_right, best_percent, seconds },
  isNext,
  search,
}: {
  level: PracticeLevel;
  isNext: boolean;
  search: URLSearchParams;
}) {
  return (
    <Flex
      as="li"
      align="center"
      gap="4"
      py="2"
      px="2"
      borderBottomWidth="1px"
      wrap={{ base: "wrap", md: "nowrap" }}
      {...(isNext && { bg: "bench" })}
    >
      <Box flex="1" minW="200px">
        <Text fontWeight="700" fontSize="18px" lineHeight="1.2">
          {called}
        </Text>
        <Text color="faint" fontSize="14px" lineHeight="1.25">
          {teaches}
        </Text>
      </Box>
      <Box w="150px" flexShrink="0">
        {best_percent === null ? (
          <Text color="faint" fontSize="14px">{t`Not done yet`}</Text>
        ) : (
          <>
            <Flex align="baseline" gap="1">
              <Figure text={inPercent(best_percent)} fontSize="22px" fontWeight="700" />
              <Text fontSize="14px">{t`at best`}</Text>
            </Flex>
            <Text color="faint" fontSize="13px">
              {tries === 1 ? t`once` : t`${tries} times`}
              {seconds !== null && <>, {t`the last in ${lasted(seconds)}`}</>}
              {is_right && <>, {t`all right`}</>}
            </Text>
          </>
        )}
      </Box>
      <Button asChild size="md" variant={isNext ? "solid" : "outline"} w="76px" flexShrink="0" ms="auto">
        <Link
          to={addressOf(level, anyNumber(), search)}
          aria-label={`${isNext ? t`Next` : t`Start`}: ${called}`}
        >
          {isNext ? t`Next` : t`Start`}
        </Link>
      </Button>
    </Flex>
  );
}

function Questions({ practice: { known }, search }: { practice: Practice; search: URLSearchParams }) {
  return (
    <Box as="section">
      <Heading as="h2" fontSize="18px" fontWeight="700">{t`Questions`}</Heading>
      <Text mb="2">
        <Trans>
          Arithmetic, call-outs, counting, what each piece does and what other crews call it, and when to use
          which way. What you miss comes back soon; what you know comes back later.
        </Trans>
      </Text>
      <Flex align="center" gap="4">
        <Button asChild size="md" variant="outline">
          <Link to={`/practice/questions?${search}`}>{t`Ask me`}</Link>
        </Button>
        <Text color="faint" fontSize="14px">
          <Trans>
            <Figure text={`${known.known}`} fontWeight="700" fontSize="18px" color="ink" /> of {known.topics}{" "}
            topics known, {known.asked} asked
          </Trans>
        </Text>
      </Flex>
    </Box>
  );
}

function GoesWrong({ wrong }: { wrong: Practice["wrong"] }) {
  if (wrong.length === 0) return null;
  return (
    <Box as="section">
      <Heading as="h2" fontSize="18px" fontWeight="700">{t`What goes wrong`}</Heading>
      <Wrongs wrong={wrong.slice(0, 6)} />
    </Box>
  );
}

/** The last exercises, each to be done again: the same number is the same wall. */
function Lately({ recent, search }: { recent: Practice["recent"]; search: URLSearchParams }) {
  if (recent.length === 0) return null;
  return (
    <Box as="section">
      <Heading as="h2" fontSize="18px" fontWeight="700">{t`Recent`}</Heading>
      <Flex as="ul" direction="column" listStyleType="none">
        {recent.map(({ level, called, seed, percent, seconds, made_at }) => (
          <Flex as="li" key={made_at} align="baseline" gap="3" py="1" borderBottomWidth="1px">
            <Text flex="1" minW="0">
              {t`${called}, number ${seed}`}
            </Text>
            <Text color="faint" fontSize="14px" whiteSpace="nowrap">
              <Trans>
                <Figure text={inPercent(percent)} fontWeight="700" color="ink" /> in {lasted(seconds)}
              </Trans>
            </Text>
            <Link
              to={addressOf(level, seed, search)}
              onClick={() => forget(ownSource({ level, seed, ...whoseOf(search) }).key)}
              aria-label={t`Do ${called}, number ${seed}, again`}
            >
              <Text as="span" color="chalk" fontWeight="700">{t`Again`}</Text>
            </Link>
          </Flex>
        ))}
      </Flex>
    </Box>
  );
}

/** Whose ways the walls are framed by, and whose words are used. */
function WhoseWays() {
  const standards = useStandards();
  const [search, change] = useSearchParams();
  const { standard, job } = whoseOf(search);
  const ofJob = useJob(job ?? "").data;
  const choices = [
    { value: "", label: t`The usual ways` },
    ...(standards.data ?? []).map(({ name }) => ({ value: `standard ${name}`, label: name })),
    ...(job ? [{ value: `job ${job}`, label: ofJob ? t`As ${ofJob.job.name}` : t`As the job` }] : []),
  ];
  function choose(value: string) {
    const name = value.replace(/^\w+ /, "");
    if (value.startsWith("standard ")) change({ standard: name });
    else if (value.startsWith("job ")) change({ job: name });
    else change({});
  }
  if (choices.length === 1) return null;
  return (
    <Box w="320px">
      <SelectField
        label={t`Framed by`}
        value={job ? `job ${job}` : standard ? `standard ${standard}` : ""}
        choices={choices}
        onChoose={choose}
      />
    </Box>
  );
}

/** The walls of the job one comes from: each is an exercise too. */
function WallsOf({ job }: { job: string }) {
  const query = useJob(job);
  return (
    <Shown query={query} what={t`Loading the job`} trouble={t`The job could not be read`}>
      {(found: Job) => (
        <Box as="section" mt="6">
          <Heading as="h2" fontSize="18px" fontWeight="700" mb="2">
            {t`Walls of ${found.job.name}`}
          </Heading>
          <Flex gap="2" wrap="wrap">
            {found.walls.map(({ id }) => (
              <Button key={id} asChild size="md" variant="outline" minW="52px">
                <Link to={`/practice/wall/${encodeURIComponent(id)}?job=${job}`} aria-label={t`Wall ${id}`}>
                  {id}
                </Link>
              </Button>
            ))}
          </Flex>
        </Box>
      )}
    </Shown>
  );
}
