import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { Check, Square } from "lucide-react";
import type { ReactNode } from "react";
import { Changes } from "../app/Changes";
import type { Ticks } from "./useTicks";

interface TickProps {
  work: string;
  /** What it is called in the list of what is not sent yet. */
  name: string;
  ticks: Ticks;
  children: ReactNode;
}

/** A line that is ticked off by pressing it anywhere, with who ticked it and when. */
export function TickRow({ work, name, ticks, children }: TickProps) {
  const isDone = ticks.isDone(work);
  return (
    <Changes right="record">
      <Button
        variant="plain"
        size="lg"
        w="full"
        h="auto"
        minH="48px"
        py="1.5"
        px="1"
        justifyContent="start"
        textAlign="start"
        whiteSpace="normal"
        fontWeight="500"
        aria-pressed={isDone}
        onClick={() => ticks.tick(work, name)}
      >
        <Flex
          align="center"
          justify="center"
          flexShrink="0"
          boxSize="30px"
          borderWidth="2px"
          borderColor="ink"
          borderRadius="3px"
          bg={isDone ? "ink" : "raised"}
          color="ground"
          aria-hidden
        >
          {isDone && <Check />}
        </Flex>
        <Box flex="1">
          {children}
          {isDone && (
            <Text fontSize="14px" color="faint">
              {ticks.by(work)}
            </Text>
          )}
        </Box>
      </Button>
    </Changes>
  );
}

/** One of several alike, ticked off by its name. */
export function TickSquare({ work, name, ticks, children }: TickProps) {
  const isDone = ticks.isDone(work);
  return (
    <Changes right="record">
      <Button
        size="lg"
        px="3"
        variant={isDone ? "solid" : "outline"}
        aria-pressed={isDone}
        title={isDone ? ticks.by(work) : undefined}
        onClick={() => ticks.tick(work, name)}
      >
        {isDone ? <Check aria-hidden /> : <Square aria-hidden />}
        {children}
      </Button>
    </Changes>
  );
}
