import { Button, chakra, Flex } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Redo2, Undo2 } from "lucide-react";
import type { ReactNode } from "react";
import type { Job } from "../api/client";
import { Changes } from "./Changes";
import { ExportMenu } from "./ExportMenu";
import { Others } from "./Others";
import { TextField } from "./TextField";
import type { JobChange } from "./useJobChange";

/** The head of every screen of a job: its name, what the screen puts there, and the way back and forth. */
export function JobBar({
  job,
  wall,
  change,
  children,
}: {
  job: Job;
  /** The wall in view, which can be exported alone. */
  wall?: string | undefined;
  change: JobChange;
  children: ReactNode;
}) {
  return (
    <Flex
      align="center"
      gap="3"
      px="4"
      minH="48px"
      wrap={{ base: "wrap", md: "nowrap" }}
      borderBottomWidth="1px"
      bg="bench"
      flexShrink="0"
    >
      <chakra.h1 srOnly>{job.job.name}</chakra.h1>
      <Flex
        w={{ base: "200px", lg: "250px" }}
        flexShrink="0"
        css={{ "& input": { fontWeight: 700, borderColor: "transparent", bg: "transparent", px: 0 } }}
      >
        <Changes>
          <TextField
            label={t`Job name`}
            isBare
            value={job.job.name}
            onEnter={(name) => change.enter({ edit: "rename-job", name })}
          />
        </Changes>
      </Flex>
      <Flex
        flex={{ base: "1 1 100%", md: "1" }}
        order={{ base: 3, md: 0 }}
        gap="1"
        align="center"
        minW="0"
        overflowX="auto"
        pb={{ base: "1", md: "0" }}
      >
        {children}
      </Flex>
      <Others />
      <Flex gap="1" flexShrink="0">
        <Changes>
          <Button
            variant="plain"
            aria-label={t`Undo`}
            title={job.undo ? t`Undo: ${job.undo}` : t`Nothing to undo`}
            disabled={!job.undo || change.isBusy}
            onClick={() => change.make("undo")}
          >
            <Undo2 />
          </Button>
          <Button
            variant="plain"
            aria-label={t`Redo`}
            title={job.redo ? t`Redo: ${job.redo}` : t`Nothing to redo`}
            disabled={!job.redo || change.isBusy}
            onClick={() => change.make("redo")}
          >
            <Redo2 />
          </Button>
        </Changes>
        <ExportMenu job={job.id} wall={wall} />
      </Flex>
    </Flex>
  );
}
