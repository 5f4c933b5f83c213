import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { plural, t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import type { Grade } from "../api/client";
import { Figure } from "../app/Figure";
import { unparted } from "../app/figures";
import { SumColumn } from "../drawing/SumColumn";

/** What came of a sheet: how much of it is right, and what went wrong, each mistake once. */
export function GradeCard({
  grade,
  lit,
  onLight,
}: {
  grade: Grade;
  /** Which of the mistakes is looked at, by its number. */
  lit: number | null;
  onLight: (at: number | null) => void;
}) {
  const { there, wanted, named, wrong } = grade;
  return (
    <Box as="section" aria-label={t`Result`} px="4" py="3">
      <Flex align="baseline" gap="2">
        <Figure text={`${there}`} fontSize="40px" fontWeight="800" lineHeight="1" />
        <Text>
          <Trans>
            of <b>{wanted}</b> marks are there
          </Trans>
          {wrong.length > 0 && (
            <>
              {"; "}
              {plural(wrong.length, { one: "# line does not belong", other: "# lines do not belong" })}
            </>
          )}
        </Text>
      </Flex>
      {grade.is_right ? (
        <Text role="status" fontWeight="700" fontSize="18px" mt="2">{t`Every mark is right.`}</Text>
      ) : (
        <Flex as="ol" direction="column" listStyleType="none" mt="2" gap="2">
          {named.map((one, at) => (
            <Box
              as="li"
              key={`${one.kind} ${one.of} ${one.words}`}
              borderStartWidth="4px"
              borderColor={lit === at ? "chalk" : "crayon"}
              ps="3"
            >
              <Button
                variant="plain"
                h="auto"
                py="1"
                px="0"
                whiteSpace="normal"
                textAlign="start"
                justifyContent="start"
                aria-expanded={lit === at}
                onClick={() => onLight(lit === at ? null : at)}
              >
                <Heading as="h2" fontSize="16px" fontWeight="700">
                  {one.called}
                  {one.of && ` · ${one.of}`}
                </Heading>
              </Button>
              <Text lineHeight="1.3">{unparted(one.words)}</Text>
              {one.either.map((other) => (
                <Text key={other} lineHeight="1.3" color="faint">
                  {t`Could also be: ${unparted(other)}`}
                </Text>
              ))}
              <Text fontSize="13px" color="faint">
                {[
                  one.drawn.length > 0 &&
                    plural(one.drawn.length, { one: "# wrong line", other: "# wrong lines" }),
                  one.missed.length > 0 &&
                    plural(one.missed.length, { one: "# mark missing", other: "# marks missing" }),
                ]
                  .filter(Boolean)
                  .join(", ")}
              </Text>
              {lit === at && one.missed[0] && (
                <Box mt="1">
                  <SumColumn sum={one.missed[0].sum} />
                </Box>
              )}
            </Box>
          ))}
        </Flex>
      )}
    </Box>
  );
}
