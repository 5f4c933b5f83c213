import { Flex, Heading } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** A screen with nothing on it yet, or nothing to show: what is the matter and what to do. */
export function Empty({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <Flex direction="column" align="start" gap="3" p="10" maxW="640px">
      <Heading as="h2" fontFamily="heading" fontSize="26px" fontWeight="700">
        {title}
      </Heading>
      {children}
    </Flex>
  );
}
