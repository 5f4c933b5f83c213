import { Box, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Figure } from "../app/Figure";
import { inPercent } from "../language/numbers";

/** How much is used of what is allowed, as a length and as a figure; what is over goes past the end in crayon. */
export function UseBar({ percent, isOver }: { percent: number; isOver: boolean }) {
  return (
    <Flex align="center" gap="2" minW="0">
      <Box flex="1" h="12px" minW="40px" borderWidth="1px" borderColor="ink" aria-hidden>
        <Box h="full" w={`${Math.min(percent, 100)}%`} bg={isOver ? "crayon" : "pine"} />
      </Box>
      <Figure
        text={inPercent(percent)}
        fontSize="19px"
        fontWeight="700"
        w="64px"
        textAlign="end"
        color={isOver ? "crayon" : "ink"}
      />
      {isOver && <Text srOnly>{t`more than is allowed`}</Text>}
    </Flex>
  );
}
