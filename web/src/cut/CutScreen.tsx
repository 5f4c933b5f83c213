import { Box, Button, Flex, Heading, Tabs, Text } from "@chakra-ui/react";
import { FileDown, Printer, Tags } from "lucide-react";
import type { Cutting, Job } from "../api/client";
import { Empty } from "../app/Empty";
import { JobBar } from "../app/JobBar";
import { useOpenJob } from "../app/JobScreens";
import { Shown } from "../app/Shown";
import { SidePanel } from "../app/SidePanel";
import type { JobChange } from "../app/useJobChange";
import { BoardRow } from "./BoardRow";
import { PlanCard } from "./PlanCard";
import { StopList } from "./StopList";
import { useCutting, useCuttingChange } from "./useCutting";

/** How the job is cut: board by board, with drops used again, and what is cut already. */
export function CutScreen() {
  const { job, change } = useOpenJob();
  const asked = useCutting(job.id, job.revision);
  return (
    <Shown asked={asked} what="Laying out the boards" trouble="The boards could not be laid out">
      {(cutting) => <Boards job={job} cutting={cutting} change={change} />}
    </Shown>
  );
}

function Boards({ job, cutting, change }: { job: Job; cutting: Cutting; change: JobChange }) {
  const act = useCuttingChange(job.id, job.revision);
  const lengths = cutting.sections.flatMap(({ boards }) => boards.map(({ length }) => length.inches));
  const longest = Math.max(...lengths, 1);
  return (
    <>
      <JobBar job={job} change={change}>
        {cutting.sections.map(({ section }) => (
          <Button
            key={section}
            variant="plain"
            onClick={() => document.getElementById(`section ${section}`)?.scrollIntoView()}
          >
            {section}
          </Button>
        ))}
        <Flex ms={{ md: "auto" }} gap="1">
          <Download job={job.id} file="cutting.pdf" isOpened>
            <Printer /> Sheets
          </Download>
          <Download job={job.id} file="labels.pdf" isOpened>
            <Tags /> Labels
          </Download>
          <Download job={job.id} file="cutting.csv">
            <FileDown /> CSV
          </Download>
          <Download job={job.id} file="cutting.xlsx">
            <FileDown /> Spreadsheet
          </Download>
        </Flex>
      </JobBar>
      {cutting.pieces === 0 ? (
        <Empty title="Nothing to cut yet">
          Draw a wall under Plan, or type one on the bench, like 12-6 2x4.
        </Empty>
      ) : (
        <Flex flex="1" minH="0" direction={{ base: "column", lg: "row" }}>
          <Box
            flex="1"
            minW="0"
            overflowY={{ lg: "auto" }}
            pb="4"
            tabIndex={0}
            role="region"
            aria-label="Boards"
          >
            {cutting.too_long.length > 0 && (
              <Text px="4" pt="3" color="crayon" fontWeight="600">
                No board is long enough for {cutting.too_long.join(", ")}.
              </Text>
            )}
            {cutting.sections.map(({ section, boards }) => (
              <Box as="section" key={section} id={`section ${section}`} aria-label={section}>
                <Heading
                  as="h2"
                  position="sticky"
                  top="0"
                  zIndex="2"
                  bg="ground"
                  px="4"
                  pt="2"
                  pb="1"
                  fontFamily="heading"
                  fontWeight="800"
                  fontSize="20px"
                >
                  {section}
                </Heading>
                <Box as="ul" listStyleType="none">
                  {boards.map((board) => (
                    <BoardRow
                      key={board.number}
                      board={board}
                      longest={longest}
                      isTreated={section.endsWith("treated")}
                      act={act}
                    />
                  ))}
                </Box>
              </Box>
            ))}
          </Box>
          <SidePanel isFirst>
            <Tabs.Root defaultValue="plan" lazyMount unmountOnExit>
              <Tabs.List>
                <Tabs.Trigger value="plan">Boards</Tabs.Trigger>
                <Tabs.Trigger value="stops">Saw stops</Tabs.Trigger>
              </Tabs.List>
              <Tabs.Content value="plan">
                <PlanCard job={job.id} cutting={cutting} act={act} />
              </Tabs.Content>
              <Tabs.Content value="stops">
                <StopList cutting={cutting} />
              </Tabs.Content>
            </Tabs.Root>
          </SidePanel>
        </Flex>
      )}
    </>
  );
}

function Download({
  job,
  file,
  isOpened = false,
  children,
}: {
  job: string;
  file: string;
  /** Whether it is looked at rather than kept. */
  isOpened?: boolean;
  children: React.ReactNode;
}) {
  const how = isOpened ? { target: "_blank", rel: "noreferrer" } : { download: true };
  return (
    <Button asChild variant="plain">
      <a href={`/api/jobs/${job}/${file}`} {...how}>
        {children}
      </a>
    </Button>
  );
}
