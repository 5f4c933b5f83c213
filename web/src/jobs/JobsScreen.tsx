import { Box, Button, Flex, Heading, Input, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { type FormEvent, useState } from "react";
import { answered, client, type Job, type JobSummary, Refused } from "../api/client";
import { useJobs } from "../api/queries";
import { Changes } from "../app/Changes";
import { Empty } from "../app/Empty";
import { FileButton } from "../app/FileButton";
import { Loading } from "../app/Loading";
import { useNotices } from "../app/notices";
import { useOnward } from "../app/useOnward";
import { JobRow } from "./JobRow";
import { RemovedJobs } from "./RemovedJobs";

/** Every job of the crew; start one, take one in from a file. */
export function JobsScreen() {
  const jobs = useJobs();
  const { tell } = useNotices();
  const queries = useQueryClient();
  const onward = useOnward();

  function opened(job: Job) {
    void queries.invalidateQueries({ queryKey: ["jobs"] });
    onward(`/jobs/${job.id}/plan`);
  }
  const start = useMutation({
    mutationFn: (name: string) => answered<Job>(client.POST("/api/jobs", { body: { name } })),
    onSuccess: opened,
    onError: (error) => tell({ text: error.message, tone: "trouble" }),
  });
  const importing = useMutation({
    mutationFn: (file: File) => importFile(file),
    onSuccess: opened,
    onError: (error, file) => tell({ text: `${file.name}: ${listed(error)}`, tone: "trouble" }),
  });

  return (
    <Box p={{ base: "4", md: "8" }} maxW="1080px" w="full" overflowY="auto">
      <Flex align="center" gap="4" mb="6" wrap="wrap">
        <Heading as="h1" fontFamily="heading" fontSize="34px" fontWeight="800" flex="1">{t`Jobs`}</Heading>
        <Changes>
          <StartJob onStart={start.mutate} isBusy={start.isPending} />
          <FileButton
            label={t`Job file`}
            accept=".json,application/json"
            size="md"
            disabled={importing.isPending}
            onFile={importing.mutate}
          >{t`Import`}</FileButton>
        </Changes>
      </Flex>
      <JobsList jobs={jobs.data} error={jobs.error} />
      <RemovedJobs />
    </Box>
  );
}

function JobsList({ jobs, error }: { jobs: JobSummary[] | undefined; error: Error | null }) {
  if (error) return <Empty title={t`The jobs could not be read`}>{error.message}</Empty>;
  if (!jobs) return <Loading what={t`Loading the jobs`} />;
  if (jobs.length === 0)
    return (
      <Empty title={t`No jobs yet`}>
        <Text>{t`Type a name above and press Start, or import a job file.`}</Text>
      </Empty>
    );
  return (
    <Flex as="ul" direction="column" listStyleType="none" borderTopWidth="1px">
      {jobs.map((job) => (
        <JobRow key={job.id} job={job} />
      ))}
    </Flex>
  );
}

function StartJob({ onStart, isBusy }: { onStart: (name: string) => void; isBusy: boolean }) {
  const [name, setName] = useState("");
  function submit(event: FormEvent) {
    event.preventDefault();
    if (name.trim()) onStart(name.trim());
  }
  return (
    <Flex as="form" onSubmit={submit} gap="2" flex={{ base: "1 1 100%", md: "none" }}>
      <Input
        size="md"
        w={{ base: "full", md: "280px" }}
        minW="0"
        aria-label={t`Name of a new job`}
        placeholder={t`Name of a new job`}
        maxLength={120}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <Button type="submit" variant="solid" size="md" disabled={!name.trim() || isBusy}>
        <Plus /> {t`Start`}
      </Button>
    </Flex>
  );
}

async function importFile(file: File): Promise<Job> {
  const text = await file.text();
  return answered<Job>(
    client.POST("/api/jobs/import", {
      body: text,
      bodySerializer: (body) => body,
      headers: { "Content-Type": "application/octet-stream" },
    }),
  );
}

/** A refusal with all its faults, each with its place in the file. */
function listed(error: Error): string {
  if (!(error instanceof Refused) || error.faults.length === 0) return error.message;
  const [first, ...more] = error.faults.map(({ path, message }) => (path ? `${path}: ${message}` : message));
  if (first === undefined) return error.message;
  return more.length ? t`${first} (and ${more.length} more)` : first;
}
