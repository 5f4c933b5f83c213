import { Box, Button, chakra, Flex, Text } from "@chakra-ui/react";
import { useDrag } from "@use-gesture/react";
import { ArrowLeft, Check, SkipForward } from "lucide-react";
import { useEffect, useState } from "react";
import type { Job, Stop, Walk } from "../api/client";
import { Changes } from "../app/Changes";
import { Shown } from "../app/Shown";
import { useMay } from "../app/session";
import { capital, useWords } from "../app/words";
import { BigFigure } from "./BigFigure";
import { HeldSheet } from "./HeldSheet";
import { type Held, useHeld } from "./held";
import { MarkDrawing } from "./MarkDrawing";
import { say, useWaiting, type Waiting } from "./outbox";
import { isDone, nextOpen } from "./ticked";
import { useCallKeys, useHeadset } from "./useCallKeys";
import { useWalk } from "./useSite";
import { call, hush } from "./voice";

const TURNS: Record<Stop["turn"], string> = {
  strike: "Strike first",
  meetings: "Ends and walls that meet",
  openings: "Openings",
  specials: "Specials",
  layout: "Layout",
};

/** How far a thumb moves, in pixels, that means to swipe. */
const SWIPED = 60;

/** The marks of a wall called one after another, in figures read at arm's length. */
export function Caller({ job, wall }: { job: Job; wall: string }) {
  const held = useHeld();
  const [over, setOver] = useState<readonly string[]>([]);
  const asked = useWalk(job.id, wall, job.revision, held, over);
  return (
    <Shown asked={asked} what="Reading the tape" trouble="This wall could not be called">
      {(walk) => <Walked job={job.id} walk={walk} held={held} over={over} onOver={setOver} />}
    </Shown>
  );
}

interface WalkedProps {
  job: string;
  walk: Walk;
  held: Held;
  over: readonly string[];
  onOver: (over: readonly string[]) => void;
}

function Walked({ job, walk, held, over, onOver }: WalkedProps) {
  const waiting = useWaiting(job);
  const may = useMay("record");
  const done = walk.stops.map((stop) => isDone(stop, waiting, walk.wall));
  const [named, setNamed] = useState<string | null>(() => walk.stops[nextOpen(done, 0) ?? 0]?.id ?? null);
  // A stop that is gone, because the plan changed or was struck, leaves whoever stood there at the next one open.
  const found = walk.stops.findIndex(({ id }) => id === named);
  const place = found >= 0 ? found : (nextOpen(done, 0) ?? 0);
  const stop = walk.stops[place];
  const left = done.filter((one) => !one).length;
  const isAtEnd = left === 0;

  function go(to: number) {
    const next = walk.stops[Math.min(Math.max(to, 0), walk.stops.length - 1)];
    if (next) setNamed(next.id);
  }
  function back() {
    go(place - 1);
  }
  function onward() {
    const open = nextOpen(done.with(place, true), place + 1);
    go(open ?? place + 1);
  }
  function mark(isWritten: boolean) {
    if (!stop || !may) return;
    void say(job, ...stop.marks.map((one) => said(walk.wall, one, stop.revision, isWritten)));
  }
  function next() {
    if (!stop) return;
    if (!done[place]) mark(stop.turn !== "strike");
    onward();
  }
  useCallKeys({ next, back });
  useHeadset({ next, back }, held.isAloud);
  const aloud = stop?.aloud;
  useEffect(() => {
    if (held.isAloud && aloud) call(aloud);
    return hush;
  }, [aloud, held.isAloud]);
  const drag = useDrag(
    ({ last, movement: [x] }) => {
      // However slowly a gloved thumb does it.
      if (last && x < -SWIPED) next();
      if (last && x > SWIPED) back();
    },
    { axis: "x", filterTaps: true },
  );

  if (!stop) return <Text p="4">This wall has no marks on these plates.</Text>;
  return (
    <Flex direction="column" flex="1" minH="0" {...drag()} css={{ touchAction: "pan-y" }}>
      <HeldSheet walk={walk} held={held} stop={stop} over={over} onOver={onOver} />
      <Flex
        direction={{ base: "column", md: "row" }}
        flex="1"
        minH="0"
        align={{ md: "center" }}
        justify="center"
        gap={{ md: "12" }}
        px="4"
      >
        <Called stop={stop} walk={walk} held={held} isDone={done[place] ?? false} waiting={waiting} />
      </Flex>
      <Neighbours walk={walk} place={place} done={done} />
      <Flex
        direction="column"
        h={{ base: "44dvh", md: "200px" }}
        flexShrink="0"
        p="2"
        gap="2"
        bg="bench"
        borderTopWidth="1px"
      >
        <NextButton stop={stop} left={left} isDone={done[place] ?? false} isAtEnd={isAtEnd} onNext={next} />
        <Flex gap="2" h="56px" flexShrink="0">
          <Button size="lg" flex="1" h="full" disabled={place === 0} onClick={back}>
            <ArrowLeft /> Back
          </Button>
          <Changes right="record">
            <Button
              size="lg"
              flex="1"
              h="full"
              disabled={!done[place]}
              onClick={() => mark(stop.turn === "strike")}
            >
              Not after all
            </Button>
          </Changes>
          <Button
            size="lg"
            flex="1"
            h="full"
            disabled={place === walk.stops.length - 1}
            onClick={() => go(place + 1)}
          >
            <SkipForward /> Skip
          </Button>
        </Flex>
      </Flex>
    </Flex>
  );
}

