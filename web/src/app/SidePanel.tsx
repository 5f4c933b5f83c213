import { Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** What is known of what is drawn, in a column beside the drawing. */
export function SidePanel({ children }: { children: ReactNode }) {
  return (
    <Flex
      as="aside"
      direction="column"
      w={{ lg: "336px" }}
      flexShrink="0"
      minH="0"
      bg="bench"
      borderStartWidth="1px"
    >
      {children}
    </Flex>
  );
}
