import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { FileDown } from "lucide-react";
import { type ReactNode, useReducer, useState } from "react";
import type { Job, Schedule } from "../api/client";
import { Changes } from "../app/Changes";
import { Empty } from "../app/Empty";
import { FileButton } from "../app/FileButton";
import { JobBar } from "../app/JobBar";
import { useOpenJob } from "../app/JobScreens";
import { Shown } from "../app/Shown";
import { SidePanel } from "../app/SidePanel";
import type { JobChange } from "../app/useJobChange";
import { useWords } from "../app/words";
import { HeadersPanel } from "../headers/HeadersPanel";
import { START, grid as walk } from "./grid";
import { LineCard } from "./LineCard";
import { ScheduleTable } from "./ScheduleTable";
import { type RefusedCells, useSchedule, useWriting } from "./useSchedule";

/** The schedule of openings: what each is, what it makes of the wall, and whether somebody checked it. */
export function OpeningsScreen() {
  const { piece } = useWords();
  const { job, change } = useOpenJob();
  const [isAlike, setAlike] = useState(true);
  const [isCheck, setCheck] = useState(false);
  const query = useSchedule(job.id, job.revision, isAlike);
  const check = (
    <Button variant={isCheck ? "solid" : "outline"} aria-pressed={isCheck} onClick={() => setCheck(!isCheck)}>
      {t`${piece("Header")} check`}
    </Button>
  );
  if (isCheck)
    return (
      <>
        <JobBar job={job} change={change}>
          {check}
        </JobBar>
        <HeadersPanel job={job} change={change} />
      </>
    );
  return (
    <Shown query={query} what={t`Opening the schedule`} trouble={t`This schedule could not be opened`}>
      {(schedule) => (
        <Openings
          job={job}
          schedule={schedule}
          change={change}
          isAlike={isAlike}
          onAlike={() => setAlike(!isAlike)}
        >
          {check}
        </Openings>
      )}
    </Shown>
  );
}

interface OpeningsProps {
  job: Job;
  schedule: Schedule;
  change: JobChange;
  isAlike: boolean;
  onAlike: () => void;
  /** Before what is done with the schedule. */
  children: ReactNode;
}

function Openings(props: OpeningsProps) {
  const { piece } = useWords();
  const { job, schedule, change } = props;
  const [chosen, act] = useReducer(walk, START);
  const writing = useWriting(job.id, change, schedule.revision);
  const grid = { ...chosen, row: Math.min(chosen.row, Math.max(schedule.lines.length - 1, 0)) };
  const line = schedule.lines[grid.row];
  return (
    <>
      <OpeningsBar {...props} onFile={writing.take} />
      {schedule.lines.length === 0 ? (
        <NoOpenings onPaste={(text) => change.isAllowed && writing.take(new Blob([text]))} />
      ) : (
        <Flex flex="1" minH="0" direction={{ base: "column", lg: "row" }}>
          <Flex direction="column" flex="1" minW="0" minH="0">
            <Changes>
              <ScheduleTable
                schedule={schedule}
                grid={grid}
                act={change.isAllowed ? act : (step) => step.type !== "type" && act(step)}
                waiting={writing.waiting}
                refused={writing.refused}
                onWrite={(changes) => change.isAllowed && changes.length > 0 && writing.write(changes)}
                onTable={(text) => change.isAllowed && writing.take(new Blob([text]))}
                onCheck={({ marks, checked }) =>
                  change.make({
                    edit: "check-openings",
                    ids: marks,
                    is_checked: !checked || checked.is_lost,
                    by: "",
                    at: "",
                  })
                }
              />
            </Changes>
            {writing.refused.length > 0 && <NotSaved refused={writing.refused} onDiscard={writing.discard} />}
            <Text px="4" py="2" fontSize="13px" color="faint" borderTopWidth="1px">
              <Trans>
                Arrow keys move, Shift+arrows select; type to edit, Enter goes down, Delete clears to the
                default, Ctrl+D fills down. Copy cells to a spreadsheet or paste them from one.{" "}
                {piece("Header")} sizes follow the approved drawings.
              </Trans>
              {schedule.unplaced.length > 0 && <> {t`Without a place: ${schedule.unplaced.join(", ")}.`}</>}
            </Text>
          </Flex>
          <SidePanel isNarrow>{line && <LineCard job={job.id} line={line} />}</SidePanel>
        </Flex>
      )}
    </>
  );
}

