import { Box, Button, Flex, Heading, Input, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trash2 } from "lucide-react";
import { useState } from "react";
import type { CrewStandard, Job } from "../api/client";

/** The standards the crew keeps: which one this job took, and a way to keep its ways as one. */
export function CrewCard({
  job,
  standards,
  onConsider,
  onKeep,
  onForget,
}: {
  job: Job;
  standards: CrewStandard[];
  onConsider: (standard: CrewStandard | null) => void;
  onKeep: (name: string) => void;
  onForget: (name: string) => void;
}) {
  const [name, setName] = useState("");
  const taken = job.job.taken;
  return (
    <Box as="section" aria-label={t`The crew’s standards`} px="4" py="3">
      <Heading
        as="h2"
        fontFamily="heading"
        fontWeight="800"
        fontSize="20px"
        mb="1"
      >{t`The crew’s standards`}</Heading>
      <Text fontSize="14px" color="faint" mb="2">
        {taken
          ? t`This job is framed by ${taken.name}, as it was when applied.`
          : t`This job is framed by the usual ways.`}
      </Text>
      {standards.map((standard) => {
        const isSame = taken?.name === standard.name && isAlike(taken.standard, standard.standard);
        return (
          <Flex key={standard.name} align="center" gap="1" py="0.5">
            <Text
              flex="1"
              fontWeight={taken?.name === standard.name ? 700 : 400}
              minW="0"
              truncate
              title={standard.name}
            >
              {standard.name}
            </Text>
            {isSame ? (
              <Text fontSize="13px" color="faint" px="2">{t`applied`}</Text>
            ) : (
              <Button onClick={() => onConsider(standard)}>
                {taken?.name === standard.name ? t`Update to current` : t`Preview`}
              </Button>
            )}
            <Button
              variant="plain"
              aria-label={t`Delete ${standard.name}`}
              onClick={() => onForget(standard.name)}
            >
              <Trash2 />
            </Button>
          </Flex>
        );
      })}
      {taken && <Button variant="plain" onClick={() => onConsider(null)}>{t`Preview the usual ways`}</Button>}
      <Flex
        as="form"
        gap="1"
        mt="2"
        onSubmit={(event: React.FormEvent) => {
          event.preventDefault();
          if (name.trim()) onKeep(name.trim());
          setName("");
        }}
      >
        <Input
          aria-label={t`Name of a standard`}
          placeholder={t`Save this job’s ways as …`}
          value={name}
          maxLength={60}
          onChange={(event) => setName(event.target.value)}
        />
        <Button type="submit" disabled={!name.trim()}>{t`Save`}</Button>
      </Flex>
    </Box>
  );
}

/** Whether two standards say the same, in whatever order. */
function isAlike(one: object | undefined, other: object | undefined): boolean {
  const sorted = (ways: object = {}) =>
    JSON.stringify(Object.entries(ways).sort(([a], [b]) => a.localeCompare(b)));
  return sorted(one) === sorted(other);
}
