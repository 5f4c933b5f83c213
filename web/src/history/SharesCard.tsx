import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Link2 } from "lucide-react";
import { useState } from "react";
import type { Job } from "../api/client";
import { SelectField } from "../app/SelectField";
import { OneTimeLink } from "../crew/OneTimeLink";
import { dateOnly } from "../language/when";
import { useShares } from "./useHistory";

const PLAN = "";

/** Who outside the crew can see the job: links that are made, and ended. */
export function SharesCard({ job }: { job: Job }) {
  const { shares, isBusy, make, end } = useShares(job.id);
  const [wall, setWall] = useState(PLAN);
  const [days, setDays] = useState("30");
  const [path, show] = useState<string | null>(null);
  return (
    <Box as="section" aria-label={t`Share`} px="4" py="3" borderBottomWidth="1px">
      <Heading as="h2" fontFamily="heading" fontWeight="800" fontSize="20px">{t`Share`}</Heading>
      {shares?.length === 0 && (
        <Text fontSize="14px" color="faint">{t`Nobody outside the crew can see this job.`}</Text>
      )}
      {shares?.map((share) => (
        <Flex key={share.id} align="center" gap="2" fontSize="14px">
          <Text flex="1">
            {[
              share.wall ? t`Opens at wall ${share.wall}` : t`Opens at the plan`,
              t`created by ${share.by} ${dateOnly(share.created_at)}`,
              t`ends ${dateOnly(share.expires_at)}`,
            ].join(", ")}
          </Text>
          <Button
            variant="plain"
            disabled={isBusy}
            aria-label={share.wall ? t`End the link to wall ${share.wall}` : t`End the link to the plan`}
            onClick={() => void end(share.id)}
          >{t`End`}</Button>
        </Flex>
      ))}
      <SelectField
        label={t`Opens at`}
        value={wall}
        choices={[
          { value: PLAN, label: t`the plan` },
          ...job.walls.map(({ id }) => ({ value: id, label: t`wall ${id}` })),
        ]}
        onChoose={setWall}
      />
      <SelectField
        label={t`Ends after`}
        value={days}
        choices={[
          { value: "7", label: t`7 days` },
          { value: "30", label: t`30 days` },
          { value: "90", label: t`90 days` },
          { value: "365", label: t`a year` },
        ]}
        onChoose={setDays}
      />
      <Button disabled={isBusy} onClick={() => void make(wall || null, Number(days)).then(show)}>
        <Link2 /> {t`Create link`}
      </Button>
      {path && (
        <OneTimeLink name={t`the person it is for`} path={path} isGoodUntilEnded onDone={() => show(null)} />
      )}
    </Box>
  );
}
