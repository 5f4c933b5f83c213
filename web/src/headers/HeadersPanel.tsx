import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { Download as DownloadIcon } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import type { HeaderLine, Job } from "../api/client";
import { Changes } from "../app/Changes";
import { Download } from "../app/Download";
import { Empty } from "../app/Empty";
import { Shown } from "../app/Shown";
import { SidePanel } from "../app/SidePanel";
import type { JobChange } from "../app/useJobChange";
import { useWords } from "../app/words";
import { useWaysOfWall } from "../ways/queries";
import { WaysForm } from "../ways/WaysForm";
import { HeaderCheckCard } from "./HeaderCheckCard";
import { HeadersTable } from "./HeadersTable";
import { useHeaders } from "./useHeaders";

/** The group of ways that a header is checked by. */
const GROUP = "header_wood";

/** Every header of a job checked by its loads, and where those are entered. */
export function HeadersPanel({ job, change }: { job: Job; change: JobChange }) {
  const [mark, setMark] = useState<string | null>(null);
  const query = useHeaders(job.id, job.revision);
  return (
    <Shown query={query} what={t`Checking the headers`} trouble={t`The headers could not be checked`}>
      {({ lines }) => {
        const chosen = lines.find(({ marks }) => mark !== null && marks.includes(mark)) ?? lines[0];
        if (!chosen)
          return (
            <Empty title={t`No headers yet`}>{t`Each opening has a header. Add an opening first.`}</Empty>
          );
        return (
          <Flex flex="1" minH="0" direction={{ base: "column", lg: "row" }}>
            <Box flex="1" minW="0" overflowY="auto" pb="4">
              <HeadersTable lines={lines} chosen={chosen} onChoose={setMark} />
              <Flex px="3" py="2">
                <Download job={job.id} file="headers.csv" title={t`The table for a spreadsheet`}>
                  <DownloadIcon /> {t`CSV`}
                </Download>
              </Flex>
            </Box>
            <SidePanel>
              <Chosen job={job} line={chosen} change={change} />
            </SidePanel>
          </Flex>
        );
      }}
    </Shown>
  );
}

function Chosen({ job, line, change }: { job: Job; line: HeaderLine; change: JobChange }) {
  return (
    <Box overflowY="auto" minH="0" pb="4">
      <Box px="4" pt="3">
        <Heading as="h2" fontFamily="heading" fontWeight="800" fontSize="22px">
          {line.marks.join(", ")}
        </Heading>
        <Text color="faint">{line.header}</Text>
        <HeaderCheckCard line={line} />
        <Text mt="3" fontSize="14px">
          <Trans>
            Set the load on all headers and their wood for the whole job under{" "}
            <Link to={`/jobs/${job.id}/standards`}>
              <Text as="span" color="chalk" fontWeight="700">
                Standards
              </Text>
            </Link>
            , for a wall here, and for one opening in its form.
          </Trans>
        </Text>
      </Box>
      {line.walls.map((wall) => (
        <OfWall key={wall} job={job} wall={wall} change={change} />
      ))}
    </Box>
  );
}

/** What the headers of one wall carry. */
function OfWall({ job, wall, change }: { job: Job; wall: string; change: JobChange }) {
  const { piece } = useWords();
  const query = useWaysOfWall(job.id, wall, job.revision);
  return (
    <Shown
      query={query}
      what={t`Loading the ways of this wall`}
      trouble={t`The ways of this wall could not be opened`}
    >
      {(groups) => (
        <Changes>
          <WaysForm
            groups={groups
              .filter(({ key }) => key === GROUP)
              .map(({ key, rows }) => ({ key, name: t`${piece("Header:many")} of wall ${wall}`, rows }))}
            onSay={(way, text) => change.enter({ edit: "set-way", wall, way, text })}
          />
        </Changes>
      )}
    </Shown>
  );
}
