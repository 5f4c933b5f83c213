import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import type { EditReading, LineReading, UnreadPart } from "../api/client";
import { Figure } from "../app/Figure";
import { inTwo } from "./parts";

/** What a line was understood as, what of it was not, and what it may mean instead. */
export function Understood({
  reading,
  error,
  isBegun,
  onChoose,
}: {
  reading: LineReading | undefined;
  error: Error | null;
  /** Whether the last word may only be begun, so that what is not understood is no mistake yet. */
  isBegun: boolean;
  onChoose: (part: UnreadPart, choice: string) => void;
}) {
  if (error)
    return (
      <Text color="crayon" fontSize="14px" lineHeight="1.2" lineClamp={{ md: 2 }} title={error.message}>
        {error.message}
      </Text>
    );
  if (!reading) return null;
  return (
    <Flex direction="column" gap="0.5">
      {reading.read && <Said read={reading.read} />}
      {reading.unread.map((part, index) => (
        <Box key={part.text}>
          <Text color={isBegun ? "faint" : "crayon"} fontSize="14px" lineHeight="1.2">
            {part.reason ?? t`“${part.text}” may mean several things. Choose one:`}
          </Text>
          {part.choices.map((choice, nth) => (
            <Choice
              key={choice}
              choice={choice}
              number={choicesBefore(reading.unread, index) + nth + 1}
              onTake={() => onChoose(part, choice)}
            />
          ))}
        </Box>
      ))}
    </Flex>
  );
}

/** How many choices the parts before one offer, which are numbered through. */
function choicesBefore(parts: UnreadPart[], index: number): number {
  return parts.slice(0, index).reduce((count, { choices }) => count + choices.length, 0);
}

function Choice({ choice, number, onTake }: { choice: string; number: number; onTake: () => void }) {
  const { line, aside } = inTwo(choice);
  return (
    <Button
      size="xs"
      h={{ base: "44px", md: "24px" }}
      minH="0"
      px="2"
      mr="2"
      my="0.5"
      fontSize="14px"
      whiteSpace="normal"
      textAlign="left"
      title={aside}
      aria-keyshortcuts={`Alt+${number}`}
      data-choice={number}
      onClick={onTake}
    >
      {line}
      <chakra.kbd fontSize="12px" fontWeight="400" color="faint" hideBelow="md">
        {t`Alt ${number}`}
      </chakra.kbd>
    </Button>
  );
}

/** What is sure of it: the change in bold, what follows from it behind, and the figures it decides. */
function Said({ read }: { read: EditReading }) {
  const worst = read.findings.find(({ severity }) => severity === "error");
  const parts = read.says.split("; ").map(inTwo);
  return (
    <Flex columnGap="4" align="baseline" wrap="wrap" rowGap="0" lineHeight="1.2">
      {parts.map(({ line, aside }) => (
        <Text key={line} lineHeight="1.2">
          <b>{line}</b>
          {aside && (
            <chakra.span color="faint" fontSize="14px">
              {" · "}
              {aside}
            </chakra.span>
          )}
        </Text>
      ))}
      {parts.every(({ aside }) => !aside) &&
        read.sums.map(({ name, value }) => (
          <Text key={name} color="faint" fontSize="14px" lineHeight="1.1" whiteSpace="nowrap">
            {name} <Figure text={value.text} color="ink" fontSize="18px" fontWeight="700" lineHeight="1.1" />
          </Text>
        ))}
      {read.warns && (
        <Text color="crayon" fontSize="14px" fontWeight="700">
          {read.warns}
        </Text>
      )}
      {worst && (
        <Text color="crayon" fontSize="14px">
          {worst.text}
        </Text>
      )}
    </Flex>
  );
}
