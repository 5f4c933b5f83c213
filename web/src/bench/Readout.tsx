import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { ChevronLeft, ChevronRight } from "lucide-react";
import type { Bench } from "../api/client";
import type { Tape } from "../api/queries";
import { Figure } from "../app/Figure";
import { SelectField } from "../app/SelectField";
import { useWords } from "../app/words";
import { faceOf, marksOf, stops } from "./picking";

/** The picked mark as it is called out: its figure biggest, its symbol, which plates, which side of the line. */
export function Readout({
  bench,
  picked,
  onStep,
  onTape,
}: {
  bench: Bench;
  picked: string | null;
  onStep: (by: 1 | -1) => void;
  onTape: (tape: Tape) => void;
}) {
  const all = stops(bench);
  const place = picked ? all.indexOf(picked) : -1;
  return (
    <Flex
      align="center"
      gap="3"
      px="4"
      py="2"
      minH="72px"
      wrap={{ base: "wrap", md: "nowrap" }}
      borderTopWidth="1px"
      bg="bench"
      flexShrink="0"
    >
      <Button size="lg" aria-label={t`Mark before`} disabled={place === 0} onClick={() => onStep(-1)}>
        <ChevronLeft />
      </Button>
      <Button
        size="lg"
        aria-label={t`Next mark`}
        disabled={place === all.length - 1}
        onClick={() => onStep(1)}
      >
        <ChevronRight />
      </Button>
      <Called bench={bench} picked={picked} />
      <Text
        color="faint"
        fontSize="14px"
        ms="auto"
        whiteSpace="nowrap"
        display={bench.wall.slopes.length > 0 ? "none" : undefined}
      >
        {place >= 0 ? t`${place + 1} of ${all.length}` : t`${all.length} marks`}
      </Text>
      <HeldTape bench={bench} onTape={onTape} />
    </Flex>
  );
}

function Called({ bench, picked }: { bench: Bench; picked: string | null }) {
  const marks = picked ? marksOf(bench, picked) : [];
  const first = marks[0];
  const words = useWords();
  if (!first)
    return (
      <Text color="faint" flexBasis={{ base: "60%", md: "auto" }} flexShrink={{ md: 1 }}>
        {bench.wall.members.some(({ id }) => id === picked)
          ? t`This piece is not marked on a plate.`
          : t`Step through the marks with the arrows, or pick a piece.`}
      </Text>
    );
  const { reading } = first;
  // On a slope the top plate reads otherwise than the bottom plate below it.
  const sloped = marks.find((mark) => mark.plate === "top" && mark.reading.at.text !== reading.at.text);
  const plates = marks.length > 1 ? t`both plates` : t`${words.piece(`${first.plate}_plate`)} only`;
  const side =
    first.width === 0 ? t`line only` : reading.ahead ? t`${first.symbol} ahead` : t`${first.symbol} behind`;
  const where = [side, !sloped && plates, faceOf(first, bench)].filter(Boolean).join(", ");
  const named = words.name(first.role);
  return (
    <Flex align="center" gap="4" aria-live="polite" minW="0" data-testid="readout">
      <Box lineHeight="1.1" whiteSpace="nowrap">
        <Figure text={reading.at.text} fontSize={sloped ? "38px" : "46px"} fontWeight="700" lineHeight="1" />
        {sloped && (
          <Text color="faint" fontSize="13px">
            {words.piece("bottom_plate")}
          </Text>
        )}
      </Box>
      {reading.other_line !== null && (
        <Text color="faint" whiteSpace="nowrap">
          <Trans>
            and{" "}
            <Figure
              text={reading.other_line.text}
              color="ink"
              fontSize="28px"
              fontWeight="700"
              lineHeight="1"
            />
          </Trans>
        </Text>
      )}
      {sloped && (
        <Box lineHeight="1.1" whiteSpace="nowrap">
          <Figure text={sloped.reading.at.text} fontSize="38px" fontWeight="700" lineHeight="1" />
          <Text color="faint" fontSize="13px">
            {words.piece("top_plate")}
          </Text>
        </Box>
      )}
      <Flex
        align="center"
        justify="center"
        minW="40px"
        h="40px"
        px="1"
        borderWidth="2px"
        borderColor="crayon"
        color="crayon"
        fontFamily="heading"
        fontWeight="800"
        fontSize={first.symbol.length > 1 ? "18px" : "28px"}
      >
        {first.symbol}
      </Flex>
      <Box lineHeight="1.25" minW="0">
        <Text fontWeight="700" whiteSpace="nowrap">
          {first.opening ? t`${named} of ${first.opening}` : named}
        </Text>
        <Text color="faint" fontSize="14px">
          {where}
        </Text>
      </Box>
    </Flex>
  );
}

const HOOKS = [
  { value: "start", label: t`Tape on the left end` },
  { value: "end", label: t`Tape on the right end` },
] as const;

function HeldTape({ bench, onTape }: { bench: Bench; onTape: (tape: Tape) => void }) {
  const { burn } = bench;
  // Where the layout starts it hooks by itself, and goes along when that is another end.
  const held = (hook: Bench["hook"]) => (hook === bench.usual_hook ? null : hook);
  return (
    <Flex gap="2" align="center">
      <Box w="168px">
        <SelectField
          label={t`Where the tape hooks`}
          isBare
          value={bench.hook}
          choices={HOOKS}
          onChoose={(hook) => onTape({ hook: held(hook), burn })}
        />
      </Box>
      <Button
        aria-pressed={burn}
        variant={burn ? "solid" : "outline"}
        title={t`Hold the tape on its one-inch line: every reading is an inch more`}
        onClick={() => onTape({ hook: held(bench.hook), burn: !burn })}
      >{t`Burn an inch`}</Button>
    </Flex>
  );
}
