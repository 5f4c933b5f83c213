import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { X } from "lucide-react";
import type { DrawnMark, Grade } from "../api/client";
import { Figure } from "../app/Figure";
import { asKeyed } from "../app/figures";
import { alike } from "./sheet";

/** Everything that is drawn, in words and in order along the tape; a press moves the pencil there. */
export function DrawnList({
  marks,
  grade,
  onPick,
  onRub,
}: {
  marks: readonly DrawnMark[];
  grade: Grade | null;
  onPick: (mark: DrawnMark) => void;
  onRub: (places: readonly number[]) => void;
}) {
  if (marks.length === 0) return null;
  return (
    <Box as="section" aria-label={t`Your marks`} px="4" py="2">
      <Flex as="ul" listStyleType="none" gap="1" wrap="wrap">
        {alike(marks).map(({ mark, places, plates }) => {
          const isWrong = places.some((place) => grade?.wrong.includes(place));
          const inWords = [`${asKeyed(mark.inches)} ${mark.symbol}`, !mark.ahead && t`behind`, plates]
            .filter(Boolean)
            .join(", ");
          return (
            <Flex
              as="li"
              key={inWords}
              align="center"
              borderWidth="1px"
              borderColor={isWrong ? "crayon" : "line"}
              borderRadius="3px"
              bg="bench"
            >
              <Button variant="plain" px="2" onClick={() => onPick(mark)}>
                <Figure text={asKeyed(mark.inches)} fontWeight="700" fontSize="16px" /> <b>{mark.symbol}</b>{" "}
                <Text as="span" fontSize="12px" color="faint" fontWeight="400">
                  {mark.ahead ? plates : t`behind, ${plates}`}
                </Text>
                {isWrong && <Text as="span" fontSize="12px" color="crayon">{t`wrong`}</Text>}
              </Button>
              <Button
                variant="plain"
                px="1"
                minW="0"
                aria-label={t`Erase ${inWords}`}
                onClick={() => onRub(places)}
              >
                <X />
              </Button>
            </Flex>
          );
        })}
      </Flex>
    </Box>
  );
}
