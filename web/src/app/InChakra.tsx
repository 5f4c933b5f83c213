import { ChakraProvider } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Outlet, useOutletContext } from "react-router";
import { system } from "./theme";

/** The page itself is dressed by its style sheet. */
const dressed = { ...system, _global: [] };

/** What is made of Chakra's components. The frame of a page and the caller of marks are not: they are there before it. */
export function InChakra({ children }: { children: ReactNode }) {
  return <ChakraProvider value={dressed}>{children}</ChakraProvider>;
}

/** The screens below an address that are. */
export function ChakraScreens() {
  return (
    <InChakra>
      <Outlet context={useOutletContext()} />
    </InChakra>
  );
}