/** How the schedule is shown, files of it, and how much of it nobody has compared with the plan. */
function OpeningsBar({
  job,
  schedule,
  change,
  isAlike,
  onAlike,
  onFile,
  children,
}: OpeningsProps & { onFile: (file: Blob) => void }) {
  const left = schedule.lines.reduce(
    (sum, { marks, checked }) => sum + (checked && !checked.is_lost ? 0 : marks.length),
    0,
  );
  return (
    <JobBar job={job} change={change}>
      {children}
      <Button
        variant={isAlike ? "solid" : "outline"}
        aria-pressed={isAlike}
        onClick={onAlike}
      >{t`Group identical`}</Button>
      <FileButton
        label={t`Schedule from a spreadsheet`}
        accept=".csv,.tsv,.txt"
        variant="plain"
        title={t`Lines of a CSV file whose first line names the columns: mark, wall, kind, unit, rough, at, head, header, source, jacks, kings`}
        disabled={!change.isAllowed}
        onFile={onFile}
      >{t`Import CSV`}</FileButton>
      <Button asChild variant="plain">
        <a href={`/api/jobs/${job.id}/schedule.csv`} download>
          <FileDown /> {t`CSV`}
        </a>
      </Button>
      <Text
        order={{ base: -1, md: 0 }}
        ms={{ md: "auto" }}
        fontSize="14px"
        color={left ? "warn" : "faint"}
        fontWeight="600"
        whiteSpace="nowrap"
        px="2"
      >
        {left ? t`${left} not checked against the plan` : t`All checked against the plan`}
      </Text>
    </JobBar>
  );
}

/** An empty schedule, which takes rows that are pasted. */
function NoOpenings({ onPaste }: { onPaste: (text: string) => void }) {
  return (
    <Box
      flex="1"
      role="group"
      aria-label={t`Schedule of openings`}
      tabIndex={0}
      ref={(box: HTMLElement | null) => box?.focus()}
      onPaste={(event) => {
        event.preventDefault();
        onPaste(event.clipboardData.getData("text"));
      }}
      _focusVisible={{ outline: "none" }}
    >
      <Empty title={t`No openings yet`}>
        <Text>
          <Trans>
            Type one on a wall’s bench, like 3-6x4-6 @ 9-3, or import a schedule from a spreadsheet.
          </Trans>
        </Text>
        <Text color="faint">
          <Trans>
            Rows can be pasted here too, with a first line that names the columns: mark, wall, kind, unit or
            rough, at; and head, header, source, jacks, kings where they are given.
          </Trans>
        </Text>
      </Empty>
    </Box>
  );
}

/** What was written and refused, each with why. */
function NotSaved({ refused, onDiscard }: { refused: readonly RefusedCells[]; onDiscard: () => void }) {
  return (
    <Flex
      role="alert"
      aria-label={t`Not saved`}
      px="4"
      py="2"
      gap="3"
      align="start"
      borderTopWidth="2px"
      borderColor="crayon"
    >
      <Box flex="1" fontSize="15px" color="crayon">
        {refused.map(({ changes, why }) => (
          <Text key={JSON.stringify(changes)}>
            {t`${[...new Set(changes.map(({ mark }) => mark))].join(", ")} not saved: ${why}`}
          </Text>
        ))}
      </Box>
      <Button onClick={onDiscard}>{t`Discard`}</Button>
    </Flex>
  );
}
