import { Flex } from "@chakra-ui/react";
import { Outlet } from "react-router";
import { useOpenJob } from "../app/JobScreens";
import { colour } from "../app/theme";
import { NotKept } from "./NotKept";
import { Full } from "./SiteBar";
import { useArrivals } from "./useSite";

/** Colours that are read in the sun in place of those that are read at a desk. */
const IN_THE_SUN = {
  "--chakra-colors-faint": colour("sunFaint"),
  "--chakra-colors-crayon": colour("sunCrayon"),
  "--chakra-colors-warn": colour("sunWarn"),
};

/** Every screen of the site: what was said here is sent, and what the server would not keep is shown. */
export function SiteFrame() {
  const open = useOpenJob();
  useArrivals(open.job.id);
  return (
    <Flex direction="column" flex="1" minH="0" css={IN_THE_SUN}>
      <Full />
      <NotKept job={open.job} />
      <Outlet context={open} />
    </Flex>
  );
}
