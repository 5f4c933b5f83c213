import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useMatch } from "react-router";
import { answered, client } from "../api/client";
import { useJob } from "../api/queries";
import { STEPS, type Step, stepOf } from "./firstWall";
import { InChakra } from "./InChakra";
import { sessionQuery, useMay } from "./session";
import { wordsOf } from "./words";

/** Leads somebody new through a first wall on the real screens, in five steps; skipped or done, never again. */
export function FirstWall() {
  const isAtJobs = useMatch("/") !== null;
  const inJob = useMatch("/jobs/:job/:stage/*");
  // Someone in front of a wall with gloves on gets the whole screen.
  const isAtWall = useMatch("/jobs/:job/site/:place/*") !== null;
  const { data } = useJob(inJob?.params.job ?? "");
  const mayChange = useMay("change");
  const [hasLooked, look] = useState(false);
  const end = useEnd();
  if ((!isAtJobs && !inJob) || isAtWall || (inJob && !data)) return null;
  const stage = inJob?.params.stage ?? null;
  const job =
    inJob && data
      ? {
          id: data.id,
          walls: data.walls.length,
          openings: data.job.openings?.length ?? 0,
          king: wordsOf(data.words).piece("king"),
        }
      : null;
  const step = stepOf({ job, mayChange, hasLooked });
  return (
    <InChakra>
      <Strip
        step={step}
        // Where it is done, unless one is there.
        leadsTo={job && step.at !== stage ? `/jobs/${job.id}/${step.at}` : null}
        onNext={step.number === STEPS - 1 ? () => look(true) : step.number === STEPS ? end : null}
        onSkip={end}
      />
    </InChakra>
  );
}

/** Ends it, at once here and for good. */
function useEnd(): () => void {
  const queries = useQueryClient();
  const end = useMutation({
    mutationFn: () => answered(client.DELETE("/api/session/first-wall")),
    onMutate: () =>
      queries.setQueryData(sessionQuery.queryKey, (session) => session && { ...session, is_led: false }),
  });
  return () => end.mutate();
}

function Strip({
  step: { number, title, says },
  leadsTo,
  onNext,
  onSkip,
}: {
  step: Step;
  /** A sentence in the words of the job's crew. */
  leadsTo: string | null;
  /** What is pressed where nothing on the screen tells that it is done. */
  onNext: (() => void) | null;
  onSkip: () => void;
}) {
  return (
    <Flex
      as="section"
      aria-label={t`First wall`}
      align="center"
      gap="4"
      px="4"
      py="3"
      wrap="wrap"
      bg="chalkWash"
      borderTopWidth="2px"
      borderColor="chalk"
      flexShrink="0"
    >
      <Text fontFamily="figure" fontWeight="700" fontSize="22px" whiteSpace="nowrap">
        {t`${number} of ${STEPS}`}
      </Text>
      <Box flex="1" minW="220px" aria-live="polite">
        <Text fontWeight="700" lineHeight="1.2">
          {title}
        </Text>
        <Text lineHeight="1.25">{says}</Text>
      </Box>
      <Flex gap="2">
        {leadsTo && (
          <Button asChild size="md" variant="solid">
            <Link to={leadsTo}>{t`Go to it`}</Link>
          </Button>
        )}
        {!leadsTo && onNext && (
          <Button size="md" variant="solid" onClick={onNext}>
            {number === STEPS ? t`Done` : t`Next`}
          </Button>
        )}
        <Button size="md" variant="plain" onClick={onSkip}>{t`Skip`}</Button>
      </Flex>
    </Flex>
  );
}
