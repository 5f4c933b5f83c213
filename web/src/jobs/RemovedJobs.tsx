import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Plural, Trans } from "@lingui/react/macro";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, client, type RemovedJob } from "../api/client";
import { useNotices } from "../app/notices";
import { useMay } from "../app/session";
import { dateTime } from "../language/when";

const Folded = chakra("details", {
  base: {
    mt: "6",
    "& > summary": { cursor: "pointer", py: "3", color: "faint" },
    "& > summary:focus-visible": { outline: "2px solid", outlineColor: "chalk" },
  },
});

/** Jobs that were removed of late, each to be restored; nothing where there are none. */
export function RemovedJobs() {
  const may = useMay("change");
  const queries = useQueryClient();
  const { tell } = useNotices();
  const { data: removed = [] } = useQuery({
    queryKey: ["jobs", "removed"],
    queryFn: () => answered<RemovedJob[]>(client.GET("/api/jobs/removed")),
    enabled: may,
  });
  const restore = useMutation({
    mutationFn: (job: string) =>
      answered(client.POST("/api/jobs/{job_id}/restore", { params: { path: { job_id: job } } })),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["jobs"] }),
    onError: (error) => tell({ text: error.message, tone: "trouble" }),
  });
  if (removed.length === 0) return null;
  return (
    <Folded>
      <summary>
        <Trans>
          Removed in the last 30 days: <Plural value={removed.length} one="# job" other="# jobs" />
        </Trans>
      </summary>
      <Box as="ul" listStyleType="none" aria-label={t`Removed jobs`}>
        {removed.map((job) => (
          <Flex as="li" key={job.id} align="center" gap="4" py="2" px="2" borderBottomWidth="1px">
            <Box flex="1" minW="0">
              <Text fontWeight="700" overflowWrap="anywhere">
                {job.name}
              </Text>
              <Text color="faint" fontSize="13px">
                <Trans>removed {dateTime(job.removed_at)}</Trans>
              </Text>
            </Box>
            <Button
              aria-label={t`Restore ${job.name}`}
              disabled={restore.isPending}
              onClick={() => restore.mutate(job.id)}
            >{t`Restore`}</Button>
          </Flex>
        ))}
      </Box>
    </Folded>
  );
}
