import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { ArrowRight, Copy, Trash2 } from "lucide-react";
import { useState } from "react";
import type { Job, Plan } from "../api/client";
import { FieldGroup } from "../app/Field";
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
    <Box role="region" aria-label="Selected opening" borderBottomWidth="1px">
      <Flex px="4" pt="3" align="baseline" gap="3">
        <Heading as="h2" fontFamily="heading" fontWeight="800" fontSize="34px" lineHeight="1">
          {id}
        </Heading>
        <Text fontFamily="figure" fontSize="24px" fontWeight="700">
          {seen.size}
        </Text>
        <Box flex="1" />
        <Button variant="solid" onClick={() => onOpen(entered.wall)}>
          Bench <ArrowRight />
        </Button>
      </Flex>
      <Text px="4" pb="2" color="faint" fontSize="14px">
        {entered.kind.replaceAll("-", " ")} in wall {entered.wall}; drag it along, or press the arrows
      </Text>
      <FieldGroup name="Move along the wall">
        <TextField
          label="By"
          placeholder="2-0, or -2-0 toward the start"
          value=""
          onEnter={(by) => change.enter({ edit: "move-opening", id, by })}
        />
      </FieldGroup>
      <FieldGroup name={`Copy as ${mark}`}>
        <SelectField
          label="Into wall"
          value={into}
          choices={job.walls.map((wall) => ({ value: wall.id, label: wall.id }))}
          onChoose={setInto}
        />
        <TextField label="Its center" placeholder="9-3 from its start" value={at} onEnter={setAt} />
        <Flex gap="2" pt="1">
          <Button disabled={!at} onClick={copy}>
            <Copy /> Copy
          </Button>
          <Button onClick={() => change.make({ edit: "remove-opening", id })}>
            <Trash2 /> Remove {id}
          </Button>
        </Flex>
      </FieldGroup>
    </Box>
  );
}
