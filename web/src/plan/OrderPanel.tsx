import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { plural, t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import type { Plan } from "../api/client";
import { Figure } from "../app/Figure";
import type { Select } from "./selection";

/** In which order the walls are framed and stood, how each is raised and by how many. */
export function OrderPanel({ plan, onSelect }: { plan: Plan; onSelect: (action: Select) => void }) {
  return (
    <Box pb="4">
      <Box as="ol" listStyleType="none" aria-label={t`Framing order`}>
        {plan.order.map((step, index) => (
          <Flex as="li" key={step.wall} gap="3" px="4" py="2" borderBottomWidth="1px" align="start">
            <Figure text={String(index + 1)} fontSize="18px" color="faint" minW="20px" textAlign="end" />
            <Box flex="1" minW="0" fontSize="14px">
              <Flex align="baseline" gap="2">
                <Button
                  variant="plain"
                  h="24px"
                  px="1"
                  ms="-1"
                  onClick={() => onSelect({ type: "wall", id: step.wall, isMore: false })}
                >
                  <Text as="span" fontFamily="heading" fontWeight="800" fontSize="19px">
                    {step.wall}
                  </Text>
                </Button>
                <Box flex="1" />
                <Figure text={String(step.people)} fontSize="18px" fontWeight="700" />
                <Text color="faint">{plural(step.people, { one: "person,", other: "people," })}</Text>
                <Figure text={String(step.pounds)} fontSize="18px" fontWeight="700" />
                <Text color="faint">{t`lb`}</Text>
              </Flex>
              <Text color="faint">
                {[
                  step.after.length > 0 ? t`After ${step.after.join(", ")}.` : t`First.`,
                  step.raised_toward &&
                    t`Frame it flat beside its line and raise it toward the ${step.raised_toward}.`,
                ]
                  .filter(Boolean)
                  .join(" ")}
              </Text>
              {step.is_tight && step.room !== null && (
                <Text color="warn">{t`Only ${step.room.text} of floor there: frame it elsewhere and carry it in.`}</Text>
              )}
              {step.needs_help && (
                <Text color="warn">{t`Too heavy to lift by hand: use wall jacks or a machine, or build it in sections.`}</Text>
              )}
              {step.waits_in_ring && (
                <Text color="crayon">{t`It and another wall wait for each other: stand it first and leave that end loose.`}</Text>
              )}
            </Box>
          </Flex>
        ))}
      </Box>
      <Text px="4" pt="2" fontSize="13px" color="faint">
        <Trans>
          {plan.pounds} lb of framing in all, without sheets. Walls fall: brace each before the next is
          lifted, and nobody stands in its way.
        </Trans>
      </Text>
    </Box>
  );
}
