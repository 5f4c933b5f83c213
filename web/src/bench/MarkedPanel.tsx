import { Box, Button, Flex, Heading, Tabs, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Check, Printer } from "lucide-react";
import type { Job, Marked } from "../api/client";
import { Changes } from "../app/Changes";
import { Download } from "../app/Download";
import { StrokeTable } from "../history/StrokeTable";
import { dateTime } from "../language/when";
import { record, useWaiting } from "../outbox/outbox";
import { useMarked } from "./useMarked";

const PLATES = [
  { plate: "top", name: t`Top plate` },
  { plate: "bottom", name: t`Bottom plate` },
] as const;

/** The tab of what is marked, red while there is anything to strike or add. */
export function MarkedTab({ job, wall }: { job: Job; wall: string }) {
  const strokes = useMarked(job.id, job.revision)
    .filter((one) => one.wall === wall)
    .reduce((sum, { strokes }) => sum + strokes.length, 0);
  return (
    <Tabs.Trigger
      value="marked"
      color={strokes ? "crayon" : undefined}
      title={strokes ? t`${strokes} to strike and add` : undefined}
    >{t`Marked`}</Tabs.Trigger>
  );
}

/** Which plates of a wall are marked on the deck, and what is struck and added there since the plan changed. */
export function MarkedPanel({ job, wall }: { job: Job; wall: string }) {
  const marked = useMarked(job.id, job.revision);
  const ours = marked.filter((one) => one.wall === wall);
  return (
    <Box>
      {PLATES.map(({ plate, name }) => (
        <PlateMarked
          key={plate}
          job={job}
          wall={wall}
          plate={plate}
          name={name}
          marked={ours.find((one) => one.plate === plate) ?? null}
        />
      ))}
      {marked.some(({ strokes }) => strokes.length > 0) && (
        <Box px="4" py="2">
          <Download
            job={job.id}
            file="strike.pdf"
            isOpened
            title={t`Marks to strike and add on every marked plate`}
          >
            <Printer /> {t`Strike and add, all walls`}
          </Download>
        </Box>
      )}
    </Box>
  );
}

function PlateMarked({
  job,
  wall,
  plate,
  name,
  marked,
}: {
  job: Job;
  wall: string;
  plate: Marked["plate"];
  name: string;
  marked: Marked | null;
}) {
  const isBusy = useWaiting(job.id).some(
    ({ entry }) => entry.kind === "mark" && entry.wall === wall && entry.plate === plate,
  );
  const tick = (isMarked: boolean) =>
    void record(job.id, {
      kind: "mark",
      wall,
      plate,
      is_done: isMarked,
      ...(isMarked && { revision: job.revision }),
    });
  const hasStrokes = marked !== null && marked.strokes.length > 0;
  return (
    <Box as="section" aria-label={t`${name}, marked or not`} px="4" py="3" borderBottomWidth="1px">
      <Heading as="h3" fontFamily="heading" fontWeight="700" fontSize="17px">
        {name}
      </Heading>
      <Text fontSize="14px" color={hasStrokes ? "crayon" : "faint"} mb="2">
        {marked ? markedBy(marked) : t`Not marked yet.`}
      </Text>
      {hasStrokes && <StrokeTable strokes={marked.strokes} hook={marked.hook} />}
      <Changes right="record">
        <Flex gap="2" mt="1">
          {(!marked?.is_whole || hasStrokes) && (
            <Button disabled={isBusy} onClick={() => tick(true)}>
              <Check /> {hasStrokes && marked.is_whole ? t`Struck and added` : t`All marked`}
            </Button>
          )}
          {marked && (
            <Button variant="plain" disabled={isBusy} onClick={() => tick(false)}>{t`Undo marked`}</Button>
          )}
        </Flex>
      </Changes>
    </Box>
  );
}

function markedBy({ name, at, strokes, is_whole, written }: Marked): string {
  const when = dateTime(at);
  const made = is_whole ? t`Marked by ${name}, ${when}.` : t`${written} marks, the last by ${name}, ${when}.`;
  return strokes.length > 0 ? t`${made} The plan changed since.` : made;
}
