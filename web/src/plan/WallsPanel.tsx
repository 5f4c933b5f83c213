import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { memo } from "react";
import type { Job, Plan } from "../api/client";
import { Figure } from "../app/Figure";
import { FindingTally } from "../app/FindingTally";
import type { Select, Selection } from "./selection";

/** Every wall of the job, those on no plan too. */
export function WallsPanel({
  job,
  plan,
  selection,
  onSelect,
  onOpen,
}: {
  job: Job;
  plan: Plan;
  selection: Selection;
  onSelect: (action: Select) => void;
  onOpen: (wall: string) => void;
}) {
  if (job.walls.length === 0) return <Text p="4" color="faint">{t`No walls yet.`}</Text>;
  return (
    <Box as="ul" listStyleType="none" aria-label={t`Walls of the job`}>
      {job.walls.map(({ id, stud, length, findings }) => (
        <WallRow
          key={id}
          id={id}
          stud={stud}
          length={length.text}
          error={findings.error}
          warning={findings.warning}
          info={findings.info}
          isAlone={plan.alone.includes(id)}
          isSelected={selection.walls.includes(id)}
          onSelect={onSelect}
          onOpen={onOpen}
        />
      ))}
    </Box>
  );
}

/** One wall; of plain values, so that it is drawn again only when one of them changes. */
const WallRow = memo(function WallRow({
  id,
  stud,
  length,
  error,
  warning,
  info,
  isAlone,
  isSelected,
  onSelect,
  onOpen,
}: {
  id: string;
  stud: string;
  length: string;
  error: number;
  warning: number;
  info: number;
  isAlone: boolean;
  isSelected: boolean;
  onSelect: (action: Select) => void;
  onOpen: (wall: string) => void;
}) {
  return (
    <Flex
      as="li"
      align="center"
      gap="3"
      ps="4"
      pe="2"
      py="1"
      borderBottomWidth="1px"
      bg={isSelected ? "chalkWash" : undefined}
    >
      <Button
        variant="plain"
        flex="1"
        justifyContent="start"
        px="0"
        aria-pressed={isSelected}
        onClick={(event) =>
          isAlone ? onOpen(id) : onSelect({ type: "wall", id, isMore: event.shiftKey || event.ctrlKey })
        }
      >
        <chakra.span srOnly>{t`Select wall`} </chakra.span>
        <Text as="span" fontFamily="heading" fontWeight="800" fontSize="20px" minW="24px" textAlign="start">
          {id}
        </Text>
        <Figure text={length} fontSize="17px" fontWeight="600" />
        <Text as="span" color="faint" fontWeight="500">
          {stud}
          {isAlone && <>, {t`not on the plan`}</>}
        </Text>
      </Button>
      <FindingTally counts={{ error, warning, info }} />
    </Flex>
  );
});
