import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Trash2 } from "lucide-react";
import {
  answered,
  type Bench,
  client,
  type Edit,
  type EditReading,
  type Job,
  type Opening,
  Refused,
} from "../api/client";
import { Changes } from "../app/Changes";
import { FieldGroup } from "../app/Field";
import { OPENING_KINDS } from "../app/openingKinds";
import { SelectField } from "../app/SelectField";
import { TextField } from "../app/TextField";
import type { JobChange } from "../app/useJobChange";
import { SumColumn } from "../drawing/SumColumn";
import { openingFormQuery } from "../ways/queries";
import { WaysForm } from "../ways/WaysForm";
import { freeMark, origins, placeOf, positionOf } from "./openingDraft";
import { useOpeningDraft } from "./useOpeningDraft";

const SIZINGS = [
  { value: "unit", label: t`Unit call-out` },
  { value: "rough", label: t`RO as scheduled` },
] as const;
const REFERENCES = [
  { value: "center", label: t`Center` },
  { value: "edge", label: t`Nearest edge` },
  { value: "centered", label: t`Centered` },
] as const;

interface OpeningFormProps {
  job: Job;
  bench: Bench;
  before: Opening | null;
  draft: Opening;
  change: JobChange;
  onClose: () => void;
}

/** One opening in a form, with the sums of its rough opening as they stand now. */
export function OpeningForm({ job, bench, before, draft: first, change, onClose }: OpeningFormProps) {
  const { draft, set, sayWay, whenSettled } = useOpeningDraft(job, before?.id ?? null, first);
  const form = useQuery(openingFormQuery(job, { opening: draft, before: before?.id ?? null }));
  const editOf = (opening: Opening): Edit =>
    before ? { edit: "change-opening", id: before.id, opening } : { edit: "add-opening", opening };
  const edit = editOf(draft);
  const preview = useQuery({
    queryKey: ["preview", job.id, job.revision, edit],
    queryFn: () =>
      answered<EditReading>(
        client.POST("/api/jobs/{job_id}/preview", { params: { path: { job_id: job.id } }, body: { edit } }),
      ),
    retry: false,
    placeholderData: keepPreviousData,
  });
  const fault = preview.error instanceof Refused ? preview.error : null;
  const faultAt = (...keys: string[]) =>
    fault?.faults.find(({ path }) => keys.some((key) => path.endsWith(key)))?.message ?? null;
  // What a field says itself is not repeated.
  const trouble = faultAt("id", "unit", "rough", "at") ? null : preview.error;

  return (
    <Box as="section" aria-label={before ? t`Change ${before.id}` : t`New opening`} overflowY="auto" minH="0">
      <Changes>
        <FieldGroup name={before ? t`Opening ${before.id}` : t`New opening`} level="h2">
          <WhatFields job={job} bench={bench} before={before} draft={draft} set={set} faultAt={faultAt} />
          <WhereFields bench={bench} before={before} draft={draft} set={set} faultAt={faultAt} />
        </FieldGroup>
      </Changes>
      <Box px="4" py="2" borderBottomWidth="1px">
        <Outcome reading={preview.data} error={trouble} />
        <Flex gap="2" mt="2">
          <Button
            variant="solid"
            disabled={preview.isError || change.isBusy || !change.isAllowed}
            onClick={() => whenSettled((opening) => change.make(editOf(opening), onClose))}
          >
            {before ? t`Save` : t`Add`}
          </Button>
          <Button onClick={onClose}>{t`Cancel`}</Button>
          {before && (
            <Button
              variant="plain"
              color="crayon"
              ms="auto"
              disabled={!change.isAllowed}
              onClick={() => change.make({ edit: "remove-opening", id: before.id }, onClose)}
            >
              <Trash2 /> {t`Remove`}
            </Button>
          )}
        </Flex>
      </Box>
      <Text
        px="4"
        pt="3"
        fontSize="13px"
        color="faint"
      >{t`For this opening only. Saved with the rest of the form.`}</Text>
      <Changes>{form.data && <WaysForm groups={form.data.ways} onSay={sayWay} />}</Changes>
    </Box>
  );
}

