import { Box, Flex, Heading, SimpleGrid, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useParams } from "react-router";
import type { Edit, Job, Tally, Ways } from "../api/client";
import { useJob } from "../api/queries";
import { Empty } from "../app/Empty";
import { Field, FieldGroup } from "../app/Field";
import { JobBar } from "../app/JobBar";
import { Loading } from "../app/Loading";
import { useNotices } from "../app/notices";
import { SidePanel } from "../app/SidePanel";
import { TextField } from "../app/TextField";
import { type JobChange, useJobChange } from "../app/useJobChange";
import { useUndoKeys } from "../app/useUndoKeys";
import { CrewCard } from "./CrewCard";
import { type Choice, FIGURES, GROUPS, saidAs, schoolOf } from "./choices";
import { EffectCard } from "./EffectCard";
import { SchoolCard } from "./SchoolCard";
import { useEffectOf, useKeeping, useStandards, useTally } from "./useStandards";

/** The crew's ways: each choice drawn, and what it would change on this job before it is taken. */
export function StandardsScreen() {
  const { job: jobId = "" } = useParams();
  const job = useJob(jobId);
  const tally = useTally(jobId, job.data?.revision ?? 0);
  const change = useJobChange(jobId);
  useUndoKeys(change);

  const error = job.error ?? tally.error;
  if (!job.data || !tally.data) {
    if (error) return <Empty title="The standards could not be opened">{error.message}</Empty>;
    return <Loading what="Looking at the crew’s ways" />;
  }
  return <AllChoices key={jobId} job={job.data} tally={tally.data} change={change} />;
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
  function considerValue(name: string, key: keyof Ways, value: string, said: string) {
    consider({
      says: `${name}: ${said}`,
      edit: { edit: "set-standard", standard: { ...own, [key]: saidAs(key, value, inForce) } as Ways },
      key: `${key} ${value}`,
    });
  }
  function follow(name: string, key: keyof Ways) {
    const { [key]: _, ...rest } = own;
    consider({
      says: `${name}: as before this job`,
      edit: { edit: "set-standard", standard: rest as Ways },
      key: "",
    });
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
          <FieldGroup name="Figures">
            <SimpleGrid columns={{ base: 1, md: 2 }} columnGap="6">
              {FIGURES.map(({ key, name, when }) => (
                <Box key={key} py="1">
                  <Field label={name} {...backOf(whence(key), () => follow(name, key))}>
                    <TextField
                      label={name}
                      value={String(inForce[key] ?? "")}
                      onEnter={(text) => considerValue(name, key, text, text)}
                    />
                  </Field>
                  <Text fontSize="13px" color="faint">
                    {when} <Whence of={whence(key)} />
                  </Text>
                </Box>
              ))}
            </SimpleGrid>
          </FieldGroup>
          {GROUPS.map(({ name, choices }) => (
            <FieldGroup key={name} name={name}>
              {choices.map((choice) => (
                <OneChoice
                  key={choice.key}
                  choice={choice}
                  inForce={schoolOf(choice.key, inForce)}
                  whence={whence(choice.key)}
                  considered={considered?.key ?? null}
                  onConsider={(value, said) => considerValue(choice.name, choice.key, value, said)}
                />
              ))}
            </FieldGroup>
          ))}
        </Box>
        <SidePanel isFirst>
          <Box overflowY="auto" minH="0">
            <EffectCard
              tally={tally}
              effect={considered ? (effect.data ?? null) : null}
              says={considered?.says ?? null}
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

function backOf(whence: string, onFollow: () => void) {
  return { follows: "the crew", onFollow: whence === "this job" ? onFollow : undefined };
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
  return (
    <Box role="group" aria-label={choice.name} py="1.5">
      <Flex align="baseline" gap="2" mb="1">
        <Heading as="h4" fontSize="15px" fontWeight="700">
          {choice.name}
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
