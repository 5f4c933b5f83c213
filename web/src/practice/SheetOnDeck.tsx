import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { useQuery } from "@tanstack/react-query";
import { Lightbulb, RotateCcw } from "lucide-react";
import type { ReactNode } from "react";
import type { Exercise } from "../api/client";
import { Shown } from "../app/Shown";
import { SidePanel } from "../app/SidePanel";
import { Deck } from "./Deck";
import { DrawnList } from "./DrawnList";
import { GradeCard } from "./GradeCard";
import { HintCard } from "./HintCard";
import { PencilBar } from "./PencilBar";
import { PlanStrip } from "./PlanStrip";
import { SheetPanel } from "./SheetPanel";
import type { Source } from "./source";
import { type HandIn, useHandIn } from "./useHandIn";
import { usePencil } from "./usePencil";
import { Whole } from "./Whole";

/** One exercise: the deck to draw on, what is given, the sums beside it, and what came of it. */
export function SheetOnDeck({
  source,
  title,
  teaches,
  onward,
}: {
  source: Source;
  title: string;
  teaches?: string | undefined;
  /** What comes after it, once it is handed in. */
  onward: ReactNode;
}) {
  const query = useQuery({
    queryKey: ["exercise", source.key],
    queryFn: source.exercise,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  return (
    <Shown query={query} what={t`Making the exercise`} trouble={t`There is no such exercise`}>
      {(exercise) => (
        <OnDeck exercise={exercise} source={source} title={title} teaches={teaches} onward={onward} />
      )}
    </Shown>
  );
}

interface OnDeckProps {
  exercise: Exercise;
  source: Source;
  title: string;
  teaches: string | undefined;
  onward: ReactNode;
}

function OnDeck({ exercise, source, title, teaches, onward }: OnDeckProps) {
  const work = useHandIn(exercise, source);
  return (
    <Flex direction="column" flex="1" minH="0">
      <Head title={title} teaches={teaches} work={work} />
      <Flex
        flex="1"
        minH="0"
        direction={{ base: "column", lg: "row" }}
        overflowY={{ base: "auto", lg: "hidden" }}
      >
        <Plates exercise={exercise} source={source} work={work} />
        <SidePanel>
          {work.hint && <HintCard {...work.hint} onMore={work.nextHint} />}
          {work.graded && (
            <>
              <GradeCard grade={work.graded} lit={work.lit} onLight={work.light} />
              <Flex px="4" pb="3" gap="2" wrap="wrap">
                {onward}
              </Flex>
            </>
          )}
          <SheetPanel
            exercise={exercise}
            sheet={work.sheet}
            grade={work.graded}
            onSum={(name, typed) => work.changed(({ sums }) => ({ sums: { ...sums, [name]: typed } }))}
          />
        </SidePanel>
      </Flex>
    </Flex>
  );
}

/** What the exercise is, and what can be done with the sheet as a whole. */
function Head({ title, teaches, work }: { title: string; teaches: string | undefined; work: HandIn }) {
  return (
    <Flex align="center" gap="3" px="4" py="2" borderBottomWidth="1px" bg="bench" wrap="wrap" flexShrink="0">
      <Box flex="1" minW="220px">
        <Heading as="h1" fontSize="20px" fontWeight="800" lineHeight="1.1">
          {title}
        </Heading>
        {teaches && (
          <Text fontSize="14px" color="faint" lineHeight="1.2">
            {teaches}
          </Text>
        )}
      </Box>
      <Button variant="plain" disabled={!work.canStartOver} onClick={work.startOver}>
        <RotateCcw /> {t`Start over`}
      </Button>
      <Button variant="outline" size="md" disabled={!work.canAsk} onClick={work.askHint}>
        <Lightbulb /> {t`Hint`}
      </Button>
      <Button variant="solid" size="md" disabled={!work.canHandIn} onClick={work.handIn}>{t`Hand in`}</Button>
    </Flex>
  );
}

/** The plates to draw on, what is given, and everything drawn so far. */
function Plates({ exercise, source, work }: { exercise: Exercise; source: Source; work: HandIn }) {
  const { sheet, graded, lit, changed } = work;
  const { pencil, move, draw, rub, read, key } = usePencil(exercise, changed);
  return (
    <Flex direction="column" flex={{ lg: "1" }} minW="0" minH="0" overflowY={{ lg: "auto" }}>
      <PlanStrip plan={exercise.plan} />
      <Whole exercise={exercise} marks={sheet.marks} pencil={pencil} grade={graded} onPencil={move} />
      <Deck
        exercise={exercise}
        marks={sheet.marks}
        pencil={pencil}
        onPencil={move}
        onKey={key}
        grade={graded}
        lit={lit}
      />
      <PencilBar
        letters={exercise.letters}
        pencil={pencil}
        onPencil={move}
        onDraw={draw}
        onRub={rub}
        reading={source.reading}
        onReading={read}
      />
      <Text px="4" py="2" fontSize="13px" color="faint" display={{ base: "none", md: "block" }}>
        <Trans>
          Point on a plate or type a reading, then press a letter; or type both, like 15 1/4 x. Keys: arrows a
          sixteenth, with Shift an inch, Page Up and Down a foot; up and down change the plate, comma and full
          stop the side.
        </Trans>
      </Text>
      <DrawnList
        marks={sheet.marks}
        grade={graded}
        onPick={({ plate, inches, ahead = true }) =>
          move({ inches, ahead, ...(pencil.on !== "both" && { on: plate }) })
        }
        onRub={(places) => changed(({ marks }) => ({ marks: marks.filter((_, at) => !places.includes(at)) }))}
      />
    </Flex>
  );
}
