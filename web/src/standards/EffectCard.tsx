import { Box, Button, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import type { Effect, Tally } from "../api/client";
import { Figure } from "../app/Figure";
import { useMay } from "../app/session";
import { useWords } from "../app/words";

const ROWS: readonly [keyof Tally & string, string][] = [
  ["studs", "{Stud:many}, {king:many}, {jack:many}"],
  ["headers", "{Header:many}"],
  ["pieces", "Pieces"],
  ["feet", "Feet of them"],
  ["bought", "Boards to buy"],
  ["bought_feet", "Feet to buy"],
  ["pounds", "Pounds"],
  ["sheets", "Sheets, one face"],
  ["wood_percent", "Wood in the wall, %"],
];

/** Figures there are once somebody has said what boards cost, what fills the walls, how long work takes. */
const SAID = [
  ["cost", "Cost of the boards"],
  ["r", "R of the outside walls"],
  ["hours", "Hours, the crew’s own"],
] as const satisfies readonly [keyof Tally, string][];

/** What the job is made of; beside it, where something is considered, what it would be made of. */
export function EffectCard({
  tally,
  effect,
  says,
  isWaiting,
  refusal,
  onTake,
  onLeave,
  onAside,
}: {
  tally: Tally;
  effect: Effect | null;
  /** What is considered, in words; null where nothing is. */
  says: string | null;
  isWaiting: boolean;
  refusal: string | null;
  onTake: () => void;
  onLeave: () => void;
  /** Sets it aside, to be compared. */
  onAside: () => void;
}) {
  const { say } = useWords();
  const may = useMay("change");
  const after = effect?.after;
  return (
    <Box as="section" aria-label="Effect on this job" px="4" py="3" borderBottomWidth="1px">
      <Heading as="h2" fontFamily="heading" fontWeight="800" fontSize="20px" lineHeight="1.15" mb="1">
        {says ?? "This job as it is"}
      </Heading>
      {refusal && (
        <Text role="alert" color="crayon" fontSize="14px" mb="1">
          {refusal}
        </Text>
      )}
      <Flex direction="column" aria-busy={isWaiting}>
        {ROWS.map(([key, name]) => (
          <Row
            key={key}
            name={say(name)}
            before={Number(tally[key])}
            after={after ? Number(after[key]) : null}
          />
        ))}
        {SAID.map(([key, name]) => {
          const before = tally[key];
          return before === null ? null : (
            <Row key={key} name={name} before={before} after={after?.[key] ?? null} />
          );
        })}
        <Row name="Errors" before={tally.findings.error} after={after?.findings.error ?? null} />
        <Row name="Warnings" before={tally.findings.warning} after={after?.findings.warning ?? null} />
        <Row name="Notes" before={tally.findings.info} after={after?.findings.info ?? null} />
      </Flex>
      {says ? (
        <Flex gap="2" mt="2" wrap="wrap">
          <Button variant="solid" disabled={isWaiting || refusal !== null || !may} onClick={onTake}>
            Take it for this job
          </Button>
          <Button onClick={onLeave}>Cancel</Button>
          <Button disabled={isWaiting || refusal !== null} onClick={onAside}>
            Add to comparison
          </Button>
        </Flex>
      ) : (
        <>
          <ByThumb tally={tally} />
          <Text mt="2" fontSize="13px" color="faint">
            Press a way to see what it would change here before it is taken. Walls and openings that say
            otherwise keep their own.
          </Text>
        </>
      )}
    </Box>
  );
}

/** The exact count beside what a framer guesses from the plan. */
function ByThumb({ tally }: { tally: Tally }) {
  const rows = [
    ["Boards of stud length", tally.studs_exactly, tally.studs_by_thumb],
    ["Feet of plate", tally.plate_feet_exactly, tally.plate_feet_by_thumb],
  ] as const;
  return (
    <chakra.table w="full" mt="2" pt="1" borderTopWidth="1px" fontSize="14px" lineHeight="1.5">
      <thead>
        <tr>
          <Head align="start">To buy</Head>
          <Head align="end">counted</Head>
          <Head align="end">by thumb</Head>
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, counted, guessed]) => (
          <tr key={name}>
            <td>{name}</td>
            <chakra.td textAlign="end">
              <Figure text={String(counted)} fontSize="18px" fontWeight="700" />
            </chakra.td>
            <chakra.td textAlign="end" w="76px">
              <Figure text={String(guessed)} fontSize="16px" color="faint" />
            </chakra.td>
          </tr>
        ))}
      </tbody>
    </chakra.table>
  );
}

function Head({ align, children }: { align: "start" | "end"; children: string }) {
  return (
    <chakra.th textAlign={align} fontWeight="600" fontSize="13px" color="faint" pt="1.5">
      {children}
    </chakra.th>
  );
}

function Row({ name, before, after }: { name: string; before: number; after: number | null }) {
  const by = after === null ? 0 : Math.round((after - before) * 10) / 10;
  return (
    <Flex align="baseline" gap="2" fontSize="14px" lineHeight="1.5">
      <Text flex="1">{name}</Text>
      <Figure text={String(before)} fontSize="16px" color={by ? "faint" : "ink"} />
      {after !== null && (
        <>
          <Figure text={String(after)} fontSize="18px" fontWeight="700" minW="52px" textAlign="end" />
          <Figure
            text={by === 0 ? "" : by > 0 ? `+${by}` : `−${-by}`}
            fontSize="14px"
            fontWeight="600"
            color="chalk"
            minW="44px"
            textAlign="end"
          />
        </>
      )}
    </Flex>
  );
}
