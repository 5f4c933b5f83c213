import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { RotateCcw } from "lucide-react";
import type { ReactNode } from "react";
import { useWords } from "./words";

/** A labelled row of a form, in the crew's words; where its value comes from, and the way back if it is set here. */
export function Field({
  label,
  onFollow,
  follows,
  whence,
  isLong = false,
  children,
}: {
  label: string;
  /** Where its value comes from, "this job"; left out where that is as usual. */
  whence?: string | null | undefined;
  /** What it would follow again, "the job". */
  follows?: string | undefined;
  onFollow?: (() => void) | undefined;
  /** Whether what is entered needs the whole width, under its label. */
  isLong?: boolean;
  children: ReactNode;
}) {
  const { say } = useWords();
  return (
    <Flex data-field={label} align="center" gap="2" py="1" wrap={isLong ? "wrap" : "nowrap"} rowGap="1">
      <Box w={isLong ? "full" : "108px"} flexShrink="0" lineHeight="1.15">
        <Text fontSize="14px">{say(label)}</Text>
        {whence && (
          <Text fontSize="12px" color={onFollow ? "chalk" : "faint"} truncate title={`From ${whence}`}>
            from {whence}
          </Text>
        )}
      </Box>
      <Box flex="1" minW="0">
        {children}
      </Box>
      <Box w="28px" flexShrink="0">
        {onFollow && (
          <Button
            variant="plain"
            aria-label={`${say(label)}: follow ${follows} again`}
            title={`Set here; follow ${follows} again`}
            onClick={onFollow}
          >
            <RotateCcw />
          </Button>
        )}
      </Box>
    </Flex>
  );
}

/** A group of rows with its name; `scrollToGroup` leads to it. */
export function FieldGroup({ name, children }: { name: string; children: ReactNode }) {
  const { say } = useWords();
  return (
    <Box role="group" data-group={name} aria-label={say(name)} px="4" pt="3" pb="2" borderBottomWidth="1px">
      <Heading as="h3" fontFamily="heading" fontWeight="700" fontSize="17px" mb="1">
        {say(name)}
      </Heading>
      {children}
    </Box>
  );
}

/** Brings the group of that name to the top of what it scrolls in. */
export function scrollToGroup(name: string): void {
  document.querySelector(`[data-group="${CSS.escape(name)}"]`)?.scrollIntoView();
}
