import { Box, chakra, Flex, Grid, Heading, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import type { HeaderCheck, HeaderLine } from "../api/client";
import { Figure } from "../app/Figure";
import { useWords } from "../app/words";
import { SumColumn } from "../drawing/SumColumn";
import { inPercent } from "../language/numbers";
import { UseBar } from "./UseBar";

/** How much of a header is used, or what must be entered first; never that it is enough. The arithmetic unfolds. */
export function HeaderCheckCard({ line, isShort = false }: { line: HeaderLine; isShort?: boolean }) {
  const { piece } = useWords();
  const { check, missing } = line;
  return (
    <Box as="section" aria-label={t`Header check`} mt="3">
      <Heading as="h3" fontFamily="heading" fontSize="18px" fontWeight="800">{t`Header check`}</Heading>
      {missing && (
        <Text color="warn" fontSize="15px">
          {missing.says}
        </Text>
      )}
      {check && <Governs check={check} />}
      {check?.notes.map((note) => (
        <Text key={note} fontSize="14px" mt="1">
          {note}
        </Text>
      ))}
      {check && isShort && (
        <Use>
          <summary>
            <Text as="span" color="chalk" fontWeight="700">{t`Its arithmetic`}</Text>
          </summary>
          <Checked check={check} />
        </Use>
      )}
      {check && !isShort && <Checked check={check} />}
      <Text color="faint" fontSize="13px" mt="2">
        <Trans>
          Indicative only: it changes nothing. The drawings, the local code and a licensed designer decide the{" "}
          {piece("header")}.
        </Trans>
      </Text>
    </Box>
  );
}

const Use = chakra("details", {
  base: {
    borderBottomWidth: "1px",
    py: "1",
    "& > summary": { cursor: "pointer", listStyle: "none", minH: "32px" },
    "& > summary:focus-visible": { outline: "2px solid", outlineColor: "chalk" },
  },
});

function Governs({ check: { uses } }: { check: HeaderCheck }) {
  const [governs] = uses;
  if (!governs) return null;
  return (
    <Flex align="baseline" gap="3" color={governs.is_over ? "crayon" : "ink"}>
      <Figure text={inPercent(governs.percent)} fontSize="40px" fontWeight="800" lineHeight="1.1" />
      <Text fontSize="15px">
        <Trans>
          <b>{governs.name}</b> governs
        </Trans>
        {governs.is_over && <>: {t`more than is allowed. Ask the designer who sized it.`}</>}
      </Text>
    </Flex>
  );
}

function Checked({ check }: { check: HeaderCheck }) {
  const [governs] = check.uses;
  return (
    <>
      <Text color="faint" fontSize="13px">{t`Press one for its arithmetic.`}</Text>
      {check.uses.map((use) => (
        <Use key={use.name}>
          <summary>
            <Grid templateColumns="120px 1fr" gap="2" alignItems="center">
              <Text fontSize="15px" fontWeight={use === governs ? "700" : "400"}>
                {use.name}
              </Text>
              <UseBar percent={use.percent} isOver={use.is_over} />
            </Grid>
          </summary>
          <Lines lines={use.lines} />
        </Use>
      ))}
      <Box mt="3">
        <SumColumn sum={check.span} />
        <Text fontWeight="700">{t`Load`}</Text>
        <Lines lines={check.loads} />
        <Text fontWeight="700" mt="2">
          {check.wood}
        </Text>
        <Text fontSize="14px" color="faint">
          {t`Fb, Fv, Fc⊥, E: ${check.figures}`}
        </Text>
      </Box>
    </>
  );
}

/** Arithmetic line by line: what it is, from what, what comes out. */
function Lines({ lines }: { lines: HeaderCheck["loads"] }) {
  return (
    <Grid as="dl" templateColumns="1fr auto" columnGap="3" fontSize="14px" py="1">
      {lines.map(({ name, arithmetic, text }) => (
        <Box key={`${name} ${text}`} display="contents">
          <Box as="dt" minW="0">
            {name}
            {arithmetic && (
              <Text color="faint" fontFamily="figure" fontSize="14px">
                {arithmetic}
              </Text>
            )}
          </Box>
          <Text
            as="dd"
            fontFamily="figure"
            fontWeight="700"
            textAlign="end"
            alignSelf="end"
            whiteSpace="nowrap"
          >
            {text}
          </Text>
        </Box>
      ))}
    </Grid>
  );
}
