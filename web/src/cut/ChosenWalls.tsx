import { Button, Flex } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import type { Job } from "../api/client";

/** Which walls the boards are shown and written for: those that are pressed, or all of them. */
export function ChosenWalls({
  job,
  walls,
  onWalls,
}: {
  job: Job;
  walls: readonly string[];
  onWalls: (walls: readonly string[]) => void;
}) {
  const turned = (wall: string) =>
    walls.includes(wall) ? walls.filter((one) => one !== wall) : [...walls, wall].sort();
  return (
    <Flex as="fieldset" aria-label={t`Walls`} wrap="wrap" gap="1" px="4" pt="3" maxH="140px" overflowY="auto">
      <Button
        variant={walls.length === 0 ? "solid" : "plain"}
        aria-label={t`All walls`}
        aria-pressed={walls.length === 0}
        onClick={() => onWalls([])}
      >{t`All`}</Button>
      {job.walls.map(({ id }) => (
        <Button
          key={id}
          variant={walls.includes(id) ? "solid" : "plain"}
          aria-label={t`Wall ${id}`}
          aria-pressed={walls.includes(id)}
          onClick={() => onWalls(turned(id))}
        >
          {id}
        </Button>
      ))}
    </Flex>
  );
}
