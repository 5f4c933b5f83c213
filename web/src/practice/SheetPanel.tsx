import { Box, Flex, Grid, Heading, Input, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import type { ReactNode } from "react";
import type { Exercise, Grade } from "../api/client";
import { Figure } from "../app/Figure";
import { unparted } from "../app/figures";
import { capital } from "../app/words";
import { type Sheet, sumKey } from "./useSheet";

/** What is given, and the sums somebody works out beside the deck: rough openings, and the story pole. */
export function SheetPanel({
  exercise,
  sheet,
  onSum,
  grade,
}: {
  exercise: Exercise;
  sheet: Sheet;
  onSum: (key: string, typed: string) => void;
  grade: Grade | null;
}) {
  const fields = (isRough: boolean) => (
    <Sums
      sums={exercise.sums.filter(({ is_rough }) => is_rough === isRough)}
      sheet={sheet}
      onSum={onSum}
      grade={grade}
    />
  );
  return (
    <>
      <Part title={t`Given`}>
        <Grid as="dl" templateColumns="auto 1fr" columnGap="3" rowGap="1" lineHeight="1.25">
          {exercise.given.map(({ name, says }) => (
            <Box key={name} display="contents">
              <Text as="dt" color="faint" fontSize="14px">
                {name}
              </Text>
              <Text as="dd" fontWeight="600">
                {unparted(says)}
              </Text>
            </Box>
          ))}
        </Grid>
      </Part>
      {exercise.sums.length > 0 && (
        <>
          <Part title={t`Rough openings`}>{fields(true)}</Part>
          <Part title={t`Story pole`} hint={t`Fill in as much as you like. Blanks are not counted.`}>
            {fields(false)}
          </Part>
        </>
      )}
    </>
  );
}

function Part({ title, hint, children }: { title: string; hint?: string; children: ReactNode }) {
  return (
    <Box as="section" px="4" py="3" borderTopWidth="1px">
      <Heading as="h2" fontSize="16px" fontWeight="700" mb="1">
        {title}
      </Heading>
      {hint && (
        <Text fontSize="13px" color="faint" mb="1">
          {hint}
        </Text>
      )}
      {children}
    </Box>
  );
}

function Sums({
  sums,
  sheet,
  onSum,
  grade,
}: {
  sums: Exercise["sums"];
  sheet: Sheet;
  onSum: (key: string, typed: string) => void;
  grade: Grade | null;
}) {
  const right = (opening: string, figure: string) =>
    grade?.sums.find((one) => one.opening === opening && one.figure === figure);
  return (
    <Grid templateColumns="1fr 96px" columnGap="2" rowGap="1" alignItems="center">
      {sums.map(({ opening, figure, called }) => {
        const key = sumKey(opening, figure);
        const graded = right(opening, figure);
        const label = `${opening} ${called}`;
        return (
          <Box key={key} display="contents">
            <Text fontSize="14px">
              {opening} <b>{capital(called)}</b>
              {graded && !graded.is_right && (
                <Text as="span" color="crayon" ms="2">
                  <Trans>
                    is <Figure text={graded.right.value.text} fontWeight="700" />
                  </Trans>
                </Text>
              )}
            </Text>
            <Flex align="center" gap="1">
              <Input
                aria-label={label}
                aria-invalid={graded ? !graded.is_right : false}
                value={sheet.sums[key] ?? ""}
                autoComplete="off"
                fontFamily="figure"
                fontWeight="700"
                textAlign="end"
                {...(graded && { borderColor: graded.is_right ? "chalk" : "crayon" })}
                onChange={(event) => onSum(key, event.target.value)}
              />
            </Flex>
          </Box>
        );
      })}
    </Grid>
  );
}
