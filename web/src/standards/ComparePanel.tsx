import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { Printer } from "lucide-react";
import { useState } from "react";
import type { Compare, CrewStandard, Job } from "../api/client";
import { Figure } from "../app/Figure";
import { useNotices } from "../app/notices";
import { Shown } from "../app/Shown";
import { ChoicePicker, type Chosen } from "./ChoicePicker";
import { applyStandard, type Considered } from "./considered";
import { optionsAsWays, type Where } from "./oneChoice";
import { comparePaper, MOST_WAYS, type OneWay, useCompare } from "./useCompare";

/** Two to four ways of framing this job beside each other: what differs first, as bars one reads across. */
export function ComparePanel({
  job,
  standards,
  aside,
}: {
  job: Job;
  standards: readonly CrewStandard[];
  /** Ways that were looked at and set aside. */
  aside: readonly Considered[];
}) {
  const [where, look] = useState<Where>({ wall: null, opening: null });
  const [choice, choose] = useState<Chosen | null>(null);
  const whole: OneWay[] = [
    { name: t`This job as it is`, considered: null },
    ...aside.map((considered) => ({ name: considered.says, considered })),
    ...(job.job.taken ? [{ name: t`The usual ways`, considered: applyStandard(null) }] : []),
    ...standards.map((standard) => ({ name: standard.name, considered: applyStandard(standard) })),
  ];
  const all = choice ? optionsAsWays(choice.row, choice.where) : whole;
  const wall = choice?.where.wall ?? null;
  // What is not chosen otherwise is: the first few.
  const [left, leave] = useState<readonly string[]>([]);
  const chosen = all.filter(({ name }) => !left.includes(name)).slice(0, MOST_WAYS);
  const query = useCompare(job.id, job.revision, chosen, wall);
  const { tell } = useNotices();
  const isChosen = (way: OneWay) => chosen.includes(way);
  const toggle = (way: OneWay) =>
    leave(
      isChosen(way)
        ? [...left, way.name]
        : all.filter((one) => one !== way && !isChosen(one)).map(({ name }) => name),
    );

  return (
    <Box flex="1" minH="0" overflowY="auto" p="4">
      <ChoicePicker
        job={job}
        where={where}
        chosen={choice}
        onWhere={(next) => {
          look(next);
          choose(null);
        }}
        onChoose={(next) => {
          choose(next);
          leave([]);
        }}
        onLeave={() => choose(null)}
      />
      <Flex gap="1" wrap="wrap" role="group" aria-label={t`Ways to compare`} mb="3">
        {all.map((way) => (
          <Button
            key={way.name}
            variant={isChosen(way) ? "solid" : "outline"}
            aria-pressed={isChosen(way)}
            disabled={!isChosen(way) && chosen.length === MOST_WAYS}
            onClick={() => toggle(way)}
          >
            {way.name}
          </Button>
        ))}
        {chosen.length > 1 && (
          <Button
            variant="plain"
            ms="auto"
            onClick={() =>
              comparePaper(job.id, chosen, wall).catch((error: Error) =>
                tell({ text: error.message, tone: "trouble" }),
              )
            }
          >
            <Printer /> {t`Print`}
          </Button>
        )}
      </Flex>
      {chosen.length < 2 ? (
        <Text maxW="60ch">
          <Trans>
            Nothing to compare yet. Look at an option in a part of the standard, or at one of the crew’s
            standards, and press “Add to comparison”; two to four are shown side by side. Or pick one choice
            above, of the job, a wall or an opening, to compare its options.
          </Trans>
        </Text>
      ) : (
        <Shown query={query} what={t`Framing the job each way`} trouble={t`These ways could not be compared`}>
          {(compare) => <Lines compare={compare} />}
        </Shown>
      )}
    </Box>
  );
}

const Table = chakra("table", {
  base: {
    w: "full",
    maxW: "1160px",
    borderCollapse: "collapse",
    tableLayout: { md: "fixed" },
    "& th, & td": {
      px: "2",
      py: "1.5",
      textAlign: "start",
      borderBottomWidth: "1px",
      verticalAlign: "middle",
    },
    "& thead th": { fontSize: "15px", fontWeight: 700, verticalAlign: "bottom" },
    "& tbody th": { fontWeight: 400 },
    "& tr[data-differs=true] > th": { fontWeight: 700 },
  },
});

function Lines({ compare: { ways, lines } }: { compare: Compare }) {
  return (
    <Box overflowX="auto">
      <Table aria-label={t`Ways compared`}>
        <thead>
          <tr>
            <chakra.th scope="col" w={{ md: "210px" }}>
              <Text as="span" fontSize="12px" color="faint" fontWeight="600">{t`Differences first`}</Text>
            </chakra.th>
            {ways.map((way) => (
              <th key={way} scope="col">
                {way}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map(({ name, differs, texts, shares }) => (
            <tr key={name} data-differs={differs}>
              <th scope="row">{name}</th>
              {ways.map((way, at) => (
                <td key={way}>
                  <Figure
                    text={texts[at] ?? ""}
                    fontSize={differs ? "20px" : "17px"}
                    fontWeight={differs ? "700" : "400"}
                    color={differs ? "ink" : "faint"}
                  />
                  <Box
                    aria-hidden
                    h="9px"
                    w={`${(shares[at] ?? 0) * 100}%`}
                    bg={differs ? "pine" : "transparent"}
                    borderWidth="1px"
                    borderColor={differs ? "pineEdge" : "line"}
                  />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
    </Box>
  );
}
