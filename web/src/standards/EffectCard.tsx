import { Box, Button, chakra, Flex, Heading, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import type { Effect, Tally } from "../api/client";
import { Figure } from "../app/Figure";
import { useMay } from "../app/session";
import { type Piece, useWords } from "../app/words";
import { money } from "../language/money";

const ROWS: readonly [keyof Tally & string, (piece: Piece) => string][] = [
  ["studs", (piece) => [piece("Stud:many"), piece("king:many"), piece("jack:many")].join(", ")],
  ["headers", (piece) => piece("Header:many")],
  ["pieces", () => t`Pieces`],
  ["feet", () => t`Feet of lumber`],
  ["bought", () => t`Boards to buy`],
  ["bought_feet", () => t`Feet to buy`],
  ["pounds", () => t`Pounds`],
  ["sheets", () => t`Sheets, one face`],
  ["wood_percent", () => t`Wood in the wall, %`],
];

/** Figures that need to know what boards cost, what fills the walls, how long work takes. */
const SAID = [
  ["cost", t`Cost of the boards`],
  ["r", t`R of the exterior walls`],
  ["hours", t`Hours, by your crew’s rates`],
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
  const { piece } = useWords();
  const may = useMay("change");
  const after = effect?.after;
  return (
    <Box as="section" aria-label={t`Effect on this job`} px="4" py="3" borderBottomWidth="1px">
      <Heading as="h2" fontFamily="heading" fontWeight="800" fontSize="20px" lineHeight="1.15" mb="1">
        {says ?? t`This job as it is`}
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
            name={name(piece)}
            before={Number(tally[key])}
            after={after ? Number(after[key]) : null}
          />
        ))}
        {SAID.map(([key, name]) => {
          const before = tally[key];
          return before === null ? null : (
            <Row
              key={key}
              name={name}
              before={before}
              after={after?.[key] ?? null}
              {...(key === "cost" && { shown: (cost) => money(cost, tally.currency) })}
            />
          );
        })}
        <Row name={t`Errors`} before={tally.findings.error} after={after?.findings.error ?? null} />
        <Row name={t`Warnings`} before={tally.findings.warning} after={after?.findings.warning ?? null} />
        <Row name={t`Notes`} before={tally.findings.info} after={after?.findings.info ?? null} />
      </Flex>
      {says ? (
        <Flex gap="2" mt="2" wrap="wrap">
          <Button
            variant="solid"
            disabled={isWaiting || refusal !== null || !may}
            onClick={onTake}
          >{t`Apply to this job`}</Button>
          <Button onClick={onLeave}>{t`Cancel`}</Button>
          <Button disabled={isWaiting || refusal !== null} onClick={onAside}>{t`Add to comparison`}</Button>
        </Flex>
      ) : (
        <>
          <ByThumb tally={tally} />
          <Text mt="2" fontSize="13px" color="faint">
            <Trans>
              Pick an option to see its effect before you apply it. Walls and openings with settings of their
              own keep them.
            </Trans>
          </Text>
        </>
      )}
    </Box>
  );
}

/** The exact count beside what a framer guesses from the plan. */
function ByThumb({ tally }: { tally: Tally }) {
  const rows = [
    [t`Boards of stud length`, tally.studs_exactly, tally.studs_by_thumb],
    [t`Feet of plate`, tally.plate_feet_exactly, tally.plate_feet_by_thumb],
  ] as const;
  return (
    <chakra.table w="full" mt="2" pt="1" borderTopWidth="1px" fontSize="14px" lineHeight="1.5">
      <thead>
        <tr>
          <Head align="start">{t`To buy`}</Head>
          <Head align="end">{t`counted`}</Head>
          <Head align="end">{t`by thumb`}</Head>
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

function Row({
  name,
  before,
  after,
  shown = String,
}: {
  name: string;
  before: number;
  after: number | null;
  /** How a value is written. */
  shown?: (value: number) => string;
}) {
  const by = after === null ? 0 : Math.round((after - before) * 10) / 10;
  return (
    <Flex align="baseline" gap="2" fontSize="14px" lineHeight="1.5">
      <Text flex="1">{name}</Text>
      <Figure text={shown(before)} fontSize="16px" color={by ? "faint" : "ink"} />
      {after !== null && (
        <>
          <Figure text={shown(after)} fontSize="18px" fontWeight="700" minW="52px" textAlign="end" />
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
