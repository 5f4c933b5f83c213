import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { Moon, Sun } from "lucide-react";
import { useEffect, useRef } from "react";
import { Link, useMatch } from "react-router";
import type { FindingCounts } from "../api/client";
import { useJob } from "../api/queries";
import { useColourMode } from "./colourMode";
import { useSession } from "./session";
import { colour } from "./theme";

const StageLink = chakra(Link);

/** On a phone the stages scroll: an edge is shaded as long as there are more beyond it. */
const MORE_BESIDE = {
  mdDown: {
    // What scrolls with the stages covers the shades, which stay at the edges, once an end is in view.
    backgroundImage: [
      `linear-gradient(to right, ${colour("bench")} 50%, transparent)`,
      `linear-gradient(to left, ${colour("bench")} 50%, transparent)`,
      `linear-gradient(to right, ${colour("pineEdge")}, transparent)`,
      `linear-gradient(to left, ${colour("pineEdge")}, transparent)`,
    ].join(","),
    backgroundPosition: "left, right, left, right",
    backgroundSize: "56px 100%, 56px 100%, 28px 100%, 28px 100%",
    backgroundRepeat: "no-repeat",
    backgroundAttachment: "local, local, scroll, scroll",
  },
};

/** The stages of the work in order, one notch each on a story pole; notches for what a job needs next. */
export function StagePole() {
  const job = useMatch("/jobs/:job/*")?.params.job;
  const isAtJobs = useMatch("/") !== null;
  const isAtPractice = useMatch("/practice/*") !== null;
  const [mode, toggleMode] = useColourMode();
  const account = useSession().data;
  return (
    <Flex
      as="nav"
      aria-label="Stages"
      direction={{ base: "row", md: "column" }}
      w={{ md: "108px" }}
      flexShrink="0"
      align="stretch"
      bg="bench"
      overflowX={{ base: "auto", md: "visible" }}
      css={MORE_BESIDE}
      borderEndWidth={{ md: "1px" }}
      borderBottomWidth={{ base: "1px", md: "0" }}
      position="relative"
    >
      <PoleWood />
      <Text
        fontFamily="heading"
        fontWeight="800"
        fontSize="22px"
        ps={{ base: "3", md: "30px" }}
        py="2"
        letterSpacing="-0.01em"
      >
        Bluff
      </Text>
      {account?.only_job === null && <Stage name="Jobs" to="/" isHere={isAtJobs} />}
      {job && <JobStages job={job} />}
      {account?.only_job === null && (
        <Stage name="Practice" to={job ? `/practice?job=${job}` : "/practice"} isHere={isAtPractice} />
      )}
      <Flex
        direction={{ base: "row", md: "column" }}
        align={{ base: "center", md: "start" }}
        gap="1"
        mt={{ md: "auto" }}
        ms={{ base: "auto", md: "26px" }}
        p="1"
        color="faint"
        fontSize="12px"
      >
        {account && !account.only_job && (
          <Button asChild variant="plain" title={`${account.name}, ${account.crew}`}>
            <Link to="/crew" aria-label={`Crew, ${account.initials}`}>
              {account.initials}
            </Link>
          </Button>
        )}
        <Button
          variant="plain"
          aria-label={mode === "light" ? "Dark colours" : "Daylight colours"}
          onClick={toggleMode}
        >
          {mode === "light" ? <Moon /> : <Sun />}
        </Button>
      </Flex>
    </Flex>
  );
}

