import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { RotateCcw } from "lucide-react";
import type { ReactNode } from "react";
import { useWords } from "./words";

/** A labelled row of a form, in the crew's words; where a value is set here and could follow again, the way back. */
export function Field({
  label,
  onFollow,
  follows,
  isLong = false,
  children,
}: {
  label: string;
  /** What it would follow again, "the job". */
  follows?: string | undefined;
  onFollow?: (() => void) | undefined;
  /** Whether what is entered needs the whole width, under its label. */
  isLong?: boolean;
  children: ReactNode;
}) {
  const { say } = useWords();
  return (
    <Flex align="center" gap="2" py="1" wrap={isLong ? "wrap" : "nowrap"} rowGap="1">
      <Text fontSize="14px" w={isLong ? "full" : "108px"} flexShrink="0" lineHeight="1.15">
        {say(label)}
      </Text>
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

/** A group of rows with its name. */
export function FieldGroup({ name, children }: { name: string; children: ReactNode }) {
  const { say } = useWords();
  return (
    <Box role="group" aria-label={say(name)} px="4" pt="3" pb="2" borderBottomWidth="1px">
      <Heading as="h3" fontFamily="heading" fontWeight="700" fontSize="17px" mb="1">
        {say(name)}
      </Heading>
      {children}
    </Box>
  );
}
