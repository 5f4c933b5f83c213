import { Box, Button, chakra, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { CalendarClock, ClipboardList } from "lucide-react";
import { Link } from "react-router";
import type { Job, Site, SiteWall } from "../api/client";
import { Changes } from "../app/Changes";
import { Empty } from "../app/Empty";
import { useOpenJob } from "../app/JobScreens";
import { Shown } from "../app/Shown";
import { capital } from "../app/words";
import { Figure } from "../drawing/Figure";
import { AlongCard } from "./AlongCard";
import { SiteBar } from "./SiteBar";
import { useSite } from "./useSite";
import { useTicks } from "./useTicks";

const WallLink = chakra(Link);

/** The walls of a job in the order they are framed, and how far each is. */
export function SiteScreen() {
  const { job } = useOpenJob();
  const asked = useSite(job.id, job.revision);
  return (
    <>
      <SiteBar job={job} title={job.job.name} />
      <Shown asked={asked} what="Walking the walls" trouble="The site could not be opened">
        {({ walls, stages }) =>
          walls.length === 0 ? (
            <Empty title="No walls yet">
              Draw the walls under Plan; they come here in the order they are framed.
            </Empty>
          ) : (
            <Box flex="1" minH="0" overflowY="auto">
              <Flex px="3" pt="2" gap="2" wrap="wrap">
                <Button asChild size="lg">
                  <Link to="day">
                    <CalendarClock /> The day
                  </Link>
                </Button>
                <Button asChild size="lg">
                  <Link to="log">
                    <ClipboardList /> What was said, day by day
                  </Link>
                </Button>
              </Flex>
              <AlongCard job={job} walls={walls} />
              <Box as="ul" listStyleType="none" maxW="880px">
                {walls.map((wall, index) => (
                  <WallRow key={wall.wall} job={job} wall={wall} stages={stages} number={index + 1} />
                ))}
              </Box>
            </Box>
          )
        }
      </Shown>
    </>
  );
}

function WallRow({
  job,
  wall,
  stages,
  number,
}: {
  job: Job;
  wall: SiteWall;
  stages: Site["stages"];
  number: number;
}) {
  const ticks = useTicks(job.id, wall);
  return (
    <Box as="li" borderBottomWidth="1px" px="3" py="2">
      <WallLink
        to={`walls/${encodeURIComponent(wall.wall)}`}
        display="flex"
        alignItems="center"
        gap="3"
        minH="52px"
        _focusVisible={{ outline: "2px solid", outlineColor: "chalk" }}
      >
        <Text color="faint" fontFamily="figure" w="22px" textAlign="end">
          {number}
        </Text>
        <Heading as="h2" fontFamily="heading" fontWeight="800" fontSize="28px" minW="44px">
          {wall.wall}
        </Heading>
        <Figure text={wall.length.text} fontSize="19px" flex="1" />
        <Box textAlign="end">
          <Text fontSize="17px" fontWeight="600">
            {wall.written === wall.marks ? "marked" : `${wall.written} of ${wall.marks} marks`}
          </Text>
          <Text fontSize="14px" color={wall.to_strike > 0 || wall.checks.wrong ? "crayon" : "faint"}>
            {wall.to_strike > 0 ? `${wall.to_strike} to strike` : checked(wall)}
          </Text>
        </Box>
      </WallLink>
      <Grid templateColumns="repeat(5, 1fr)" gap="1" ps={{ base: "0", sm: "37px" }} pt="1" maxW="560px">
        <Changes right="record">
          {stages.map((stage) => {
            const is = ticks.isDone(stage);
            return (
              <Button
                key={stage}
                size="lg"
                px="0"
                fontSize="15px"
                variant={is ? "solid" : "outline"}
                aria-pressed={is}
                title={is ? ticks.by(stage) : undefined}
                onClick={() => ticks.tick(stage)}
              >
                {capital(stage)}
              </Button>
            );
          })}
        </Changes>
      </Grid>
    </Box>
  );
}

function checked({ checks }: SiteWall): string {
  const right = (checks.good ?? 0) + (checks["as-built"] ?? 0);
  const all = Object.values(checks).reduce((sum, count) => sum + count, 0);
  return checks.wrong ? `${checks.wrong} wrong` : `${right} of ${all} checks right`;
}
