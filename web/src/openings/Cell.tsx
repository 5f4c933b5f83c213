import { Box, Button, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Check, RotateCcw, TriangleAlert } from "lucide-react";
import type { ScheduleLine } from "../api/client";
import { Figure } from "../app/Figure";
import { checkedInWords } from "./checked";
import type { Column } from "./columns";

/** What stands in a cell of the schedule: what was written there last, or what the schedule says. */
export function Cell({
  column,
  line,
  written,
  refused,
  why,
  onCheck,
}: {
  column: Column;
  line: ScheduleLine;
  /** What was written here and waits to go in. */
  written: string | undefined;
  /** What was written here and refused. */
  refused: string | undefined;
  why: string | null;
  onCheck: () => void;
}) {
  if (written)
    return (
      <Text as="span" color="chalk" fontStyle="italic" title={t`Saving`}>
        {written}
      </Text>
    );
  if (refused !== undefined)
    return (
      <Text as="span" color="crayon" fontWeight="700" title={why ?? ""} textDecoration={"underline wavy"}>
        {refused || t`empty`}
      </Text>
    );
  const text = (column.shown ?? column.text)(line);
  switch (column.key) {
    case "mark":
      return (
        <Text as="span" fontFamily="heading" fontWeight="700" fontSize="17px">
          {text}
        </Text>
      );
    case "rough":
      return (
        <>
          {line.is_usual && (
            <Text as="span" color="warn" fontSize="12px" fontWeight="600" me="1.5">{t`usual`}</Text>
          )}
          <Figure text={text} fontSize="19px" fontWeight="700" />
        </>
      );
    case "header":
      return <Figure text={text} fontSize="17px" fontWeight="600" />;
    case "source":
      return <Source line={line} called={text} />;
    case "checked":
      return <Checked line={line} onCheck={onCheck} />;
    default:
      return column.isFigure ? <Figure text={text} fontSize="17px" fontWeight="600" /> : text;
  }
}

/** Who sized a header; what is no authority is marked until somebody says. */
function Source({ line, called }: { line: ScheduleLine; called: string }) {
  if (line.is_verified) return called;
  return (
    <Box as="span" display="inline-flex" alignItems="center" gap="1" color="warn" fontWeight="600">
      <TriangleAlert size={14} aria-hidden /> {called}
    </Box>
  );
}

function Checked({ line: { marks, checked }, onCheck }: { line: ScheduleLine; onCheck: () => void }) {
  const isChecked = checked !== null && !checked.is_lost;
  return (
    <Button
      variant={isChecked ? "solid" : "outline"}
      tabIndex={-1}
      aria-pressed={isChecked}
      aria-label={t`${marks.join(", ")} checked against the plan`}
      title={checkedInWords(checked)}
      onClick={onCheck}
      {...(checked?.is_lost ? { borderColor: "crayon", color: "crayon" } : {})}
    >
      {isChecked ? <Check /> : checked ? <RotateCcw /> : null}
      {checked?.by}
    </Button>
  );
}
