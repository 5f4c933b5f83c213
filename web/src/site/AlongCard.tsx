import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { FolderDown } from "lucide-react";
import { useEffect, useState } from "react";
import type { Job, SiteWall } from "../api/client";
import { canTakeAlong, lookWhatIsLeft, takeAlong, useAlong, useTaking } from "./along";

import { useHeld } from "./useSite";
/** Taking a job along: one press, how far it is, how old and how large what is on this device is. */
export function AlongCard({ job, walls }: { job: Job; walls: readonly SiteWall[] }) {
  const along = useAlong(job.id);
  const taking = useTaking(job.id);
  const held = useHeld();
  const [isCleared, setCleared] = useState(false);
  const isOlder = along !== null && along.revision !== job.revision;
  const names = walls.map(({ wall }) => wall);
  useEffect(() => {
    void lookWhatIsLeft().then((gone) => setCleared(gone.some((one) => one.job === job.id)));
  }, [job.id]);
  if (!canTakeAlong) return null;
  const isTaking = taking !== null && taking.trouble === null;
  return (
    <Flex
      as="section"
      aria-label="On this device"
      px="3"
      py="2"
      gap="3"
      align="center"
      wrap="wrap"
      borderBottomWidth="1px"
    >
      <Button size="lg" disabled={isTaking} onClick={() => void takeAlong(job.id, job.revision, names, held)}>
        <FolderDown /> {along ? "Take it along anew" : "Take it along"}
      </Button>
      <Box flex="1 1 200px" fontSize="16px" role="status">
        {isTaking ? (
          <Text>
            {taking.done} of {taking.of} sheets
          </Text>
        ) : along ? (
          <Text color={isOlder ? "crayon" : undefined}>
            On this device since {when(along.at)}, {size(along.bytes)}
            {isOlder && "; the plan changed since"}
          </Text>
        ) : (
          <Text color="faint">Then everything here works without a signal.</Text>
        )}
        {taking?.trouble && <Text color="crayon">{taking.trouble}</Text>}
        {isCleared && !along && (
          <Text color="crayon">
            The device cleared what was taken along, to make room. What was said is kept.
          </Text>
        )}
      </Box>
    </Flex>
  );
}

function when(at: number): string {
  return new Date(at).toLocaleString([], { dateStyle: "medium", timeStyle: "short" });
}

function size(bytes: number): string {
  return `${(bytes / 1_000_000).toFixed(1)} MB`;
}
