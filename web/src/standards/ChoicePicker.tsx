import { Box, Button, Flex } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { useQuery } from "@tanstack/react-query";
import type { Job, Way } from "../api/client";
import { SelectField } from "../app/SelectField";
import { openingFormQuery, useWaysOfJob, useWaysOfWall } from "../ways/queries";
import { choicesIn, placesIn, type Where, whereText } from "./oneChoice";

/** One choice whose options are compared, and where. */
export interface Chosen {
  where: Where;
  row: Way;
}

/** Picks one choice of the job, of a wall or of an opening, whose options are set beside each other. */
export function ChoicePicker({
  job,
  where,
  chosen,
  onWhere,
  onChoose,
  onLeave,
}: {
  job: Job;
  where: Where;
  chosen: Chosen | null;
  onWhere: (where: Where) => void;
  onChoose: (chosen: Chosen) => void;
  onLeave: () => void;
}) {
  const places = placesIn(job);
  const rows = choicesIn(useWaysAt(job, where));
  return (
    <Flex gap="3" wrap="wrap" align="end" mb="3">
      <Box w="320px">
        <SelectField
          label={t`Options of`}
          value={whereText(where)}
          choices={places.map((place) => ({ value: whereText(place.where), label: place.name }))}
          onChoose={(text) =>
            onWhere(places.find((place) => whereText(place.where) === text)?.where ?? where)
          }
        />
      </Box>
      <Box w="360px">
        <SelectField
          label={t`One choice`}
          value={chosen?.row.way ?? ""}
          choices={[
            { value: "", label: t`None: ways of the whole job` },
            ...rows.map(({ way, name }) => ({ value: way, label: name })),
          ]}
          onChoose={(way) => {
            const row = rows.find((one) => one.way === way);
            if (row) onChoose({ where, row });
            else onLeave();
          }}
        />
      </Box>
      {chosen && <Button variant="plain" onClick={onLeave}>{t`Back to all ways`}</Button>}
    </Flex>
  );
}

/** The settings there are at a place. */
function useWaysAt(job: Job, { wall, opening }: Where) {
  const ofJob = useWaysOfJob(job.id, job.revision).data;
  const ofWall = useWaysOfWall(job.id, wall, job.revision).data;
  const entered = job.job.openings?.find(({ id }) => id === opening);
  const form = useQuery({
    ...openingFormQuery(job, { opening: entered ?? ({} as never), before: opening }),
    enabled: entered !== undefined,
  });
  if (opening) return form.data?.ways ?? [];
  return (wall ? ofWall : ofJob) ?? [];
}
