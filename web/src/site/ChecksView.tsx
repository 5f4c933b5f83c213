import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { useQuery } from "@tanstack/react-query";
import { CircleAlert, CircleCheck, CircleDashed, CircleDot } from "lucide-react";
import { useEffect, useState } from "react";
import type { Check, Checks, Job, Measure } from "../api/client";
import { Changes } from "../app/Changes";
import { Figure } from "../app/Figure";
import { unparted } from "../app/figures";
import { Shown } from "../app/Shown";
import { SumColumn } from "../drawing/SumColumn";
import { clockTime } from "../language/when";
import { record, useWaiting, type Waiting } from "../outbox/outbox";
import { CheckDrawing } from "./CheckDrawing";
import { askHere, type Verdict as Judged } from "./core/ask";
import { KeyPad } from "./KeyPad";
import { TapeCard } from "./TapeCard";
import { useChecks } from "./useSite";
import { useOpenWall } from "./WallScreen";

/** Milliseconds a reading is on its way before that is shown. */
const WORTH_SAYING = 1_500;

const STATES = {
  open: { icon: CircleDashed, color: "faint", says: t`to read` },
  good: { icon: CircleCheck, color: "ink", says: t`right` },
  "as-built": { icon: CircleDot, color: "warn", says: t`as built` },
  wrong: { icon: CircleAlert, color: "crayon", says: t`wrong` },
} as const;

/** The checks of a wall: where to hold the tape, what it read, and what that says. */
export function ChecksView() {
  const { job, wall } = useOpenWall();
  const query = useChecks(job.id, wall, job.revision);
  // Kept here, not with what is shown: where the answer is asked for again, a reading must not go to another check.
  const [picked, pick] = useState<Picked>({ check: null, measure: null });
  return (
    <Shown query={query} what={t`Laying out the checks`} trouble={t`This wall could not be checked`}>
      {(checks) => <All job={job} checks={checks} picked={picked} onPick={pick} />}
    </Shown>
  );
}

/** What is being read: as picked, else the first that is open. */
interface Picked {
  check: string | null;
  measure: string | null;
}

function All({
  job,
  checks,
  picked,
  onPick,
}: {
  job: Job;
  checks: Checks;
  picked: Picked;
  onPick: (picked: Picked) => void;
}) {
  const waiting = useWaiting(job.id);
  const found = checks.checks.find(({ id }) => id === picked.check);
  const check = found ?? checks.checks.find(({ state }) => state === "open") ?? checks.checks[0];
  if (!check) return <Text p="4">{t`There is nothing to check of this wall.`}</Text>;
  const open = check.measures.find(({ readings }) => readings.length === 0);
  const measure = check.measures.find(({ id }) => id === picked.measure) ?? open ?? check.measures[0];
  if (!measure) return null;
  const isWaiting = check.measures.some(({ id }) => waitingFor(waiting, checks.wall, check.id, id) !== null);
  function read(value: string, by: "hand" | "tape" = "hand") {
    if (!check || !measure) return;
    void record(job.id, {
      kind: "reading",
      wall: checks.wall,
      check: check.id,
      measure: measure.id,
      value,
      read_by: by,
    });
    const next = check.measures[check.measures.indexOf(measure) + 1];
    onPick({ check: check.id, measure: (next ?? measure).id });
  }
  return (
    <Flex
      flex="1"
      minH="0"
      direction={{ base: "column", lg: "row" }}
      overflowY={{ base: "auto", lg: "hidden" }}
    >
      <CheckList
        checks={checks.checks}
        picked={check.id}
        onPick={(id) => onPick({ check: id, measure: null })}
      />
      <Flex
        direction="column"
        flex={{ lg: "1" }}
        minW="0"
        overflowY={{ lg: "auto" }}
        p={{ base: "2", lg: "3" }}
        gap={{ base: "2", lg: "3" }}
      >
        <Verdict job={job} wall={checks.wall} check={check} isWaiting={isWaiting} />
        <CheckDrawing checks={checks} check={check} measure={measure} />
      </Flex>
      <Flex
        direction={{ base: "column", lg: "column-reverse" }}
        justify={{ lg: "start" }}
        w={{ lg: "380px" }}
        flexShrink="0"
        p={{ base: "2", lg: "3" }}
        gap="3"
        borderStartWidth={{ lg: "1px" }}
        bg="bench"
        overflowY={{ lg: "auto" }}
      >
        <Changes right="record">
          <KeyPad
            key={`${check.id} ${measure.id}`}
            name={measure.name}
            planned={measure.planned?.value.text ?? null}
            onRead={read}
          />
          <TapeCard measure={measure} onRead={(value) => read(value, "tape")} />
        </Changes>
        <Measures
          job={job.id}
          wall={checks.wall}
          check={check}
          measure={measure}
          onPick={(id) => onPick({ check: check.id, measure: id })}
        />
      </Flex>
    </Flex>
  );
}