function said(wall: string, { plate, mark }: Stop["marks"][number], revision: number, isWritten: boolean) {
  return { kind: "mark", wall, plate, mark, revision, is_done: isWritten } as const;
}

/** What is called: the reading, what goes there, on which side and which plates. */
function Called({
  stop,
  walk,
  held,
  isDone: isThere,
  waiting,
}: {
  stop: Stop;
  walk: Walk;
  held: Held;
  isDone: boolean;
  waiting: readonly Waiting[];
}) {
  const { say: inWords } = useWords();
  const from = walk.stops.find(({ id }) => id === stop.from_stop);
  const plates = stop.marks.length === 2 ? "both plates" : `${stop.marks[0]?.plate ?? ""} plate`;
  return (
    <>
      <Box
        flex={{ base: "1", md: "0 1 520px" }}
        minH="0"
        display="flex"
        flexDirection="column"
        justifyContent="center"
      >
        <Text fontSize="15px" color={stop.turn === "strike" ? "crayon" : "faint"} fontWeight="600">
          {TURNS[stop.turn]}
          {stop.opening && ` · ${stop.opening}`}
          {from && ` · tape held on ${from.symbol} at ${from.at.text}`}
        </Text>
        <chakra.p role="status" aria-live="polite" m="0">
          <BigFigure
            text={held.figures === "feet" ? stop.in_feet : stop.at.text}
            isStruck={stop.turn === "strike"}
          />
          <chakra.span srOnly>{stop.aloud}</chakra.span>
        </chakra.p>
        {stop.other_line && (
          <Text fontSize="20px">
            and a line at <b>{stop.other_line.text}</b>
          </Text>
        )}
      </Box>
      <Flex align="center" gap="4" flexShrink="0" pb="2">
        <MarkDrawing symbol={stop.symbol} ahead={stop.ahead} isStruck={stop.turn === "strike"} />
        <Box>
          <Text fontFamily="heading" fontWeight="800" fontSize="28px" lineHeight="1.1">
            {capital(stop.name)}
          </Text>
          <Text fontSize="20px" fontWeight="600">
            {stop.ahead === null ? "" : stop.ahead ? "ahead, " : "behind, "}
            {inWords(plates)}
          </Text>
          {stop.lies && <Text fontSize="17px">{stop.lies}</Text>}
          <Text fontSize="15px" color="faint" minH="1.35em">
            {isThere && marked(stop, waiting)}
          </Text>
        </Box>
      </Flex>
    </>
  );
}

function marked(stop: Stop, waiting: readonly Waiting[]): string {
  if (stop.turn === "strike") return "Struck.";
  if (!stop.by) return waiting.length > 0 ? "Marked here just now." : "Marked.";
  return `Marked by ${stop.by.name}, ${new Date(stop.by.at).toLocaleTimeString([], { timeStyle: "short" })}.`;
}

/** What came before on the walk and what comes next, small. */
function Neighbours({ walk, place, done }: { walk: Walk; place: number; done: readonly boolean[] }) {
  const before = walk.stops[place - 1];
  const after = walk.stops[nextOpen(done.with(place, true), place + 1) ?? -1];
  return (
    <Flex
      justify="space-between"
      px="4"
      py="1"
      fontSize="16px"
      color="faint"
      fontFamily="figure"
      flexShrink="0"
    >
      <Text>{before && `before ${before.at.text} ${before.symbol}`}</Text>
      <Text>{after && `then ${after.at.text} ${after.symbol}`}</Text>
    </Flex>
  );
}

/** The lower half of the screen: a thumb anywhere on it marks and goes on. */
function NextButton({
  stop,
  left,
  isDone: isThere,
  isAtEnd,
  onNext,
}: {
  stop: Stop;
  left: number;
  isDone: boolean;
  isAtEnd: boolean;
  onNext: () => void;
}) {
  const may = useMay("record");
  const label = isAtEnd
    ? "All of it is marked"
    : isThere || !may
      ? "Next"
      : stop.turn === "strike"
        ? "Struck, next"
        : "Marked, next";
  return (
    <Button
      variant="solid"
      flex="1"
      flexDirection="column"
      fontSize="30px"
      onClick={onNext}
      css={{ "& svg": { boxSize: "34px" } }}
    >
      <Flex align="center" gap="3">
        {!isThere && may && <Check aria-hidden />}
        {label}
      </Flex>
      <Text as="span" fontSize="16px" fontWeight="500">
        {isAtEnd ? "Go through it again, or on to the next wall." : `${left} to go`}
      </Text>
    </Button>
  );
}
