import { Box, Button, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import type { Hint } from "../api/client";
import { unparted } from "../app/figures";

const STEPS = [
  { name: "piece", more: t`Which sum?` },
  { name: "sum", more: t`Which number?` },
  { name: "number", more: null },
] as const;

/** A hint a little at a time: which piece comes first, which sum, and only then the number. */
export function HintCard({ hint, step, onMore }: { hint: Hint | null; step: number; onMore: () => void }) {
  if (!hint)
    return <Box role="status" px="4" py="3" bg="chalkWash">{t`Nothing is missing. Hand it in.`}</Box>;
  const more = STEPS[step]?.more;
  return (
    <Box role="status" aria-label={t`Hint`} px="4" py="3" bg="chalkWash">
      {STEPS.slice(0, step + 1).map(({ name }) => (
        <Text key={name} mb="1" fontWeight={name === "number" ? 700 : 500}>
          {unparted(hint[name])}
        </Text>
      ))}
      {more && (
        <Button variant="outline" onClick={onMore}>
          {more}
        </Button>
      )}
    </Box>
  );
}
