import { Box, Flex } from "@chakra-ui/react";
import { use } from "react";
import { OthersContext } from "./live";

/** Who else looks at the job. */
export function Others() {
  const others = use(OthersContext);
  if (others.length === 0) return null;
  return (
    <Flex as="ul" listStyleType="none" aria-label="Also here" gap="1" flexShrink="0">
      {others.map(({ name, initials }) => (
        <Box
          as="li"
          key={name}
          title={`${name} looks at this job too`}
          px="1.5"
          borderWidth="1px"
          borderColor="chalk"
          borderRadius="3px"
          bg="chalkWash"
          fontFamily="figure"
          fontSize="15px"
          fontWeight="700"
          lineHeight="22px"
        >
          {initials}
        </Box>
      ))}
    </Flex>
  );
}
