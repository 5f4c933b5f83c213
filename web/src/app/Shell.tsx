import { Flex } from "@chakra-ui/react";
import { useEffect } from "react";
import { Outlet } from "react-router";
import { speakAs } from "../site/outbox";
import { AwayBar } from "./AwayBar";
import { FirstWall } from "./FirstWall";
import { NewerBar } from "./NewerBar";
import { NoticeStack } from "./NoticeStack";
import { NoticesProvider } from "./notices";
import { SignIn } from "./SignIn";
import { StagePole } from "./StagePole";
import { useSession } from "./session";

/** Every screen: the pole of stages beside it, notices above it. */
export function Shell() {
  const { data: session } = useSession();
  useEffect(() => speakAs(session ?? null), [session]);
  return (
    <NoticesProvider>
      <Flex direction="column" minH="full" h={{ md: "full" }}>
        <AwayBar />
        <NewerBar />
        <Flex direction={{ base: "column", md: "row" }} flex="1" minH="0">
          <StagePole />
          <Flex as="main" direction="column" flex="1" minW="0" minH="0">
            <Outlet />
            <FirstWall />
          </Flex>
        </Flex>
      </Flex>
      <NoticeStack />
      <SignIn />
    </NoticesProvider>
  );
}
