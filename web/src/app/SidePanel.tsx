import { Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";

const HELD = {
  position: { base: "sticky", lg: "static" },
  bottom: "0",
  maxH: { base: "60vh", lg: "none" },
  overflowY: "auto",
  zIndex: 2,
  borderTopWidth: { base: "2px", lg: "0" },
} as const;

/** What is known of what is drawn, in a column beside the drawing. */
export function SidePanel({
  isNarrow = false,
  isFirst = false,
  isHeld = false,
  children,
}: {
  isNarrow?: boolean;
  /** Whether it comes before the rest where there is room for one column only. */
  isFirst?: boolean;
  /** Whether it stays in sight there, at the foot of the screen. */
  isHeld?: boolean;
  children: ReactNode;
}) {
  return (
    <Flex
      as="aside"
      direction="column"
      w={{ lg: isNarrow ? "284px" : "336px" }}
      flexShrink="0"
      order={isFirst ? { base: isHeld ? 1 : -1, lg: 0 } : 0}
      minH="0"
      {...(isHeld ? HELD : { overflowY: { lg: "auto" } })}
      bg="bench"
      borderStartWidth="1px"
    >
      {children}
    </Flex>
  );
}
