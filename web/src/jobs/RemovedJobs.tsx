import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, client, type RemovedJob } from "../api/client";
import { useNotices } from "../app/notices";
import { useMay } from "../app/session";

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
        Removed in the last 30 days: {removed.length} {removed.length === 1 ? "job" : "jobs"}
      </summary>
      <Box as="ul" listStyleType="none" aria-label="Removed jobs">
        {removed.map((job) => (
          <Flex as="li" key={job.id} align="center" gap="4" py="2" px="2" borderBottomWidth="1px">
            <Box flex="1" minW="0">
              <Text fontWeight="700" overflowWrap="anywhere">
                {job.name}
              </Text>
              <Text color="faint" fontSize="13px">
                removed{" "}
                {new Date(job.removed_at).toLocaleString([], { dateStyle: "medium", timeStyle: "short" })}
              </Text>
            </Box>
            <Button
              aria-label={`Restore ${job.name}`}
              disabled={restore.isPending}
              onClick={() => restore.mutate(job.id)}
            >
              Restore
            </Button>
          </Flex>
        ))}
      </Box>
    </Folded>
  );
}
