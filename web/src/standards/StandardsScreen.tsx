import { Box, Button, Flex } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { useState } from "react";
import type { Job, Tally, Way, WaysGroup } from "../api/client";
import { Changes } from "../app/Changes";
import { scrollToGroup } from "../app/Field";
import { JobBar } from "../app/JobBar";
import { useOpenJob } from "../app/JobScreens";
import { useNotices } from "../app/notices";
import { Shown } from "../app/Shown";
import { SidePanel } from "../app/SidePanel";
import type { JobChange } from "../app/useJobChange";
import { useWaysOfJob } from "../ways/queries";
import { ComparePanel } from "./ComparePanel";
import { CrewCard } from "./CrewCard";
import { applyStandard, type Considered, editOf, tryWay } from "./considered";
import { EffectCard } from "./EffectCard";
import { PartOfStandard } from "./PartOfStandard";
import { useEffectOf, useKeeping, useStandards, useTally } from "./useStandards";
import { WORDS, WordsCard } from "./WordsCard";

/** The crew's ways: each choice drawn, and what it would change on this job before it is taken. */
export function StandardsScreen() {
  const { job, change } = useOpenJob();
  const tally = useTally(job.id, job.revision);
  const ways = useWaysOfJob(job.id, job.revision);
  const data = tally.data && ways.data ? { tally: tally.data, ways: ways.data } : undefined;
  return (
    <Shown
      query={{ data, error: tally.error ?? ways.error }}
      what={t`Loading the standards`}
      trouble={t`The standards could not be opened`}
    >
      {(shown) => <AllChoices job={job} change={change} {...shown} />}
    </Shown>
  );
}

function AllChoices({
  job,
  tally,
  ways,
  change,
}: {
  job: Job;
  tally: Tally;
  ways: WaysGroup[];
  change: JobChange;
}) {
  const [considered, consider] = useState<Considered | null>(null);
  // Ways that were looked at and are to be compared, the newest first.
  const [aside, setAside] = useState<readonly Considered[]>([]);
  const [isComparing, setComparing] = useState(false);
  const effect = useEffectOf(job.id, job.revision, considered && editOf(considered));
  const standards = useStandards();
  const { tell } = useNotices();
  const keeping = useKeeping((text) => tell({ text, tone: "trouble" }));
  const { make, enter } = change;

  const ask = (row: Way, text: string | null) => consider((before) => tryWay(before, row, text));
  const takeWord = (way: string, text: string | null) => enter({ edit: "set-way", way, text });

  const compare = (
    <Button
      variant={isComparing ? "solid" : "outline"}
      aria-pressed={isComparing}
      flexShrink="0"
      onClick={() => setComparing(!isComparing)}
    >{t`Compare`}</Button>
  );
  if (isComparing)
    return (
      <>
        <JobBar job={job} change={change}>
          {compare}
        </JobBar>
        <ComparePanel job={job} standards={standards.data ?? []} aside={aside} />
      </>
    );
  return (
    <>
      <JobBar job={job} change={change}>
        {compare}
      </JobBar>
      <Parts names={ways.map(({ name }) => name)} />
      <Flex flex="1" minH="0" direction={{ base: "column", lg: "row" }}>
        <Box flex="1" minW="0" overflowY="auto" pb="4">
          {ways.map((group) =>
            group.key === WORDS ? (
              <Changes key={group.name}>
                <WordsCard rows={group.rows} onSay={takeWord} />
              </Changes>
            ) : (
              <PartOfStandard
                key={group.name}
                group={group}
                tried={effect.data?.ways.find(({ key }) => key === group.key) ?? group}
                considered={isIn(group, considered) ? (considered?.way ?? null) : null}
                onAsk={ask}
              />
            ),
          )}
        </Box>
        <SidePanel isFirst isHeld={considered !== null}>
          <Box overflowY="auto" minH="0">
            <EffectCard
              tally={tally}
              effect={considered ? (effect.data ?? null) : null}
              says={considered ? considered.says : null}
              isWaiting={considered !== null && effect.isFetching}
              refusal={considered ? (effect.error?.message ?? null) : null}
              onTake={() => considered && make(editOf(considered), () => consider(null))}
              onLeave={() => consider(null)}
              onAside={() => {
                if (!considered) return;
                setAside([considered, ...aside.filter(({ says }) => says !== considered.says)]);
                setComparing(true);
                consider(null);
              }}
            />
            <Changes>
              <CrewCard
                job={job}
                standards={standards.data ?? []}
                onConsider={(standard) => consider(applyStandard(standard))}
                onKeep={(name) => keeping.keep({ name, job: job.id })}
                onForget={(name) => keeping.forget(name)}
              />
            </Changes>
          </Box>
        </SidePanel>
      </Flex>
    </>
  );
}

/** Whether what is looked at is one of a part's rows. */
function isIn({ rows }: WaysGroup, considered: Considered | null): boolean {
  return rows.some(({ way }) => way === considered?.way?.way);
}

/** The way to each part of the standard. */
function Parts({ names }: { names: string[] }) {
  return (
    // On a phone they are one row to push along, which fades where more of them lie beyond its edge.
    <Flex
      as="nav"
      aria-label={t`Parts of the standard`}
      px="3"
      flexShrink="0"
      borderBottomWidth="1px"
      wrap={{ base: "nowrap", lg: "wrap" }}
      overflowX={{ base: "auto", lg: "visible" }}
      maskImage={{ base: "linear-gradient(to right, #000 calc(100% - 28px), transparent)", lg: "none" }}
    >
      {names.map((name) => (
        <Button
          key={name}
          variant="plain"
          px="1"
          fontSize="13px"
          flexShrink="0"
          onClick={() => scrollToGroup(name)}
        >
          {name}
        </Button>
      ))}
    </Flex>
  );
}