function CheckList({
  checks,
  picked,
  onPick,
}: {
  checks: Check[];
  picked: string;
  onPick: (id: string) => void;
}) {
  return (
    <Flex
      as="nav"
      aria-label={t`Checks`}
      direction={{ base: "row", lg: "column" }}
      gap="1"
      p={{ base: "1", lg: "2" }}
      overflowX="auto"
      flexShrink="0"
      w={{ lg: "236px" }}
      borderEndWidth={{ lg: "1px" }}
      borderBottomWidth={{ base: "1px", lg: "0" }}
    >
      {checks.map(({ id, name, state }) => {
        const { icon: Icon, color, says } = STATES[state];
        return (
          <Button
            key={id}
            size="lg"
            variant={id === picked ? "outline" : "plain"}
            justifyContent="start"
            px="2"
            aria-current={id === picked ? "true" : undefined}
            onClick={() => onPick(id)}
          >
            <Box as="span" color={color}>
              <Icon aria-label={says} />
            </Box>
            {name}
          </Button>
        );
      })}
    </Flex>
  );
}

/** What is read for a check, each with what the plan says and what was read last. */
function Measures({
  job,
  wall,
  check,
  measure,
  onPick,
}: {
  job: string;
  wall: string;
  check: Check;
  measure: Measure;
  onPick: (id: string) => void;
}) {
  const waiting = useWaiting(job);
  return (
    <Box as="ul" listStyleType="none" borderTopWidth="1px">
      {check.measures.map((one) => {
        const [last] = one.readings;
        const here = waitingFor(waiting, wall, check.id, one.id);
        return (
          <Box as="li" key={one.id} borderBottomWidth="1px">
            <Button
              variant="plain"
              size="lg"
              w="full"
              h="auto"
              minH="48px"
              px="2"
              bg={one === measure ? "chalkWash" : undefined}
              justifyContent="space-between"
              aria-current={one === measure ? "true" : undefined}
              onClick={() => onPick(one.id)}
            >
              <Box textAlign="start" whiteSpace="normal">
                <Text>{one.name}</Text>
                <Text fontSize="14px" fontWeight="400" color="faint">
                  {[
                    one.planned ? t`plan ${one.planned.value.text}` : t`any reading`,
                    last && `${last.initials} ${clockTime(last.at)}`,
                    one.readings.length > 1 && t`read ${one.readings.length} times`,
                  ]
                    .filter(Boolean)
                    .join(", ")}
                </Text>
              </Box>
              {here || last ? (
                <Figure
                  text={here ?? last?.value.text ?? ""}
                  fontSize="30px"
                  fontWeight="800"
                  opacity={here ? 0.6 : 1}
                />
              ) : (
                <Text color="faint">–</Text>
              )}
            </Button>
          </Box>
        );
      })}
    </Box>
  );
}

function waitingFor(waiting: readonly Waiting[], wall: string, check: string, measure: string) {
  const last = waiting.findLast(
    ({ entry, refused }) =>
      refused === null &&
      entry.kind === "reading" &&
      entry.wall === wall &&
      entry.check === check &&
      entry.measure === measure,
  );
  return last?.entry.kind === "reading" ? last.entry.value : null;
}

/** Whether something has lasted so long that it is worth saying. */
function useLate(is: boolean): boolean {
  const [isLate, setLate] = useState(false);
  useEffect(() => {
    const timer = window.setTimeout(() => setLate(is), is ? WORTH_SAYING : 0);
    return () => window.clearTimeout(timer);
  }, [is]);
  return is && isLate;
}

interface VerdictProps {
  job: Job;
  wall: string;
  check: Check;
  isWaiting: boolean;
}

/** What the readings say, and what to do. */
function Verdict({ job, wall, check, isWaiting }: VerdictProps) {
  const read = check.measures.filter(({ readings }) => readings.length > 0).length;
  const isLate = useLate(isWaiting);
  if (isLate) return <Here job={job} wall={wall} check={check} />;
  if (check.state === "open")
    return (
      <Text role="status" color="faint">
        {t`${read} of ${check.measures.length} read`}
      </Text>
    );
  return <Says {...check} />;
}

/** What readings say that are on this device alone, worked out on it where the job was saved for offline. */
function Here({ job, wall, check }: Omit<VerdictProps, "isWaiting">) {
  const waiting = useWaiting(job.id);
  const read = Object.fromEntries(
    check.measures.flatMap(({ id, readings: [last] }) => {
      // The figure itself: what is printed is rounded.
      const value = waitingFor(waiting, wall, check.id, id) ?? last?.value.inches;
      return value === undefined ? [] : [[id, String(value)]];
    }),
  );
  const { data: verdict, isPending } = useQuery({
    queryKey: ["judged", job.id, job.revision, wall, check.id, read],
    queryFn: () => askHere(job.id, wall, "judge", { check: check.id, read }).catch(() => null),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  return (
    <>
      <Text role="status" fontSize="16px" color="faint">
        {isPending
          ? t`Saved on this device. Working out the result …`
          : verdict
            ? t`Saved on this device.`
            : t`Saved on this device. The result follows once there is a signal.`}
      </Text>
      {verdict && <Says {...verdict} />}
    </>
  );
}

function Says({ state, says, do: what, sums }: Judged) {
  const { color } = STATES[state];
  return (
    <Box role="status" aria-live="polite" borderStartWidth="6px" borderColor={color} ps="3">
      <Heading as="h2" fontFamily="heading" fontSize="24px" fontWeight="800" color={color} lineHeight="1.15">
        {unparted(says)}
      </Heading>
      {what && (
        <Text fontSize="19px" mt="1">
          {unparted(what)}
        </Text>
      )}
      <Box mt="2">
        {sums.map((sum) => (
          <SumColumn key={sum.name} sum={sum} />
        ))}
      </Box>
    </Box>
  );
}
