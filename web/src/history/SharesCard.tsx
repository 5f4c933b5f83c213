import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { Link2 } from "lucide-react";
import { useState } from "react";
import type { Job } from "../api/client";
import { SelectField } from "../app/SelectField";
import { OneTimeLink } from "../crew/OneTimeLink";
import { useShares } from "./useHistory";

const PLAN = "";

/** Who outside the crew can see the job: links that are made, and ended. */
export function SharesCard({ job }: { job: Job }) {
  const { shares, isBusy, make, end } = useShares(job.id);
  const [wall, setWall] = useState(PLAN);
  const [days, setDays] = useState("30");
  const [path, show] = useState<string | null>(null);
  return (
    <Box as="section" aria-label="Share" px="4" py="3" borderBottomWidth="1px">
      <Heading as="h2" fontFamily="heading" fontWeight="800" fontSize="20px">
        Share
      </Heading>
      {shares?.length === 0 && (
        <Text fontSize="14px" color="faint">
          Nobody outside the crew can see this job.
        </Text>
      )}
      {shares?.map((share) => (
        <Flex key={share.id} align="center" gap="2" fontSize="14px">
          <Text flex="1">
            {share.wall ? `Opens at wall ${share.wall}` : "Opens at the plan"}, made by {share.by}{" "}
            {new Date(share.created_at).toLocaleDateString([], { dateStyle: "medium" })}, ends{" "}
            {new Date(share.expires_at).toLocaleDateString([], { dateStyle: "medium" })}
          </Text>
          <Button
            variant="plain"
            disabled={isBusy}
            aria-label={share.wall ? `End the link to wall ${share.wall}` : "End the link to the plan"}
            onClick={() => void end(share.id)}
          >
            End
          </Button>
        </Flex>
      ))}
      <SelectField
        label="Opens at"
        value={wall}
        choices={[
          { value: PLAN, label: "the plan" },
          ...job.walls.map(({ id }) => ({ value: id, label: `wall ${id}` })),
        ]}
        onChoose={setWall}
      />
      <SelectField
        label="Ends after"
        value={days}
        choices={[
          { value: "7", label: "7 days" },
          { value: "30", label: "30 days" },
          { value: "90", label: "90 days" },
          { value: "365", label: "a year" },
        ]}
        onChoose={setDays}
      />
      <Button disabled={isBusy} onClick={() => void make(wall || null, Number(days)).then(show)}>
        <Link2 /> Create link
      </Button>
      {path && (
        <OneTimeLink
          name="the person you send it to"
          path={path}
          isGoodUntilEnded
          onDone={() => show(null)}
        />
      )}
    </Box>
  );
}