interface FieldsProps extends Pick<OpeningFormProps, "job" | "bench" | "before" | "draft"> {
  set: (part: Partial<Opening>) => void;
  /** What is wrong with a field, by the keys it has in the job file. */
  faultAt: (...keys: string[]) => string | null;
}

/** What an opening is: its mark, its kind and its size. */
function WhatFields({ job, before, draft, set, faultAt }: FieldsProps) {
  const sizing = draft.rough === undefined || draft.rough === null ? "unit" : "rough";
  function chooseKind(kind: Opening["kind"]) {
    const isStillFree = before === null && draft.id === freeMark(job, draft.kind);
    set({ kind, ...(isStillFree ? { id: freeMark(job, kind) } : {}) });
  }
  return (
    <>
      <TextField label={t`Mark`} value={draft.id} fault={faultAt("id")} onEnter={(id) => set({ id })} />
      <SelectField label={t`Kind`} value={draft.kind} choices={OPENING_KINDS} onChoose={chooseKind} />
      <SelectField
        label={t`Size is`}
        value={sizing}
        choices={SIZINGS}
        onChoose={(chosen) => {
          const size = draft.unit ?? draft.rough ?? "";
          set(chosen === "unit" ? { unit: size, rough: null } : { rough: size, unit: null });
        }}
      />
      <TextField
        label={t`Width x height`}
        value={String(draft[sizing] ?? "")}
        fault={faultAt("unit", "rough")}
        onEnter={(size) => set({ [sizing]: size })}
      />
    </>
  );
}

/** Where an opening is: on which floor, and how far from what. */
function WhereFields({ bench, before, draft, set, faultAt }: Omit<FieldsProps, "job">) {
  const place = placeOf(draft.at);
  return (
    <>
      {bench.wall.floors.length > 0 && (
        <SelectField
          label={t`Floor`}
          value={String(draft.floor ?? 0)}
          choices={stories(bench.wall.floors)}
          onChoose={(floor) => set({ floor: Number(floor) || null })}
        />
      )}
      <SelectField
        label={t`Placed by`}
        value={place.reference}
        choices={REFERENCES}
        onChoose={(reference) =>
          set({ at: positionOf({ ...place, reference, distance: place.distance || "4-0" }) })
        }
      />
      {place.reference !== "centered" && (
        <>
          <TextField
            label={t`At`}
            value={place.distance}
            fault={faultAt("at")}
            onEnter={(distance) => set({ at: positionOf({ ...place, distance }) })}
          />
          <SelectField
            label={t`From`}
            value={place.from}
            choices={origins(
              bench.openings.map(({ opening }) => opening.id).filter((id) => id !== before?.id),
              bench.meets.map(({ wall }) => wall),
            )}
            onChoose={(from) => set({ at: positionOf({ ...place, from }) })}
          />
        </>
      )}
    </>
  );
}

/** The floors an opening can be on, by where they are. */
function stories(lines: Bench["wall"]["floors"]): { value: string; label: string }[] {
  return [
    { value: "0", label: t`0, the wall's own` },
    ...lines.map(({ text }, index) => ({ value: String(index + 1), label: t`${index + 1}, at ${text}` })),
  ];
}

function Outcome({ reading, error }: { reading: EditReading | undefined; error: Error | null }) {
  if (error)
    return (
      <Text color="crayon" fontSize="14px" role="alert">
        {error.message}
      </Text>
    );
  if (!reading) return null;
  const worst = reading.findings.find(({ severity }) => severity !== "info");
  return (
    <>
      {reading.sums.map((sum) => (
        <SumColumn key={sum.name} sum={{ ...sum, name: SUM_NAMES[sum.name] ?? sum.name }} />
      ))}
      {worst && (
        <Text fontSize="14px" color={worst.severity === "error" ? "crayon" : "warn"}>
          {worst.text}
        </Text>
      )}
    </>
  );
}

const SUM_NAMES: Record<string, string> = {
  "rough width": t`RO width`,
  "rough height": t`RO height`,
  "starts at": t`RO starts at`,
};
