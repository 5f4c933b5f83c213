import { chakra, Flex } from "@chakra-ui/react";
import { Link, useParams } from "react-router";
import { useOpenJob } from "../app/JobScreens";
import { NotFound } from "../app/NotFound";
import { Caller } from "./Caller";
import { ChecksView } from "./ChecksView";
import { LogView } from "./LogView";
import { SiteBar } from "./SiteBar";
import { BuildView, RaiseView } from "./WorkView";

const Tab = chakra(Link);

const VIEWS = [
  { view: "marks", name: "Marks" },
  { view: "build", name: "Build" },
  { view: "checks", name: "Checks" },
  { view: "raise", name: "Raise" },
  { view: "log", name: "Log" },
] as const;

/** One wall on the site: its marks called, its checks, what was said of it. */
export function WallScreen() {
  const { job } = useOpenJob();
  const { wall = "", view = "marks" } = useParams();
  if (!job.walls.some(({ id }) => id === wall) || !VIEWS.some((one) => one.view === view))
    return <NotFound />;
  const to = (name: string) => `/jobs/${job.id}/site/${encodeURIComponent(wall)}/${name}`;
  return (
    <>
      <SiteBar job={job} title={`Wall ${wall}`} back={{ to: `/jobs/${job.id}/site`, name: "All walls" }}>
        <Flex
          as="nav"
          aria-label="Of this wall"
          gap={{ base: "0", sm: "1" }}
          w={{ base: "full", md: "auto" }}
          justify="space-between"
        >
          {VIEWS.map(({ view: one, name }) => (
            <Tab
              key={one}
              to={to(one)}
              aria-current={one === view ? "page" : undefined}
              px={{ base: "2", sm: "3" }}
              minH="44px"
              minW="44px"
              justifyContent="center"
              display="flex"
              alignItems="center"
              fontWeight="600"
              fontSize="17px"
              color={one === view ? "ink" : "faint"}
              borderBottomWidth="3px"
              borderColor={one === view ? "chalk" : "transparent"}
              _focusVisible={{ outline: "2px solid", outlineColor: "chalk", outlineOffset: "-2px" }}
            >
              {name}
            </Tab>
          ))}
        </Flex>
      </SiteBar>
      {view === "marks" && <Caller key={wall} job={job} wall={wall} />}
      {view === "build" && <BuildView key={wall} job={job} wall={wall} />}
      {view === "raise" && <RaiseView key={wall} job={job} wall={wall} />}
      {view === "checks" && <ChecksView key={wall} job={job} wall={wall} />}
      {view === "log" && <LogView key={wall} job={job} wall={wall} />}
    </>
  );
}
