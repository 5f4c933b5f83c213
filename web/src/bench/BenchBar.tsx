import { Button, chakra, Flex, Text } from "@chakra-ui/react";
import { Download, Plus, Redo2, Undo2 } from "lucide-react";
import { Link } from "react-router";
import type { Job } from "../api/client";
import { TextField } from "../app/TextField";
import { Figure } from "../drawing/Figure";
import { printer } from "../drawing/figures";
import type { BenchChange } from "./useBenchChange";

const WallLink = chakra(Link);

/** The job, its walls to choose from, and the way back and forth through its changes. */
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
  change: BenchChange;
}) {
  return (
    <Flex
      align="center"
      gap="3"
      px="4"
      minH="48px"
      wrap={{ base: "wrap", md: "nowrap" }}
      borderBottomWidth="1px"
      bg="bench"
      flexShrink="0"
    >
      <Flex
        w={{ base: "200px", lg: "250px" }}
        flexShrink="0"
        css={{ "& input": { fontWeight: 700, borderColor: "transparent", bg: "transparent", px: 0 } }}
      >
        <TextField
          label="Job name"
          value={job.job.name}
          onEnter={(name) => change.make({ edit: "rename-job", name })}
        />
      </Flex>
      <Flex
        as="ul"
        listStyleType="none"
        gap="1"
        overflowX="auto"
        minW="0"
        flex={{ base: "1 1 100%", md: "1" }}
        order={{ base: 3, md: 0 }}
        aria-label="Walls"
      >
        {job.walls.map((listed) => (
          <WallTab key={listed.id} job={job} wall={listed} isHere={!isAdding && listed.id === wall} />
        ))}
        <li>
          <Button variant={isAdding ? "solid" : "plain"} aria-label="Add a wall" onClick={onAdd}>
            <Plus /> Wall
          </Button>
        </li>
      </Flex>
      <Flex gap="1" flexShrink="0">
        <Button
          variant="plain"
          aria-label="Undo"
          title={job.undo ? `Undo: ${job.undo}` : "Nothing to undo"}
          disabled={!job.undo || change.isBusy}
          onClick={() => change.make("undo")}
        >
          <Undo2 />
        </Button>
        <Button
          variant="plain"
          aria-label="Redo"
          title={job.redo ? `Redo: ${job.redo}` : "Nothing to redo"}
          disabled={!job.redo || change.isBusy}
          onClick={() => change.make("redo")}
        >
          <Redo2 />
        </Button>
        <Button variant="plain" asChild>
          <a
            href={`/api/jobs/${job.id}/file`}
            download
            aria-label="Export the job"
            title="Export as a job file"
          >
            <Download />
          </a>
        </Button>
      </Flex>
    </Flex>
  );
}

function WallTab({ job, wall, isHere }: { job: Job; wall: Job["walls"][number]; isHere: boolean }) {
  const print = printer(job.figures);
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
        <Figure text={print(wall.length)} fontSize="14px" color="faint" />
        {error + warning > 0 && (
          <Text
            as="span"
            fontSize="13px"
            fontWeight="700"
            color={error ? "crayon" : "warn"}
            title={error ? `${error} wrong` : `${warning} to see to`}
          >
            {error ? `${error}!` : warning}
          </Text>
        )}
      </WallLink>
    </li>
  );
}
