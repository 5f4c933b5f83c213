import { Box, Button, Flex, Heading, Tabs, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { FileDown, Printer, Tags } from "lucide-react";
import { useState } from "react";
import { useSearchParams } from "react-router";
import type { Cutting, Job } from "../api/client";
import { Changes } from "../app/Changes";
import { Download } from "../app/Download";
import { Empty } from "../app/Empty";
import { JobBar } from "../app/JobBar";
import { useOpenJob } from "../app/JobScreens";
import { Shown } from "../app/Shown";
import { SidePanel } from "../app/SidePanel";
import { isTreated, sectionName } from "../app/section";
import type { JobChange } from "../app/useJobChange";
import { NotSaved } from "../site/NotSaved";
import { Full } from "../site/SiteBar";
import { BoardRow } from "./BoardRow";
import { ChosenWalls } from "./ChosenWalls";
import { ModelCard } from "./ModelCard";
import { PlanCard } from "./PlanCard";
import { StopList } from "./StopList";
import { type CuttingChange, useCutting, useCuttingChange } from "./useCutting";

/** How the job is cut: board by board, with drops used again, and what is cut already. */
export function CutScreen() {
  const { job, change } = useOpenJob();
  // Walls that are gone by now are no longer looked at.
  const [search] = useSearchParams();
  const [chosen, choose] = useState<readonly string[]>(() => search.getAll("wall"));
  const walls = chosen.filter((wall) => job.walls.some(({ id }) => id === wall));
  const query = useCutting(job.id, job.revision, walls);
  return (
    <Shown query={query} what={t`Laying out the boards`} trouble={t`The boards could not be laid out`}>
      {(cutting) => <Boards job={job} cutting={cutting} change={change} walls={walls} onWalls={choose} />}
    </Shown>
  );
}

interface BoardsProps {
  job: Job;
  cutting: Cutting;
  change: JobChange;
  walls: readonly string[];
  onWalls: (walls: readonly string[]) => void;
}

function Boards({ job, cutting, change, walls, onWalls }: BoardsProps) {
  const act = useCuttingChange(job.id, job.revision, walls);
  return (
    <>
      <Full />
      <NotSaved job={job} />
      <CutBar job={job} cutting={cutting} change={change} walls={walls} />
      {cutting.pieces === 0 ? (
        <Empty
          title={t`Nothing to cut yet`}
        >{t`Draw a wall under Plan, or type one on the bench, like 12-6 2x4.`}</Empty>
      ) : (
        <Flex flex="1" minH="0" direction={{ base: "column", lg: "row" }}>
          <BoardList cutting={cutting} act={act} />
          <SidePanel isFirst>
            <Tabs.Root defaultValue="plan" lazyMount unmountOnExit>
              <Tabs.List>
                <Tabs.Trigger value="plan">{t`Boards`}</Tabs.Trigger>
                <Tabs.Trigger value="stops">{t`Saw stops`}</Tabs.Trigger>
                <Tabs.Trigger value="model">{t`Model`}</Tabs.Trigger>
              </Tabs.List>
              <Tabs.Content value="plan">
                <ChosenWalls job={job} walls={walls} onWalls={onWalls} />
                <PlanCard job={job.id} cutting={cutting} walls={walls} act={act} />
              </Tabs.Content>
              <Tabs.Content value="stops">
                <StopList cutting={cutting} />
              </Tabs.Content>
              <Tabs.Content value="model">
                <ModelCard job={job} walls={walls} onWalls={onWalls} />
              </Tabs.Content>
            </Tabs.Root>
          </SidePanel>
        </Flex>
      )}
    </>
  );
}

/** Where each section of lumber is on the page, and the papers and files of what is chosen. */
function CutBar({ job, cutting, change, walls }: Omit<BoardsProps, "onWalls">) {
  const files = { job: job.id, params: { wall: walls } };
  return (
    <JobBar job={job} change={change}>
      {cutting.sections.map(({ section }) => (
        <Button
          key={section}
          variant="plain"
          onClick={() => document.getElementById(`section ${section}`)?.scrollIntoView()}
        >
          {sectionName(section)}
        </Button>
      ))}
      <Flex ms={{ md: "auto" }} gap="1">
        <Download {...files} file="cutting.pdf" isOpened>
          <Printer /> {t`Sheets`}
        </Download>
        <Download {...files} file="labels.pdf" isOpened title={t`Labels, 30 on a letter page`}>
          <Tags /> {t`Labels`}
        </Download>
        <Download
          {...files}
          file="labels.pdf"
          params={{ ...files.params, sheet: "a4-24" }}
          isOpened
          title={t`Labels, 24 on an A4 page`}
        >{t`A4`}</Download>
        <Download {...files} file="cutting.csv">
          <FileDown /> {t`CSV`}
        </Download>
        <Download {...files} file="cutting.xlsx" title={t`As a spreadsheet`}>
          <FileDown /> {t`XLSX`}
        </Download>
      </Flex>
    </JobBar>
  );
}

/** Every board with what is cut from it, by section; before them what no board is long enough for. */
function BoardList({ cutting, act }: { cutting: Cutting; act: CuttingChange }) {
  const lengths = cutting.sections.flatMap(({ boards }) => boards.map(({ length }) => length.inches));
  const longest = Math.max(...lengths, 1);
  return (
    <Box
      flex="1"
      minW="0"
      overflowY={{ lg: "auto" }}
      pb="4"
      tabIndex={0}
      role="region"
      aria-label={t`Boards`}
    >
      {cutting.too_long.length > 0 && (
        <Box px="4" pt="3" color="crayon" fontWeight="600">
          <Text>
            <Trans>
              No board of the stock is long enough for these. They are on the order as engineered or special
              order.
            </Trans>
          </Text>
          {cutting.too_long.map((pieces) => (
            <Text key={pieces} ps="4">
              {pieces}
            </Text>
          ))}
        </Box>
      )}
      <Changes right="record">
        {cutting.sections.map(({ section, boards }) => (
          <Box as="section" key={section} id={`section ${section}`} aria-label={sectionName(section)}>
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
              {sectionName(section)}
            </Heading>
            <Box as="ul" listStyleType="none">
              {boards.map((board) => (
                <BoardRow
                  key={board.number}
                  board={board}
                  longest={longest}
                  isTreated={isTreated(section)}
                  act={act}
                />
              ))}
            </Box>
          </Box>
        ))}
      </Changes>
    </Box>
  );
}
