import { Button, chakra, Flex, Text } from "@chakra-ui/react";
import { plural, t } from "@lingui/core/macro";
import { Plus } from "lucide-react";
import { Link } from "react-router";
import type { Job } from "../api/client";
import { Changes } from "../app/Changes";
import { Figure } from "../app/Figure";
import { JobBar } from "../app/JobBar";
import type { JobChange } from "../app/useJobChange";

const WallLink = chakra(Link);

/** The job, and its walls to choose from. */
export function BenchBar({
  job,
  wall,
  isAdding,
  onAdd,
  change,
}: {
  job: Job;
  wall: string | undefined;
  isAdding: boolean;
  onAdd: () => void;
  change: JobChange;
}) {
  return (
    <JobBar job={job} wall={isAdding ? undefined : wall} change={change}>
      <Flex as="ul" listStyleType="none" gap="1" aria-label={t`Walls`}>
        {job.walls.map((listed) => (
          <WallTab key={listed.id} job={job} wall={listed} isHere={!isAdding && listed.id === wall} />
        ))}
        <li>
          <Changes>
            <Button variant={isAdding ? "solid" : "plain"} aria-label={t`Add a wall`} onClick={onAdd}>
              <Plus /> {t`Wall`}
            </Button>
          </Changes>
        </li>
      </Flex>
    </JobBar>
  );
}

function WallTab({ job, wall, isHere }: { job: Job; wall: Job["walls"][number]; isHere: boolean }) {
  const { error, warning } = wall.findings;
  return (
    <li>
      <WallLink
        to={`/jobs/${job.id}/bench/${encodeURIComponent(wall.id)}`}
        aria-current={isHere ? "page" : undefined}
        display="flex"
        alignItems="baseline"
        gap="1.5"
        px="2"
        h="30px"
        lineHeight="28px"
        whiteSpace="nowrap"
        borderBottomWidth="3px"
        borderColor={isHere ? "chalk" : "transparent"}
        _hover={{ bg: "chalkWash" }}
        _focusVisible={{ outline: "2px solid", outlineColor: "chalk", outlineOffset: "-2px" }}
      >
        <Text as="span" fontFamily="heading" fontWeight="800" fontSize="18px">
          {wall.id}
        </Text>
        <Figure text={wall.length.text} fontSize="14px" color="faint" />
        {error + warning > 0 && (
          <Text
            as="span"
            fontSize="13px"
            fontWeight="700"
            color={error ? "crayon" : "warn"}
            title={
              error
                ? plural(error, { one: "# error", other: "# errors" })
                : plural(warning, { one: "# warning", other: "# warnings" })
            }
          >
            {error ? `${error}!` : warning}
          </Text>
        )}
      </WallLink>
    </li>
  );
}
