import { Box, Button, Flex, Heading, Tabs, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Undo } from "lucide-react";
import { useState } from "react";
import type { Job, Made } from "../api/client";
import { Changes } from "../app/Changes";
import { Empty } from "../app/Empty";
import { JobBar } from "../app/JobBar";
import { useOpenJob } from "../app/JobScreens";
import { Shown } from "../app/Shown";
import { SidePanel } from "../app/SidePanel";
import { useMay } from "../app/session";
import type { JobChange } from "../app/useJobChange";
import { dateTime } from "../language/when";
import { PlanDrawing } from "../plan/PlanDrawing";
import { NOTHING } from "../plan/selection";
import { ReworkCard } from "./ReworkCard";
import { SharesCard } from "./SharesCard";
import { useBetween, useHistory, usePlanAt } from "./useHistory";

type View = "change" | "since" | "plan";

/** What was changed, by whom and when; how the job was, what a change asks of the deck, and the way back. */
export function HistoryScreen() {
  const { job, change } = useOpenJob();
  const query = useHistory(job.id, job.revision);
  const data = query.data?.pages.flat();
  return (
    <Shown
      query={{ data, error: query.error }}
      what={t`Loading the history`}
      trouble={t`The history could not be read`}
    >
      {(made) => (
        <Changed
          job={job}
          change={change}
          made={made}
          onMore={query.hasNextPage ? () => void query.fetchNextPage() : null}
        />
      )}
    </Shown>
  );
}

function Changed({
  job,
  change,
  made,
  onMore,
}: {
  job: Job;
  change: JobChange;
  made: Made[];
  /** Reads changes from before those that are listed; null where there are none. */
  onMore: (() => void) | null;
}) {
  const may = useMay("people");
  const [number, pick] = useState<number | null>(null);
  const [view, show] = useState<View>("change");
  // The newest, until another is picked; one that is picked stays while others change the job.
  const picked = made.find((one) => one.number === number) ?? made[0];
  if (!picked) return <Empty title={t`No changes yet`}>{t`Every change is listed here.`}</Empty>;
  return (
    <>
      <JobBar job={job} change={change}>
        <Tabs.Root value={view} onValueChange={(event) => show(event.value as View)}>
          <Tabs.List borderBottomWidth="0">
            <Tabs.Trigger value="change">{t`This change`}</Tabs.Trigger>
            <Tabs.Trigger value="since">{t`Changes since`}</Tabs.Trigger>
            <Tabs.Trigger value="plan">{t`Plan at this point`}</Tabs.Trigger>
          </Tabs.List>
        </Tabs.Root>
        <Changes>
          <Button
            ms={{ md: "auto" }}
            disabled={picked.number === job.revision || change.isBusy}
            onClick={() => change.make({ edit: "restore-revision", revision: picked.number })}
          >
            <Undo /> {t`Restore revision ${picked.number}`}
          </Button>
        </Changes>
      </JobBar>
      <Flex flex="1" minH="0" direction={{ base: "column", lg: "row" }}>
        <Flex flex="1" minW="0" minH="0">
          {view === "plan" ? (
            <PlanThen job={job} number={picked.number} />
          ) : (
            <Reworks
              job={job.id}
              before={view === "since" ? picked.number : picked.number - 1}
              after={view === "since" ? job.revision : picked.number}
              says={view === "since" ? t`Since revision ${picked.number}` : picked.says}
            />
          )}
        </Flex>
        <SidePanel isFirst>
          <Box overflowY="auto" minH="0">
            {may && <SharesCard job={job} />}
            <Box as="ol" listStyleType="none" aria-label={t`Changes`}>
              {made.map((one) => (
                <MadeRow
                  key={one.number}
                  made={one}
                  isPicked={one.number === picked.number}
                  onPick={() => pick(one.number)}
                />
              ))}
            </Box>
            {onMore && <Button m="3" onClick={onMore}>{t`Earlier changes`}</Button>}
          </Box>
        </SidePanel>
      </Flex>
    </>
  );
}

function MadeRow({ made, isPicked, onPick }: { made: Made; isPicked: boolean; onPick: () => void }) {
  return (
    <li>
      <Button
        variant="plain"
        w="full"
        h="auto"
        minH="44px"
        px="4"
        py="1.5"
        gap="3"
        justifyContent="start"
        textAlign="start"
        whiteSpace="normal"
        borderBottomWidth="1px"
        borderRadius="0"
        bg={isPicked ? "chalkWash" : undefined}
        aria-pressed={isPicked}
        onClick={onPick}
      >
        <Text as="span" fontFamily="figure" fontSize="18px" fontWeight="700" minW="34px" textAlign="end">
          {made.number}
        </Text>
        <Box as="span" flex="1">
          <Text as="span" display="block" fontWeight="600">
            {made.says}
          </Text>{" "}
          <Text as="span" display="block" fontSize="13px" color="faint" fontWeight="400">
            {made.name}, {dateTime(made.at)}
          </Text>
        </Box>
      </Button>
    </li>
  );
}

function Reworks({ job, before, after, says }: { job: string; before: number; after: number; says: string }) {
  if (before < 0) return <Empty title={t`The job was started`}>{t`Nothing was there before.`}</Empty>;
  return <Between job={job} before={before} after={after} says={says} />;
}

function Between({ job, before, after, says }: { job: string; before: number; after: number; says: string }) {
  const query = useBetween(job, before, after);
  return (
    <Shown
      query={query}
      what={t`Framing both revisions`}
      trouble={t`The earlier revision could not be framed`}
    >
      {(walls) =>
        walls.length === 0 ? (
          <Empty title={t`No wall is framed differently`}>{says}</Empty>
        ) : (
          <Box
            flex="1"
            minW="0"
            overflowY="auto"
            px="4"
            py="3"
            tabIndex={0}
            role="region"
            aria-label={t`Walls`}
          >
            <Heading as="h2" fontFamily="heading" fontWeight="800" fontSize="22px">
              {says}
            </Heading>
            {walls.map((wall) => (
              <ReworkCard key={wall.wall} rework={wall} />
            ))}
          </Box>
        )
      }
    </Shown>
  );
}

const NOTHING_DONE = () => {};

function PlanThen({ job, number }: { job: Job; number: number }) {
  const query = usePlanAt(job.id, number);
  return (
    <Shown query={query} what={t`Drawing the plan`} trouble={t`The earlier plan could not be drawn`}>
      {(plan) => (
        <Box flex="1" minW="0" minH={{ base: "480px", lg: "0" }} display="flex" position="relative">
          <PlanDrawing
            plan={plan}
            pencilled={new Set()}
            selection={NOTHING}
            areDimensionsShown
            isDragging={false}
            onSelect={NOTHING_DONE}
            onDrag={NOTHING_DONE}
            onDrop={NOTHING_DONE}
            onTurn={NOTHING_DONE}
            onKey={NOTHING_DONE}
            job={job.id}
            picture={null}
            drawing={null}
            pointed={null}
            isPictureMoved={false}
            pressed={[]}
            onPress={null}
          />
        </Box>
      )}
    </Shown>
  );
}
