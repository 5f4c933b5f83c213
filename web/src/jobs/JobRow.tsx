import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { plural, t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Download, Trash2 } from "lucide-react";
import { Link } from "react-router";
import { answered, client, type JobSummary } from "../api/client";
import { Changes } from "../app/Changes";
import { Figure } from "../app/Figure";
import { FindingTally } from "../app/FindingTally";
import { useNotices } from "../app/notices";
import { dateTime } from "../language/when";

const JobLink = chakra(Link);

/** One job of the list: what is in it, what is wrong with it, and what can be done with it whole. */
export function JobRow({ job }: { job: JobSummary }) {
  const queries = useQueryClient();
  const { tell } = useNotices();
  const again = () => queries.invalidateQueries({ queryKey: ["jobs"] });
  const params = { path: { job_id: job.id } };
  const trouble = (error: Error) => tell({ text: error.message, tone: "trouble" });
  const restore = useMutation({
    mutationFn: () => answered(client.POST("/api/jobs/{job_id}/restore", { params })),
    onSuccess: again,
    onError: trouble,
  });
  const remove = useMutation({
    mutationFn: () => answered(client.DELETE("/api/jobs/{job_id}", { params })),
    onSuccess: () => {
      void again();
      const actions = [{ label: t`Undo`, act: () => restore.mutate() }];
      tell({ text: t`${job.name} is removed.`, tone: "plain", actions });
    },
    onError: trouble,
  });

  return (
    <Flex as="li" align="center" gap="5" py="3" px="2" borderBottomWidth="1px" _hover={{ bg: "bench" }}>
      <Box flex="1" minW="0">
        <JobLink
          to={`/jobs/${job.id}/plan`}
          fontFamily="heading"
          fontSize="22px"
          fontWeight="700"
          overflowWrap="anywhere"
          _hover={{ textDecoration: "underline" }}
        >
          {job.name}
        </JobLink>
        <Text color="faint" fontSize="13px">
          <Trans>changed {dateTime(job.changed_at)}</Trans>
        </Text>
      </Box>
      <FindingTally counts={job.findings} />
      <Count value={job.walls} of={plural(job.walls, { one: "wall", other: "walls" })} />
      <Count value={job.openings} of={plural(job.openings, { one: "opening", other: "openings" })} />
      <Box textAlign="end" w="90px" display={{ base: "none", md: "block" }}>
        <Figure text={job.length.text} fontSize="19px" fontWeight="600" />
        <Text color="faint" fontSize="12px">{t`of wall`}</Text>
      </Box>
      <Flex gap="1">
        <Button variant="plain" asChild>
          <a
            href={`/api/jobs/${job.id}/file`}
            download
            aria-label={t`Export ${job.name}`}
            title={t`Export as a job file`}
          >
            <Download />
          </a>
        </Button>
        <Changes>
          <Button
            variant="plain"
            aria-label={t`Remove ${job.name}`}
            title={t`Remove`}
            onClick={() => remove.mutate()}
          >
            <Trash2 />
          </Button>
        </Changes>
      </Flex>
    </Flex>
  );
}

function Count({ value, of }: { value: number; of: string }) {
  return (
    <Box textAlign="end" w="64px" display={{ base: "none", sm: "block" }}>
      <Figure text={String(value)} fontSize="19px" fontWeight="600" />
      <Text color="faint" fontSize="12px">
        {of}
      </Text>
    </Box>
  );
}
