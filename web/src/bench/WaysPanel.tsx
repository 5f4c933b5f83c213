import { Box, Button, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { Trash2 } from "lucide-react";
import { Link } from "react-router";
import type { Bench, Job } from "../api/client";
import { Shown } from "../app/Shown";
import { TopFields } from "../app/TopFields";
import type { JobChange } from "../app/useJobChange";
import { useOnward } from "../app/useOnward";
import { WallFields } from "../app/WallFields";
import { useWaysOfWall } from "../ways/queries";
import { WaysForm } from "../ways/WaysForm";

/** How this wall is framed; every change shows at once, and what is not set here follows the job. */
export function WaysPanel({ job, bench, change }: { job: Job; bench: Bench; change: JobChange }) {
  const onward = useOnward();
  const { entered } = bench;
  const ways = useWaysOfWall(job.id, entered.id, bench.revision);

  return (
    <Box pb="4">
      <WallFields
        wall={entered}
        change={change}
        onRenamed={(id) => onward(`/jobs/${job.id}/bench/${encodeURIComponent(id)}`)}
      />
      <TopFields job={job} wall={entered} change={change} />
      <Text px="4" pt="3" fontSize="13px" color="faint">
        <Trans>
          For wall {bench.wall.id} only; what is not set here follows the job. For the whole job, and what
          each way is good for, see{" "}
          <Link to={`/jobs/${job.id}/standards`}>
            <Text as="span" color="chalk" fontWeight="700">
              Standards
            </Text>
          </Link>
          .
        </Trans>
      </Text>
      <Shown
        query={ways}
        what={t`Loading the ways of this wall`}
        trouble={t`The ways of this wall could not be opened`}
      >
        {(groups) => (
          <WaysForm
            groups={groups}
            onSay={(way, text) => change.enter({ edit: "set-way", wall: entered.id, way, text })}
          />
        )}
      </Shown>
      <Box px="4" py="3">
        <Button
          variant="plain"
          color="crayon"
          onClick={() =>
            change.make({ edit: "remove-wall", id: bench.wall.id }, () => onward(`/jobs/${job.id}/bench`))
          }
        >
          <Trash2 /> {t`Remove wall ${bench.wall.id}`}
        </Button>
      </Box>
    </Box>
  );
}
