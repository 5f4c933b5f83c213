import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import type { Job } from "../api/client";
import { letGo, useWaiting, type Waiting } from "./outbox";

/** What was said here and the server would not keep, with why; it stays until somebody lets go of it. */
export function NotKept({ job }: { job: Job }) {
  const refused = useWaiting(job.id).filter(({ refused }) => refused !== null);
  if (refused.length === 0) return null;
  return (
    <Box role="alert" bg="crayonWash" borderWidth="2px" borderColor="crayon" p="3">
      <Heading as="h2" fontFamily="heading" fontSize="18px" fontWeight="700">
        Said here and not kept
      </Heading>
      {refused.map((one) => (
        <Flex key={one.number} align="center" gap="3" py="1">
          <Text flex="1">
            {inWords(one)}: {one.refused}
          </Text>
          <Button size="lg" onClick={() => void letGo(one.number)}>
            Let go
          </Button>
        </Flex>
      ))}
    </Box>
  );
}

/** What was said here, in words. */
export function inWords({ said: one }: Waiting): string {
  const of = "wall" in one && one.wall ? `Wall ${one.wall}, ` : "";
  switch (one.kind) {
    case "mark":
      return `${of}${one.plate} plate ${one.is_done ? "marked" : "struck"}`;
    case "tick":
      return `${of}${one.work}${one.is_done ? "" : ", not after all"}`;
    case "reading":
      return `${of}${one.check} ${one.value}`;
    case "cut":
      return `${of}${one.name} ${one.is_done ? "cut" : "not cut"} off board ${one.board}`;
    case "note":
      return `${of}${one.piece ? `${one.piece}, ` : ""}“${one.words}”`;
  }
}
