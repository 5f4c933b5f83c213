import { Box, Button, Flex } from "@chakra-ui/react";
import { memo, useCallback, useState } from "react";
import type { Edit, Job, Tally, Ways } from "../api/client";
import { scrollToGroup } from "../app/Field";
import { JobBar } from "../app/JobBar";
import { useOpenJob } from "../app/JobScreens";
import { useNotices } from "../app/notices";
import { Shown } from "../app/Shown";
import { SidePanel } from "../app/SidePanel";
import type { JobChange } from "../app/useJobChange";
import { Said, useWords } from "../app/words";
import { GROUPS } from "../ways/rows";
import { mergedWays, setOnJob } from "../ways/ways";
import { CrewCard } from "./CrewCard";
import { EffectCard } from "./EffectCard";
import { type Asked, PartOfStandard } from "./PartOfStandard";
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

/** Something looked at before it is taken: what it is, the edit it would be, and the way it is if it is one. */
interface Considered {
  says: string;
  edit: Edit;
  asked: Asked | null;
}

function AllChoices({ job, tally, change }: { job: Job; tally: Tally; change: JobChange }) {
  const [considered, consider] = useState<Considered | null>(null);
  const effect = useEffectOf(job.id, job.revision, considered?.edit ?? null);
  const standards = useStandards();
  const { tell } = useNotices();
  const { say } = useWords();
  const keeping = useKeeping((text) => tell({ text, tone: "trouble" }));
  const { standard, taken } = job.job;
  const { make } = change;

  const ask = useCallback(
    (asked: Asked) =>
      consider({
        says: `${asked.name}: ${asked.said}`,
        edit: setOnJob({ [asked.key]: asked.value })(job),
        asked,
      }),
    [job],
  );
  const takeWords = useCallback(
    (alter: (words: NonNullable<Ways["words"]>) => Ways["words"]) =>
      make((newest) => setOnJob({ words: alter(newest.standard.words ?? {}) })(newest)),
    [make],
  );

  return (
    <>
      <JobBar job={job} change={change}>
        <Parts />
      </JobBar>
      <Flex flex="1" minH="0" direction={{ base: "column", lg: "row" }}>
        <Box flex="1" minW="0" overflowY="auto" pb="4">
          {GROUPS.map((group) => (
            <PartOfStandard
              key={group.name}
              group={group}
              inForce={job.standard}
              whence={job.whence}
              asked={isIn(group, considered?.asked) ? (considered?.asked ?? null) : null}
              onAsk={ask}
            />
          ))}
          <WordsCard
            words={job.standard.words ?? NO_WORDS}
            whence={job.whence}
            onAsk={ask}
            onTake={takeWords}
          />
        </Box>
        <SidePanel isFirst isHeld={considered !== null}>
          <Box overflowY="auto" minH="0">
            <EffectCard
              tally={tally}
              effect={considered ? (effect.data ?? null) : null}
              says={considered ? say(considered.says) : null}
              isWaiting={considered !== null && effect.isFetching}
              refusal={considered ? (effect.error?.message ?? null) : null}
              onTake={() => considered && make(considered.edit, () => consider(null))}
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
                  asked: null,
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

const NO_WORDS = {};

/** Whether what is looked at is one of a part's choices or rows. */
function isIn({ choices, rows }: (typeof GROUPS)[number], asked: Asked | null | undefined): boolean {
  return [...choices, ...rows].some(({ name }) => name === asked?.name);
}

/** The way to each part of the standard. */
const Parts = memo(function Parts() {
  return (
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
          onClick={() => scrollToGroup(name)}
        >
          <Said>{name}</Said>
        </Button>
      ))}
    </Flex>
  );
});
