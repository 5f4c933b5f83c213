import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import type { Practice } from "../api/client";
import { Figure } from "../app/Figure";

/** What goes wrong and how often, as bars one reads down. */
export function Wrongs({ wrong }: { wrong: Practice["wrong"] }) {
  const most = Math.max(...wrong.map(({ times }) => times), 1);
  return (
    <Flex as="ul" direction="column" listStyleType="none" gap="1">
      {wrong.map(({ kind, called, times }) => (
        <Grid as="li" key={kind} templateColumns="32px 1fr" alignItems="center" columnGap="2">
          <Figure text={`${times}`} fontWeight="700" fontSize="18px" textAlign="end" />
          <Box>
            <Text lineHeight="1.2">{called}</Text>
            <Box aria-hidden h="5px" w={`${(100 * times) / most}%`} bg="crayon" />
          </Box>
        </Grid>
      ))}
    </Flex>
  );
}
