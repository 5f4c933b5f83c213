import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { Scissors, Square } from "lucide-react";
import { useState } from "react";
import type { Cutting, CuttingRun } from "../api/client";
import { Changes } from "../app/Changes";
import { Figure } from "../app/Figure";
import { SelectField } from "../app/SelectField";
import { TextField } from "../app/TextField";
import { type CuttingChange, isLooking, useRun, type Wanted } from "./useCutting";

const AIMS = [
  { value: "length", label: "Least length" },
  { value: "price", label: "Least price" },
  { value: "boards", label: "Fewest boards" },
] as const;
const BREAKS = [
  { value: "yes", label: "Re-plan splices" },
  { value: "no", label: "Keep splices" },
] as const;
const TIMES = [
  { value: "5", label: "5 seconds" },
  { value: "20", label: "20 seconds" },
  { value: "60", label: "a minute" },
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
        {cutting.cut} of {cutting.pieces} pieces cut{walls.length > 0 && ` for ${walls.join(", ")}`}
      </Heading>
      {cutting.sections.map(({ section, bought, feet }) => (
        <Flex key={section} gap="2" align="baseline" borderBottomWidth="1px" py="1">
          <Figure text={section} fontSize="17px" flex="1" />
          <Figure text={String(bought)} fontSize="20px" fontWeight="700" />
          <Text fontSize="13px" color="faint">
            boards
          </Text>
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
      <Text fontWeight="700">The walls changed</Text>
      <Text>
        {since.boards.length} boards are other ones now: {since.boards.slice(0, 12).join(", ")}
        {since.boards.length > 12 && " …"}. {since.pieces} pieces are new
        {bought !== 0 && `, ${Math.abs(bought)} boards ${bought > 0 ? "more" : "less"} to buy`}.
      </Text>
      <Button mt="2" onClick={act.settle}>
        Keep these boards
      </Button>
    </Box>
  );
}

/** Pieces that are cut and have lost their place, for as long as nothing else is made of them. */
function Spares({ cutting: { spares } }: { cutting: Cutting }) {
  if (spares.length === 0) return null;
  return (
    <Box mt="3" fontSize="14px" as="section" aria-label="Spare pieces">
      <Text fontWeight="700">Cut, and no place for it</Text>
      {spares.map(({ section, board, name, length }) => (
        <Text key={`${board} ${name}`}>
          {section} x <Figure text={length.text} fontWeight="700" />, board {board}, cut for {name}
        </Text>
      ))}
    </Box>
  );
}

function Looking({ run, act }: { run: CuttingRun; act: CuttingChange }) {
  return (
    <Box role="status" mt="3" fontSize="14px">
      <Text fontWeight="700">
        {run.state === "waiting" ? "Waiting for a worker" : "Looking for better boards"}
      </Text>
      <Found run={run} />
      <Button mt="2" onClick={act.stop}>
        <Square /> Stop, keep the best
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
        label="Look for"
        value={wanted.by}
        choices={AIMS}
        onChoose={(by) => want({ ...wanted, by })}
      />
      {wanted.by !== "boards" && (
        <TextField
          label={
            wanted.by === "price" ? "Count each extra board as (money)" : "Count each extra board as (inches)"
          }
          value={String(wanted.handling)}
          onEnter={(text) => {
            const handling = Number(text);
            if (!(handling >= 0 && handling <= 1000)) return Promise.resolve("Write 0 to 1000.");
            want({ ...wanted, handling });
            return Promise.resolve(null);
          }}
        />
      )}
      <SelectField
        label="Plates of walls not started"
        value={wanted.breaks ? "yes" : "no"}
        choices={BREAKS}
        onChoose={(may) => want({ ...wanted, breaks: may === "yes" })}
      />
      <SelectField
        label="For"
        value={String(wanted.seconds) as (typeof TIMES)[number]["value"]}
        choices={TIMES}
        onChoose={(seconds) => want({ ...wanted, seconds: Number(seconds) })}
      />
      <Button mt="1" variant="solid" size="md" disabled={act.isBusy} onClick={() => act.look(wanted)}>
        <Scissors /> Optimize cutting
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
      <Figure text={String(run.boards)} fontWeight="700" /> boards,{" "}
      <Figure text={`${run.feet}'`} fontWeight="700" />.{" "}
      {gap === 0 ? "Optimal." : `Within ${gap}% of optimal.`}
      {isOther && (
        <>
          {" "}
          Before: <Figure text={String(run.boards_before)} fontWeight="700" /> boards,{" "}
          <Figure text={`${run.feet_before}'`} fontWeight="700" />.
        </>
      )}
      {run.broken.length > 0 && (
        <Text as="span" display="block">
          For that, plates of {run.broken.slice(0, 6).join(", ")}
          {run.broken.length > 6 && " …"} break elsewhere
          {isLooking(run) ? "." : " now; undo brings them back."}
        </Text>
      )}
    </Text>
  );
}
