import { Flex, Text } from "@chakra-ui/react";
import { Info, OctagonAlert, TriangleAlert } from "lucide-react";
import type { Finding, FindingCounts } from "../api/client";
import { countOf } from "./countOf";

type Severity = Finding["severity"];

/** Each severity has a shape, a color and a word of its own. */
export const SEVERITIES = {
  error: { icon: OctagonAlert, color: "crayon", word: "error", many: "errors" },
  warning: { icon: TriangleAlert, color: "warn", word: "warning", many: "warnings" },
  info: { icon: Info, color: "chalk", word: "note", many: "notes" },
} as const satisfies Record<Severity, unknown>;

/** How much was found, by severity; nothing where nothing was. */
export function FindingTally({ counts }: { counts: FindingCounts }) {
  const severities = ["error", "warning", "info"] as const;
  return (
    <Flex gap="3" fontFamily="figure" fontWeight="600" fontSize="15px">
      {severities.map((severity) => {
        const { icon: Icon, color, word, many } = SEVERITIES[severity];
        const count = counts[severity];
        return count > 0 ? (
          <Flex key={severity} align="center" gap="1" color={color} title={countOf(count, word, many)}>
            <Icon size={15} aria-label={word} />
            <Text as="span">{count}</Text>
          </Flex>
        ) : null;
      })}
    </Flex>
  );
}
