import { Box, Button, Flex, Heading, SimpleGrid, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Edit, Job, Tally, Ways } from "../api/client";
import { FieldGroup } from "../app/Field";
import { JobBar } from "../app/JobBar";
import { useOpenJob } from "../app/JobScreens";
import { useNotices } from "../app/notices";
import { Shown } from "../app/Shown";
import { SidePanel } from "../app/SidePanel";
import type { JobChange } from "../app/useJobChange";
import { Said, useWords } from "../app/words";
import { saidAs, schoolOf } from "../ways/choices";
import { HeaderFields } from "../ways/HeaderFields";
import { GROUPS, type Row, readRow, writeRow } from "../ways/rows";
import type { Choice } from "../ways/schools/drawing";
import { WayRow } from "../ways/WayRow";
import { levelsOf, mergedWays, setOnJob, standing, whenceOf } from "../ways/ways";
import { CrewCard } from "./CrewCard";
import { EffectCard } from "./EffectCard";
import { SchoolCard } from "./SchoolCard";
import { useEffectOf, useKeeping, useStandards, useTally } from "./useStandards";
import { WORDS, WordsCard } from "./WordsCard";

/** The crew's ways: each choice drawn, and what it would change on this job before it is taken. */
export function StandardsScreen() {
  const { job, change } = useOpenJob();
  const asked = useTally(job.id, job.revision);
  return (
    <Shown asked={asked} what="Looking at the crew’s ways" trouble="The standards could not be opened">
      {(tally) => <AllChoices job={job} tally={tally} change={change} />}
    </Shown>
  );
}

/** Something looked at before it is taken. */
interface Considered {
  says: string;
  edit: Edit;
  key: string;
}

