import { Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** What is known of what is drawn, in a column beside the drawing. */
export function SidePanel({
  isNarrow = false,
  isFirst = false,
  children,
}: {
  isNarrow?: boolean;
  /** Whether it comes before the rest where there is room for one column only. */
  isFirst?: boolean;
  children: ReactNode;
}) {
  return (
    <Flex
      as="aside"
      direction="column"
      w={{ lg: isNarrow ? "284px" : "336px" }}
      flexShrink="0"
      order={isFirst ? { base: -1, lg: 0 } : 0}
      minH="0"
      bg="bench"
      borderStartWidth="1px"
    >
      {children}
    </Flex>
  );
}
