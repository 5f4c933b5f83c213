import { Box, Flex, Heading, SimpleGrid, Text } from "@chakra-ui/react";
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
import { type Choice, saidAs, schoolOf } from "../ways/choices";
import { HeaderFields } from "../ways/HeaderFields";
import { GROUPS, type Row, writeRow } from "../ways/rows";
import { WayRow } from "../ways/WayRow";
import { setOnJob } from "../ways/ways";
import { CrewCard } from "./CrewCard";
import { EffectCard } from "./EffectCard";
import { SchoolCard } from "./SchoolCard";
import { useEffectOf, useKeeping, useStandards, useTally } from "./useStandards";
import { WordsCard } from "./WordsCard";

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
  const own: Ways = job.job.standard ?? {};
  const crew: Ways = job.job.taken?.standard ?? {};
  const inForce = job.standard;

  /** Where a key's value comes from: nearest first. */
  function whence(key: keyof Ways): string {
    if (own[key] !== undefined && own[key] !== null) return "this job";
    if (crew[key] !== undefined && crew[key] !== null) return job.job.taken?.name ?? "";
    return "the usual";
  }
  /** Looks at one key said otherwise; undefined lets it follow again. */
  function considerKey(says: string, key: keyof Ways, value: unknown, chosen = "") {
    consider({ says, edit: setOnJob({ [key]: value })(job), key: chosen });
  }
  function backOf(name: string, key: keyof Ways) {
    const isOwn = whence(key) === "this job";
    return {
      follows: "the crew",
      onFollow: isOwn ? () => considerKey(`${name}: as before this job`, key, undefined) : undefined,
    };
  }
  function enter(row: Row, text: string) {
    considerKey(`${row.name}: ${text || "as usual"}`, row.key, writeRow(row, text, inForce));
  }

  return (
    <>
      <JobBar job={job} change={change}>
        <Text
          flex={{ base: "1 1 100%", md: "1" }}
          order={{ base: 3, md: 0 }}
          fontSize="14px"
          color="faint"
          px="2"
          minW="0"
          truncate
        >
          Press a way to see what it would change on this job. Walls and openings that say otherwise keep
          their own.
        </Text>
      </JobBar>
      <Flex flex="1" minH="0" direction={{ base: "column", lg: "row" }}>
        <Box flex="1" minW="0" overflowY="auto" pb="4">
          {GROUPS.map(({ name, choices, rows }) => (
            <FieldGroup key={name} name={name}>
              {choices.map((choice) => (
                <OneChoice
                  key={choice.key}
                  choice={choice}
                  inForce={schoolOf(choice.key, inForce)}
                  whence={whence(choice.key)}
                  considered={considered?.key ?? null}
                  onConsider={(value, said) =>
                    considerKey(
                      `${choice.name}: ${said}`,
                      choice.key,
                      saidAs(choice.key, value, inForce),
                      `${choice.key} ${value}`,
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
                        back={backOf("Header", "header")}
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
                        back={backOf(row.name, row.key)}
                        onEnter={(text) => enter(row, text)}
                      />
                      <Text fontSize="13px" color="faint" lineHeight="1.25">
                        {row.when && <Said>{row.when}</Said>}{" "}
                        {(row.when || whence(row.key) !== "the usual") && <Whence of={whence(row.key)} />}
                      </Text>
                    </Box>
                  ))}
              </SimpleGrid>
            </FieldGroup>
          ))}
          <WordsCard
            words={inForce.words ?? {}}
            whence={<Whence of={whence("words")} />}
            back={backOf("Words", "words")}
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
              onKeep={(name) => keeping.keep({ name, standard: { ...crew, ...own } })}
              onForget={(name) => keeping.forget(name)}
            />
          </Box>
        </SidePanel>
      </Flex>
    </>
  );
}

function Whence({ of }: { of: string }) {
  return (
    <Text as="span" fontWeight="600" color={of === "this job" ? "chalk" : "faint"} whiteSpace="nowrap">
      {of === "the usual" ? "Usual." : `From ${of}.`}
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
  whence: string;
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
            isConsidered={considered === `${choice.key} ${school.value}`}
            onConsider={() => onConsider(school.value, school.name.toLowerCase())}
          />
        ))}
      </SimpleGrid>
    </Box>
  );
}
