import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { plural, t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { Scissors, Square } from "lucide-react";
import { useState } from "react";
import type { Cutting, CuttingRun } from "../api/client";
import { Changes } from "../app/Changes";
import { Figure } from "../app/Figure";
import { SelectField } from "../app/SelectField";
import { sectionName } from "../app/section";
import { TextField } from "../app/TextField";
import { type CuttingChange, isLooking, useRun, type Wanted } from "./useCutting";

const AIMS = [
  { value: "length", label: t`Least length` },
  { value: "price", label: t`Least price` },
  { value: "boards", label: t`Fewest boards` },
] as const;
const BREAKS = [
  { value: "yes", label: t`Re-plan splices` },
  { value: "no", label: t`Keep splices` },
] as const;
const TIMES = [
  { value: "5", label: t`5 seconds` },
  { value: "20", label: t`20 seconds` },
  { value: "60", label: t`1 minute` },
] as const;

/** What the boards come to, and looking for better ones. */
export function PlanCard({
  job,
  cutting,
  walls,
  act,
}: {
  job: string;
  cutting: Cutting;
  /** Those that are looked at; all of them where none is named. */
  walls: readonly string[];
  act: CuttingChange;
}) {
  const run = useRun(job, cutting.run);
  return (
    <Box px="4" py="3">
      <Heading as="h2" fontFamily="heading" fontWeight="800" fontSize="22px">
        {walls.length > 0
          ? t`${cutting.cut} of ${cutting.pieces} pieces cut for ${walls.join(", ")}`
          : t`${cutting.cut} of ${cutting.pieces} pieces cut`}
      </Heading>
      {cutting.sections.map(({ section, bought, feet }) => (
        <Flex key={section} gap="2" align="baseline" borderBottomWidth="1px" py="1">
          <Figure text={sectionName(section)} fontSize="17px" flex="1" />
          <Figure text={String(bought)} fontSize="20px" fontWeight="700" />
          <Text fontSize="13px" color="faint">{t`boards`}</Text>
          <Figure text={`${feet}'`} fontSize="17px" minW="64px" textAlign="end" />
        </Flex>
      ))}
      <Changes>
        <Since cutting={cutting} act={act} />
      </Changes>
      <Spares cutting={cutting} />
      <Changes>
        {isLooking(run) ? (
          <Looking run={run as CuttingRun} act={act} />
        ) : (
          <Look key={job} run={run} act={act} />
        )}
      </Changes>
    </Box>
  );
}

/** What became of the boards since they were planned, until somebody has seen it. */
function Since({ cutting: { since }, act }: { cutting: Cutting; act: CuttingChange }) {
  if (!since) return null;
  const bought = since.bought;
  return (
    <Box role="status" mt="3" p="2" borderWidth="1px" borderColor="crayon" borderRadius="3px" fontSize="14px">
      <Text fontWeight="700">{t`The walls changed`}</Text>
      <Text>
        {[
          t`${plural(since.boards.length, { one: "# board changed", other: "# boards changed" })}: ${some(since.boards, 12)}.`,
          plural(since.pieces, { one: "# new piece.", other: "# new pieces." }),
          bought > 0 && plural(bought, { one: "# board more to buy.", other: "# boards more to buy." }),
          bought < 0 && plural(-bought, { one: "# board less to buy.", other: "# boards less to buy." }),
        ]
          .filter(Boolean)
          .join(" ")}
      </Text>
      <Button mt="2" onClick={act.settle}>{t`Keep these boards`}</Button>
    </Box>
  );
}

/** Pieces that are cut and have lost their place, for as long as nothing else is made of them. */
function Spares({ cutting: { spares } }: { cutting: Cutting }) {
  if (spares.length === 0) return null;
  return (
    <Box mt="3" fontSize="14px" as="section" aria-label={t`Spare pieces`}>
      <Text fontWeight="700">{t`Already cut, no longer needed`}</Text>
      {spares.map(({ section, board, name, length }) => (
        <Text key={`${board} ${name}`}>
          <Trans>
            {sectionName(section)} x <Figure text={length.text} fontWeight="700" />, board {board}, cut for{" "}
            {name}
          </Trans>
        </Text>
      ))}
    </Box>
  );
}

function Looking({ run, act }: { run: CuttingRun; act: CuttingChange }) {
  return (
    <Box role="status" mt="3" fontSize="14px">
      <Text fontWeight="700">{run.state === "waiting" ? t`Waiting for a worker` : t`Optimizing`}</Text>
      <Found run={run} />
      <Button mt="2" onClick={act.stop}>
        <Square /> {t`Stop, keep the best`}
      </Button>
    </Box>
  );
}

function Look({ run, act }: { run: CuttingRun | null; act: CuttingChange }) {
  const [wanted, want] = useState<Wanted>({
    by: run?.by ?? "length",
    handling: run?.handling ?? 0,
    seconds: run && TIMES.some(({ value }) => Number(value) === run.seconds) ? run.seconds : 20,
    breaks: true,
  });
  return (
    <Box mt="3">
      <SelectField
        label={t`Optimize for`}
        value={wanted.by}
        choices={AIMS}
        onChoose={(by) => want({ ...wanted, by })}
      />
      {wanted.by !== "boards" && (
        <TextField
          label={
            wanted.by === "price"
              ? t`Count each extra board as (money)`
              : t`Count each extra board as (inches)`
          }
          value={String(wanted.handling)}
          onEnter={(text) => {
            const handling = Number(text);
            if (!(handling >= 0 && handling <= 1000)) return Promise.resolve(t`Enter 0 to 1000.`);
            want({ ...wanted, handling });
            return Promise.resolve(null);
          }}
        />
      )}
      <SelectField
        label={t`Plates of walls not started`}
        value={wanted.breaks ? "yes" : "no"}
        choices={BREAKS}
        onChoose={(may) => want({ ...wanted, breaks: may === "yes" })}
      />
      <SelectField
        label={t`Search for`}
        value={String(wanted.seconds) as (typeof TIMES)[number]["value"]}
        choices={TIMES}
        onChoose={(seconds) => want({ ...wanted, seconds: Number(seconds) })}
      />
      <Button mt="1" variant="solid" size="md" disabled={act.isBusy} onClick={() => act.look(wanted)}>
        <Scissors /> {t`Optimize cutting`}
      </Button>
      {run && <Found run={run} />}
    </Box>
  );
}

/** The best that was found, and how far from the least there can be. */
function Found({ run }: { run: CuttingRun }) {
  if (run.state === "failed")
    return (
      <Text mt="2" role="alert" fontSize="14px" color="crayon">
        {run.says}
      </Text>
    );
  if (run.boards === null || run.feet === null || run.gap === null) return null;
  const gap = Math.ceil(run.gap * 10_000) / 100;
  const isOther =
    run.boards_before !== null && (run.boards_before !== run.boards || run.feet_before !== run.feet);
  return (
    <Text mt="2" fontSize="14px">
      <Trans>
        <Figure text={String(run.boards)} fontWeight="700" /> boards,{" "}
        <Figure text={`${run.feet}'`} fontWeight="700" />.{" "}
        {gap === 0 ? t`Optimal.` : t`Within ${gap}% of optimal.`}
      </Trans>
      {isOther && (
        <>
          {" "}
          <Trans>
            Before: <Figure text={String(run.boards_before)} fontWeight="700" /> boards,{" "}
            <Figure text={`${run.feet_before}'`} fontWeight="700" />.
          </Trans>
        </>
      )}
      {run.broken.length > 0 && (
        <Text as="span" display="block">
          {isLooking(run)
            ? t`Plates of ${some(run.broken, 6)} get new splices.`
            : t`Plates of ${some(run.broken, 6)} have new splices. Undo restores the old ones.`}
        </Text>
      )}
    </Text>
  );
}

/** The first few of a list, and that there are more. */
function some(all: readonly (string | number)[], most: number): string {
  return all.slice(0, most).join(", ") + (all.length > most ? " …" : "");
}
