import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { ArrowRight, Copy, Trash2 } from "lucide-react";
import { useState } from "react";
import type { Job, Plan } from "../api/client";
import { FieldGroup } from "../app/Field";
import { kindName } from "../app/openingKinds";
import { SelectField } from "../app/SelectField";
import { TextField } from "../app/TextField";
import type { JobChange } from "../app/useJobChange";
import type { Select } from "./selection";

/** An opening in the plan: what it is, moved by typing, copied to a wall. */
export function OpeningCard({
  job,
  plan,
  id,
  change,
  onSelect,
  onOpen,
}: {
  job: Job;
  plan: Plan;
  id: string;
  change: JobChange;
  onSelect: (action: Select) => void;
  onOpen: (wall: string) => void;
}) {
  const entered = job.job.openings?.find((opening) => opening.id === id);
  const [into, setInto] = useState(entered?.wall ?? "");
  const [at, setAt] = useState("");
  const seen = plan.walls.flatMap(({ openings }) => openings).find((opening) => opening.id === id);
  if (!entered || !seen) return null;
  const mark = entered.kind === "window" ? job.next.window : job.next.doorway;
  function copy() {
    if (!entered) return;
    const opening = { ...entered, id: mark, wall: into, at: { center: at, from: "plate-start" as const } };
    change.make({ edit: "add-opening", opening }, () => onSelect({ type: "opening", id: mark }));
  }
  return (
    <Box role="region" aria-label={t`Selected opening`} borderBottomWidth="1px">
      <Flex px="4" pt="3" align="baseline" gap="3">
        <Heading as="h2" fontFamily="heading" fontWeight="800" fontSize="34px" lineHeight="1">
          {id}
        </Heading>
        <Text fontFamily="figure" fontSize="24px" fontWeight="700">
          {seen.size}
        </Text>
        <Box flex="1" />
        <Button variant="solid" onClick={() => onOpen(entered.wall)}>
          {t`Bench`} <ArrowRight />
        </Button>
      </Flex>
      <Text px="4" pb="2" color="faint" fontSize="14px">
        <Trans>
          {kindName(entered.kind)} in wall {entered.wall}. Drag it along the wall, or press the arrow keys.
        </Trans>
      </Text>
      <FieldGroup name={t`Move along the wall`}>
        <TextField
          label={t`By`}
          placeholder={t`2-0, or -2-0 toward the start`}
          value=""
          onEnter={(by) => change.enter({ edit: "move-opening", id, by })}
        />
      </FieldGroup>
      <FieldGroup name={t`Copy as ${mark}`}>
        <SelectField
          label={t`Into wall`}
          value={into}
          choices={job.walls.map((wall) => ({ value: wall.id, label: wall.id }))}
          onChoose={setInto}
        />
        <TextField label={t`Its center`} placeholder={t`9-3 from its start`} value={at} onEnter={setAt} />
        <Flex gap="2" pt="1">
          <Button disabled={!at} onClick={copy}>
            <Copy /> {t`Copy`}
          </Button>
          <Button onClick={() => change.make({ edit: "remove-opening", id })}>
            <Trash2 /> {t`Remove ${id}`}
          </Button>
        </Flex>
      </FieldGroup>
    </Box>
  );
}
