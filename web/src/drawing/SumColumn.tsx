import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import type { NamedSum } from "../api/client";
import { Figure } from "../app/Figure";

/** A sum as a column: each step with its amount, a rule, and what they come to. */
export function SumColumn({ sum }: { sum: NamedSum }) {
  const { name, value, steps } = sum;
  const isPlain = steps.length === 1;
  return (
    <Box mb="2">
      <Flex justify="space-between" align="baseline" fontWeight="700">
        <Text>
          {name}
          {isPlain && (
            <Text as="span" color="faint" fontWeight="400" fontSize="14px" ms="2">
              {steps[0]?.[0]}
            </Text>
          )}
        </Text>
        <Figure text={value.text} fontSize="21px" />
      </Flex>
      {!isPlain && (
        <Grid templateColumns="1fr auto auto" columnGap="1" fontSize="14px" color="faint" lineHeight="1.4">
          {steps.map(([words, amount], index) => (
            <SumStep
              // biome-ignore lint/suspicious/noArrayIndexKey: steps never move, and two may read alike
              key={index}
              words={words}
              sign={amount.inches < 0 ? "−" : index > 0 ? "+" : ""}
              text={amount.text}
            />
          ))}
        </Grid>
      )}
    </Box>
  );
}

function SumStep({ words, sign, text }: { words: string; sign: string; text: string }) {
  return (
    <>
      <Text minW="0">{words}</Text>
      <Text fontFamily="figure">{sign}</Text>
      <Figure text={text} textAlign="end" color="ink" fontSize="15px" />
    </>
  );
}