function JobStages({ job }: { job: string }) {
  const here = useMatch("/jobs/:job/:stage/*")?.params.stage;
  const named = useMatch("/jobs/:job/bench/:wall")?.params.wall;
  const { data } = useJob(job);
  // The bench shows the first wall until another is asked for.
  const wall = named ?? (here === "bench" ? data?.walls[0]?.id : undefined);
  const open = data?.walls.reduce(
    (sum, { findings }) => ({
      error: sum.error + findings.error,
      warning: sum.warning + findings.warning,
      info: 0,
    }),
    { error: 0, warning: 0, info: 0 } satisfies FindingCounts,
  );
  return (
    <>
      <Stage
        name="Plan"
        to={`/jobs/${job}/plan${wall ? `?wall=${encodeURIComponent(wall)}` : ""}`}
        isHere={here === "plan"}
      />
      <Stage name="Openings" to={`/jobs/${job}/openings`} isHere={here === "openings"} />
      <Stage name="Bench" to={`/jobs/${job}/bench`} isHere={here === "bench"} {...(open ? { open } : {})} />
      <Stage name="Pole" to={`/jobs/${job}/pole`} isHere={here === "pole"} />
      <Stage name="Cut" to={`/jobs/${job}/cut`} isHere={here === "cut"} />
      <Stage name="Order" to={`/jobs/${job}/order`} isHere={here === "order"} />
      <Stage name="Site" to={`/jobs/${job}/site`} isHere={here === "site"} />
      <Stage name="Standards" to={`/jobs/${job}/standards`} isHere={here === "standards"} />
      <Stage name="History" to={`/jobs/${job}/history`} isHere={here === "history"} />
    </>
  );
}

function Stage({
  name,
  to,
  isHere,
  open,
}: {
  name: string;
  to: string;
  isHere: boolean;
  open?: FindingCounts;
}) {
  const link = useRef<HTMLAnchorElement>(null);
  // On a phone the pole scrolls: where one is is in sight.
  useEffect(() => {
    if (isHere) link.current?.scrollIntoView({ block: "nearest", inline: "center" });
  }, [isHere]);
  return (
    <StageLink
      ref={link}
      to={to}
      aria-current={isHere ? "page" : undefined}
      display="flex"
      flexDirection={{ base: "row", md: "column" }}
      alignItems={{ base: "center", md: "start" }}
      gap={{ base: "2", md: "0" }}
      position="relative"
      ps={{ base: "3", md: "30px" }}
      pe="2"
      py="2"
      fontWeight={isHere ? 700 : 500}
      color={isHere ? "ink" : "faint"}
      _hover={{ color: "ink" }}
      _focusVisible={{ outline: "2px solid", outlineColor: "chalk", outlineOffset: "-2px" }}
    >
      <Notch isHere={isHere} />
      {name}
      {open && open.error + open.warning > 0 && (
        <Text
          as="span"
          fontFamily="figure"
          fontSize="13px"
          fontWeight="600"
          color={open.error ? "crayon" : "warn"}
          whiteSpace="nowrap"
        >
          {open.error > 0 && <Box as="span" display="block">{`${open.error} wrong`}</Box>}
          {open.warning > 0 && <Box as="span" display="block">{`${open.warning} to see`}</Box>}
        </Text>
      )}
    </StageLink>
  );
}

/** The strip of wood the stages are notched on, with the graduations of a pole. */
function PoleWood() {
  return (
    <Box
      aria-hidden
      display={{ base: "none", md: "block" }}
      position="absolute"
      insetY="0"
      insetStart="0"
      w="16px"
      bg="pine"
      borderEndWidth="1px"
      borderColor="pineEdge"
      backgroundImage={`repeating-linear-gradient(to bottom, ${colour("pineEdge")} 0 1px, transparent 1px 12px),
        repeating-linear-gradient(to bottom, ${colour("pineEdge")} 0 1px, transparent 1px 48px)`}
      backgroundSize="5px 100%, 10px 100%"
      backgroundRepeat="no-repeat"
      backgroundPosition="right top"
    />
  );
}

function Notch({ isHere }: { isHere: boolean }) {
  return (
    <Box
      as="svg"
      aria-hidden
      display={{ base: "none", md: "block" }}
      position="absolute"
      insetStart="0"
      top="9px"
      w="24px"
      h="20px"
      {...{ viewBox: "0 0 24 20" }}
    >
      <path d="M0 0h16v20h-16z" fill={colour("bench")} stroke="none" />
      <path d="M0 0h16l-9 10l9 10h-16z" fill={colour("pine")} stroke={colour("pineEdge")} strokeWidth="1" />
      {isHere && <path d="M11 10h12" stroke={colour("crayon")} strokeWidth="3" />}
    </Box>
  );
}