function AllChoices({ job, tally, change }: { job: Job; tally: Tally; change: JobChange }) {
  const [considered, consider] = useState<Considered | null>(null);
  const effect = useEffectOf(job.id, job.revision, considered?.edit ?? null);
  const standards = useStandards();
  const { tell } = useNotices();
  const { say } = useWords();
  const keeping = useKeeping((text) => tell({ text, tone: "trouble" }));
  const levels = levelsOf(job);
  const { standard, taken } = job.job;
  const inForce = job.standard;

  /** Looks at one key said otherwise; undefined lets it follow again. */
  function considerKey(says: string, key: keyof Ways, value: unknown, chosen = "") {
    consider({ says, edit: setOnJob({ [key]: value })(job), key: chosen });
  }
  /** How a key stands; where it came from is said below it, with when one would choose it. */
  function standingOf(name: string, key: keyof Ways) {
    const stands = standing(key, levels, () => considerKey(`${name}: as before this job`, key, undefined));
    return { ...stands, whence: null };
  }
  function enter(row: Row, text: string) {
    considerKey(`${row.name}: ${text || "as usual"}`, row.key, writeRow(row, text, inForce));
  }

  return (
    <>
      <JobBar job={job} change={change}>
        <Flex
          as="nav"
          aria-label="Parts of the standard"
          flex={{ base: "1 1 100%", md: "1" }}
          order={{ base: 3, md: 0 }}
          minW="0"
          overflowX="auto"
        >
          {[...GROUPS.map(({ name }) => name), WORDS].map((name) => (
            <Button
              key={name}
              variant="plain"
              px="1"
              fontSize="13px"
              flexShrink="0"
              onClick={() => document.getElementById(name)?.scrollIntoView()}
            >
              <Said>{name}</Said>
            </Button>
          ))}
        </Flex>
      </JobBar>
      <Flex flex="1" minH="0" direction={{ base: "column", lg: "row" }}>
        <Box flex="1" minW="0" overflowY="auto" pb="4">
          {GROUPS.map(({ name, choices, rows }) => (
            <FieldGroup key={name} id={name} name={name}>
              {choices.map((choice) => (
                <OneChoice
                  key={choice.name}
                  choice={choice}
                  inForce={schoolOf(choice, inForce)}
                  whence={whenceOf(choice.key, levels)}
                  considered={considered?.key ?? null}
                  onConsider={(value, said) =>
                    considerKey(
                      `${choice.name}: ${said}`,
                      choice.key,
                      saidAs(choice, value, inForce),
                      `${choice.name} ${value}`,
                    )
                  }
                />
              ))}
              <SimpleGrid columns={{ base: 1, md: 2 }} columnGap="6" pt={choices.length > 0 ? "2" : "0"}>
                {choices.some(({ key }) => key === "header") && (
                  <Box gridColumn="1 / -1">
                    <SimpleGrid columns={{ base: 1, md: 2 }} columnGap="6">
                      <HeaderFields
                        header={inForce.header ?? {}}
                        standing={standingOf("Header", "header")}
                        onChange={(header) => considerKey("Header: as typed", "header", header)}
                      />
                    </SimpleGrid>
                  </Box>
                )}
                {rows
                  .filter(({ isAsked }) => isAsked?.(inForce) ?? true)
                  .map((row) => (
                    <Box key={row.name} py="0.5">
                      <WayRow
                        row={row}
                        ways={inForce}
                        standing={standingOf(row.name, row.key)}
                        onEnter={(text) => enter(row, text)}
                      />
                      <Text fontSize="13px" color="faint" lineHeight="1.25">
                        <Said>{row.when}</Said>{" "}
                        {readRow(row, inForce) !== "" && <Whence of={whenceOf(row.key, levels)} />}
                      </Text>
                    </Box>
                  ))}
              </SimpleGrid>
            </FieldGroup>
          ))}
          <WordsCard
            words={inForce.words ?? {}}
            whence={<Whence of={whenceOf("words", levels)} />}
            standing={standingOf("Words", "words")}
            onTake={(alter) =>
              change.make((newest) => setOnJob({ words: alter(newest.standard.words ?? {}) })(newest))
            }
          />
        </Box>
        <SidePanel isFirst>
          <Box overflowY="auto" minH="0">
            <EffectCard
              tally={tally}
              effect={considered ? (effect.data ?? null) : null}
              says={considered ? say(considered.says) : null}
              isWaiting={considered !== null && effect.isFetching}
              refusal={considered ? (effect.error?.message ?? null) : null}
              onTake={() => considered && change.make(considered.edit, () => consider(null))}
              onLeave={() => consider(null)}
            />
            <CrewCard
              job={job}
              standards={standards.data ?? []}
              onConsider={(standard) =>
                consider({
                  says: standard ? `Framed by ${standard.name}` : "Framed by the usual ways",
                  edit: {
                    edit: "take-standard",
                    taken: standard && { name: standard.name, standard: standard.standard },
                  },
                  key: "",
                })
              }
              onKeep={(name) =>
                keeping.keep({ name, standard: mergedWays(taken?.standard ?? {}, standard ?? {}) })
              }
              onForget={(name) => keeping.forget(name)}
            />
          </Box>
        </SidePanel>
      </Flex>
    </>
  );
}

function Whence({ of }: { of: string | null }) {
  return (
    <Text as="span" fontWeight="600" color={of === "this job" ? "chalk" : "faint"} whiteSpace="nowrap">
      {of === null ? "Usual." : `From ${of}.`}
    </Text>
  );
}

function OneChoice({
  choice,
  inForce,
  whence,
  considered,
  onConsider,
}: {
  choice: Choice;
  inForce: string;
  whence: string | null;
  considered: string | null;
  onConsider: (value: string, said: string) => void;
}) {
  const { say } = useWords();
  return (
    <Box role="group" aria-label={say(choice.name)} py="1.5">
      <Flex align="baseline" gap="2" mb="1">
        <Heading as="h4" fontSize="15px" fontWeight="700">
          <Said>{choice.name}</Said>
        </Heading>
        <Text fontSize="13px">
          <Whence of={whence} />
        </Text>
      </Flex>
      <SimpleGrid columns={{ base: 1, md: 2, xl: 3 }} gap="2">
        {choice.schools.map((school) => (
          <SchoolCard
            key={school.value}
            school={school}
            isInForce={school.value === inForce}
            isConsidered={considered === `${choice.name} ${school.value}`}
            onConsider={() => onConsider(school.value, school.name.toLowerCase())}
          />
        ))}
      </SimpleGrid>
    </Box>
  );
}
