import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useMutation, useQuery } from "@tanstack/react-query";
import { Lightbulb, RotateCcw } from "lucide-react";
import { type KeyboardEvent, type ReactNode, useEffect, useState } from "react";
import type { Exercise, Grade, Hint } from "../api/client";
import { useNotices } from "../app/notices";
import { Shown } from "../app/Shown";
import { SidePanel } from "../app/SidePanel";
import { Deck } from "./Deck";
import { DrawnList } from "./DrawnList";
import { GradeCard } from "./GradeCard";
import { HintCard } from "./HintCard";
import { PencilBar } from "./PencilBar";
import { PlanStrip } from "./PlanStrip";
import { DECK, READING } from "./places";
import { SheetPanel } from "./SheetPanel";
import { drawn, letterOf, type Pencil, rubbedOut, stepOf, within } from "./sheet";
import type { Source } from "./source";
import { asSent, useSheet } from "./useSheet";
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
  const asked = useQuery({
    queryKey: ["exercise", source.key],
    queryFn: source.exercise,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  return (
    <Shown asked={asked} what="Making the exercise" trouble="There is no such exercise">
      {(exercise) => (
        <OnDeck exercise={exercise} source={source} title={title} teaches={teaches} onward={onward} />
      )}
    </Shown>
  );
}

function OnDeck({
  exercise,
  source,
  title,
  teaches,
  onward,
}: {
  exercise: Exercise;
  source: Source;
  title: string;
  teaches: string | undefined;
  onward: ReactNode;
}) {
  const { sheet, change, clear } = useSheet(source.key);
  const [pencil, setPencil] = useState<Pencil>({ inches: 0, on: "both", ahead: true });
  const [lit, light] = useState<number | null>(null);
  const [hint, setHint] = useState<{ hint: Hint | null; step: number } | null>(null);
  const [graded, setGraded] = useState<Grade | null>(null);
  const [reached, reach] = useState(0);
  // The letter comes next, on the deck: once the pencil is there, and not before.
  useEffect(() => {
    if (reached > 0) document.getElementById(DECK)?.focus();
  }, [reached]);
  const { tell } = useNotices();
  const trouble = (error: Error) => tell({ text: error.message, tone: "trouble" });
  const sent = () => asSent(sheet, exercise.sums);
  const longest = Math.max(exercise.top.inches, exercise.bottom.inches);

  const grade = useMutation({
    mutationFn: () => {
      const seconds = sheet.began === null ? 0 : Math.round((Date.now() - sheet.began) / 1000);
      return source.grade({ ...sent(), seconds: Math.min(seconds, 86_400), hints: sheet.hints });
    },
    onSuccess: (grade) => {
      setGraded(grade);
      setHint(null);
      light(grade.named.length > 0 ? 0 : null);
    },
    onError: trouble,
  });
  const ask = useMutation({
    mutationFn: () => source.hint(sent()),
    onSuccess: (hint) => {
      change(({ hints }) => ({ hints: hints + 1 }));
      setHint({ hint, step: 0 });
    },
    onError: trouble,
  });

  /** What was said of the sheet is no longer true once something on it changes. */
  function unsay() {
    setGraded(null);
    light(null);
    setHint(null);
  }
  function changed(to: Parameters<typeof change>[0]) {
    unsay();
    change(to);
  }
  const move = (part: Partial<Pencil>) =>
    setPencil((before) => ({
      ...before,
      ...part,
      inches: within(part.inches ?? before.inches, longest),
    }));
  const draw = (symbol: string, at = pencil) => changed(({ marks }) => ({ marks: drawn(marks, at, symbol) }));
  const rub = () => changed(({ marks }) => ({ marks: rubbedOut(marks, pencil) }));

  function read(inches: number, symbol: string | null) {
    move({ inches });
    if (symbol) draw(symbol, { ...pencil, inches: within(inches, longest) });
    else reach(reached + 1);
  }

  function key(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const step = stepOf(event.key, event.shiftKey);
    const letter = letterOf(
      event.key,
      exercise.letters.map(({ symbol }) => symbol),
    );
    if (step !== null) move({ inches: pencil.inches + step });
    else if (event.key === "ArrowUp") move({ on: pencil.on === "bottom" ? "both" : "top" });
    else if (event.key === "ArrowDown") move({ on: pencil.on === "top" ? "both" : "bottom" });
    else if (event.key === "<" || event.key === ",") move({ ahead: false });
    else if (event.key === ">" || event.key === ".") move({ ahead: true });
    else if (event.key === "Delete" || event.key === "Backspace") rub();
    else if (/^\d$/.test(event.key)) {
      // The figure itself arrives in the field that is entered.
      document.getElementById(READING)?.focus();
      return;
    } else if (letter) draw(letter);
    else return;
    event.preventDefault();
  }

  return (
    <Flex direction="column" flex="1" minH="0">
      <Flex
        align="center"
        gap="3"
        px="4"
        py="2"
        borderBottomWidth="1px"
        bg="bench"
        wrap="wrap"
        flexShrink="0"
      >
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
        <Button
          variant="plain"
          disabled={sheet.began === null}
          onClick={() => {
            clear();
            unsay();
          }}
        >
          <RotateCcw /> Start over
        </Button>
        <Button variant="outline" size="md" disabled={ask.isPending} onClick={() => ask.mutate()}>
          <Lightbulb /> Hint
        </Button>
        <Button
          variant="solid"
          size="md"
          disabled={grade.isPending || sheet.marks.length === 0}
          onClick={() => grade.mutate()}
        >
          Hand in
        </Button>
      </Flex>
      <Flex
        flex="1"
        minH="0"
        direction={{ base: "column", lg: "row" }}
        overflowY={{ base: "auto", lg: "hidden" }}
      >
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
            Point on a plate or type a reading, then press a letter; or type both, like 15 1/4 x. Keys: arrows
            a sixteenth, with Shift an inch, Page Up and Down a foot; up and down change the plate, comma and
            full stop the side.
          </Text>
          <DrawnList
            marks={sheet.marks}
            grade={graded}
            onPick={({ plate, inches, ahead = true }) =>
              move({ inches, ahead, ...(pencil.on !== "both" && { on: plate }) })
            }
            onRub={(places) =>
              changed(({ marks }) => ({ marks: marks.filter((_, at) => !places.includes(at)) }))
            }
          />
        </Flex>
        <SidePanel>
          {hint && (
            <HintCard
              hint={hint.hint}
              step={hint.step}
              onMore={() => {
                change(({ hints }) => ({ hints: hints + 1 }));
                setHint({ ...hint, step: hint.step + 1 });
              }}
            />
          )}
          {graded && (
            <>
              <GradeCard grade={graded} lit={lit} onLight={light} />
              <Flex px="4" pb="3" gap="2" wrap="wrap">
                {onward}
              </Flex>
            </>
          )}
          <SheetPanel
            exercise={exercise}
            sheet={sheet}
            grade={graded}
            onSum={(name, typed) => changed(({ sums }) => ({ sums: { ...sums, [name]: typed } }))}
          />
        </SidePanel>
      </Flex>
    </Flex>
  );
}
