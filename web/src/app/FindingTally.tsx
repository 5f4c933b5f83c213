import { Flex, Text } from "@chakra-ui/react";
import { plural, t } from "@lingui/core/macro";
import { Info, OctagonAlert, TriangleAlert } from "lucide-react";
import type { Finding, FindingCounts } from "../api/client";

type Severity = Finding["severity"];

/** Each severity has a shape, a color and a word of its own. */
export const SEVERITIES = {
  error: { icon: OctagonAlert, color: "crayon", word: t`error` },
  warning: { icon: TriangleAlert, color: "warn", word: t`warning` },
  info: { icon: Info, color: "chalk", word: t`note` },
} as const satisfies Record<Severity, unknown>;

function counted(severity: Severity, count: number): string {
  switch (severity) {
    case "error":
      return plural(count, { one: "# error", other: "# errors" });
    case "warning":
      return plural(count, { one: "# warning", other: "# warnings" });
    case "info":
      return plural(count, { one: "# note", other: "# notes" });
  }
}

/** How much was found, by severity; nothing where nothing was. */
export function FindingTally({ counts }: { counts: FindingCounts }) {
  const severities = ["error", "warning", "info"] as const;
  return (
    <Flex gap="3" fontFamily="figure" fontWeight="600" fontSize="15px">
      {severities.map((severity) => {
        const { icon: Icon, color, word } = SEVERITIES[severity];
        const count = counts[severity];
        return count > 0 ? (
          <Flex key={severity} align="center" gap="1" color={color} title={counted(severity, count)}>
            <Icon size={15} aria-label={word} />
            <Text as="span">{count}</Text>
          </Flex>
        ) : null;
      })}
    </Flex>
  );
}
