import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { Job, Plan } from "../api/client";
import { FindingTally } from "../app/FindingTally";
import { Figure } from "../drawing/Figure";
import { printer } from "../drawing/figures";
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
  const print = printer(job.figures);
  if (job.walls.length === 0)
    return (
      <Text p="4" color="faint">
        No walls yet.
      </Text>
    );
  return (
    <Box as="ul" listStyleType="none" aria-label="Walls of the job">
      {job.walls.map((wall) => {
        const isAlone = plan.alone.includes(wall.id);
        return (
          <Flex
            as="li"
            key={wall.id}
            align="center"
            gap="3"
            ps="4"
            pe="2"
            py="1"
            borderBottomWidth="1px"
            bg={selection.walls.includes(wall.id) ? "chalkWash" : undefined}
          >
            <Button
              variant="plain"
              flex="1"
              justifyContent="start"
              px="0"
              aria-label={`Select wall ${wall.id}`}
              onClick={(event) =>
                isAlone
                  ? onOpen(wall.id)
                  : onSelect({ type: "wall", id: wall.id, isMore: event.shiftKey || event.ctrlKey })
              }
            >
              <Text
                as="span"
                fontFamily="heading"
                fontWeight="800"
                fontSize="20px"
                minW="24px"
                textAlign="start"
              >
                {wall.id}
              </Text>
              <Figure text={print(wall.length)} fontSize="17px" fontWeight="600" />
              <Text as="span" color="faint" fontWeight="500">
                {wall.stud}
                {isAlone && ", on no plan"}
              </Text>
            </Button>
            <FindingTally counts={wall.findings} />
          </Flex>
        );
      })}
    </Box>
  );
}
