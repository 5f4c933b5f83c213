import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { Printer, Scroll } from "lucide-react";
import { useState } from "react";
import type { Job, Pole, Poles } from "../api/client";
import { Changes } from "../app/Changes";
import { Empty } from "../app/Empty";
import { SEVERITIES } from "../app/FindingTally";
import { JobBar } from "../app/JobBar";
import { useOpenJob } from "../app/JobScreens";
import { Shown } from "../app/Shown";
import { SidePanel } from "../app/SidePanel";
import { TextField } from "../app/TextField";
import type { JobChange } from "../app/useJobChange";
import { useWords } from "../app/words";
import { SumColumn } from "../drawing/SumColumn";
import { PoleDrawing } from "./PoleDrawing";
import { usePoles, useWhatIf, type WhatIf } from "./usePoles";

/** The story poles: heads, headers, sills and cripples for every kind of opening, side by side. */
export function PoleScreen() {
  const { job, change } = useOpenJob();
  const query = usePoles(job.id, job.revision);
  return (
    <Shown query={query} what={t`Setting up the poles`} trouble={t`The story poles could not be opened`}>
      {(poles) => <AllPoles job={job} poles={poles} change={change} />}
    </Shown>
  );
}

function AllPoles({ job, poles, change }: { job: Job; poles: Poles; change: JobChange }) {
  const [mark, setMark] = useState<string | null>(null);
  const [proposed, setProposed] = useState<WhatIf | null>(null);
  const whatIf = useWhatIf(job.id, job.revision, proposed);
  const shown = proposed && whatIf.data ? whatIf.data : poles;
  const found = shown.poles.findIndex(({ marks }) => mark !== null && marks.includes(mark));
  const picked = Math.max(found, 0);
  const pole = shown.poles[picked];
  const first = pole?.marks[0] ?? "";

  function pick(index: number) {
    setMark(shown.poles[index]?.marks[0] ?? null);
    setProposed(null);
  }
  return (
    <>
      <JobBar job={job} change={change}>
        <Button asChild variant="plain">
          <a href={`/api/jobs/${job.id}/poles.pdf`} target="_blank" rel="noreferrer">
            <Printer /> {t`Print`}
          </a>
        </Button>
        {pole && (
          <Button asChild variant="plain">
            <a
              href={`/api/jobs/${job.id}/poles.pdf?strip=${encodeURIComponent(first)}`}
              target="_blank"
              rel="noreferrer"
              title={t`At full size over several pages, to paste on a stick`}
            >
              <Scroll /> {t`Strip of ${first}, full size`}
            </a>
          </Button>
        )}
      </JobBar>
      {!pole ? (
        <Empty title={t`No openings to set a pole for`}>
          <Trans>Type one on a wall’s bench, like 3-6x4-6 @ 9-3, or import a schedule under Openings.</Trans>
        </Empty>
      ) : (
        <Flex flex="1" minH="0" direction={{ base: "column", lg: "row" }}>
          <Flex flex="1" minW="0" minH={{ base: "560px", lg: "0" }}>
            <PoleDrawing poles={shown} picked={picked} pencilled={shown !== poles} onPick={pick} />
          </Flex>
          <SidePanel isNarrow>
            <PoleCard
              key={first}
              pole={pole}
              poles={shown}
              proposed={proposed}
              refusal={whatIf.error?.message ?? null}
              onAsk={(column, text) => {
                setMark(first);
                setProposed(text === null ? null : { marks: pole.marks, column, text });
              }}
              onTake={() => {
                const edit = whatIf.data?.edit;
                if (edit) change.make(edit, () => setProposed(null));
              }}
            />
          </SidePanel>
        </Flex>
      )}
    </>
  );
}

/** The pole that is picked, and what if its head or header were another. */
function PoleCard({
  pole,
  poles,
  proposed,
  refusal,
  onAsk,
  onTake,
}: {
  pole: Pole;
  poles: Poles;
  proposed: WhatIf | null;
  refusal: string | null;
  onAsk: (column: WhatIf["column"], text: string | null) => void;
  onTake: () => void;
}) {
  const { piece } = useWords();
  const isWindow = pole.kind === "window";
  return (
    <Box px="4" py="3" overflowY="auto">
      <Heading as="h2" fontFamily="heading" fontWeight="800" fontSize="22px">
        {pole.marks.join(", ")}
      </Heading>
      <Text color="faint" mb="3">
        {pole.header}
      </Text>
      <SumColumn sum={{ ...pole.head, name: t`Head` }} />
      <Heading
        as="h3"
        fontFamily="heading"
        fontWeight="700"
        fontSize="17px"
        mt="4"
        mb="1"
      >{t`What if`}</Heading>
      {isWindow && (
        <TextField
          label={t`Head`}
          value={proposed?.column === "head" ? proposed.text : pole.head.value.text}
          onEnter={(text) => onAsk("head", text)}
        />
      )}
      <TextField
        label={piece("Header")}
        value={proposed?.column === "header" ? proposed.text : pole.header}
        onEnter={(text) => onAsk("header", text)}
      />
      {refusal && proposed && (
        <Text role="alert" fontSize="14px" color="crayon" mt="1">
          {refusal}
        </Text>
      )}
      {proposed && (
        <Flex gap="2" mt="2">
          <Changes>
            <Button
              variant="solid"
              disabled={refusal !== null || poles.edit === null}
              onClick={onTake}
            >{t`Apply`}</Button>
          </Changes>
          <Button onClick={() => onAsk("head", null)}>{t`Cancel`}</Button>
        </Flex>
      )}
      {pole.findings.map(({ code, opening, severity, text }) => {
        const { icon: Icon, color } = SEVERITIES[severity];
        return (
          <Flex key={`${code} ${opening}`} gap="2" mt="3" fontSize="14px" color={color}>
            <Icon size={16} style={{ flexShrink: 0, marginTop: 2 }} aria-hidden />
            <Text>{text}</Text>
          </Flex>
        );
      })}
      <Text mt="4" fontSize="13px" color="faint">
        {t`${piece("Header")} sizes follow the approved drawings or a licensed designer.`}
      </Text>
    </Box>
  );
}
