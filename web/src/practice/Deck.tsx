import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { ZoomIn, ZoomOut } from "lucide-react";
import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from "react";
import type { DrawnMark, Exercise, Grade } from "../api/client";
import { color } from "../app/colors";
import { lettering } from "../drawing/lettering";
import { type Scale, scaleOf } from "../drawing/scale";
import { Tape } from "../drawing/Tape";
import { Hatches } from "../drawing/wood";
import { DECK } from "./places";
import { type Pencil, type Plate, platesOf } from "./sheet";

const PLATE = 104;
const TAPE = 40;
const EDGE = 18;
const HEIGHT = 2 * PLATE + TAPE + 2 * EDGE;
/** Pixels to an inch: the whole plate in sight, down to where a sixteenth can be pointed at. */
const ZOOMS = [6, 12, 28, 44, 64];
const USUAL = 2;
/** How far a press may slip, in pixels. */
const SLIP = 6;

type Missed = Grade["named"][number]["missed"][number];

interface DeckProps {
  exercise: Exercise;
  marks: readonly DrawnMark[];
  pencil: Pencil;
  onPencil: (part: Partial<Pencil>) => void;
  onKey: (event: KeyboardEvent) => void;
  /** What was right and wrong, once it is handed in. */
  grade: Grade | null;
  /** Which of the mistakes is looked at, by its number. */
  lit: number | null;
}

/** The deck: both plates opened like a book with the tape between them, and a pencil where one points. */
export function Deck({ exercise, marks, pencil, onPencil, onKey, grade, lit }: DeckProps) {
  const frame = useRef<HTMLDivElement>(null);
  const pressed = useRef<number | null>(null);
  const [zoom, setZoom] = useState(USUAL);
  const longest = longestOf(exercise);
  const scale = scaleOf(ZOOMS[zoom] ?? 28);
  const inView = scale.x(pencil.inches);

  useEffect(() => {
    const box = frame.current;
    if (!box) return;
    const room = box.clientWidth / 6;
    if (inView < box.scrollLeft + room || inView > box.scrollLeft + box.clientWidth - room)
      box.scrollLeft = inView - box.clientWidth / 2;
  }, [inView]);

  function place({ clientX, clientY, currentTarget }: PointerEvent<SVGSVGElement>) {
    const box = currentTarget.getBoundingClientRect();
    const y = clientY - box.top;
    const inches = (clientX - box.left - scale.margin) / scale.perInch;
    const plate: Plate | null = y < EDGE + PLATE ? "top" : y > EDGE + PLATE + TAPE ? "bottom" : null;
    // On the tape the pencil goes to that place of whichever plates it is on.
    onPencil({ inches, ...(plate && pencil.on !== "both" && { on: plate }) });
  }

  return (
    <Box position="relative" flexShrink="0">
      <Box
        ref={frame}
        id={DECK}
        overflowX="auto"
        overflowY="hidden"
        touchAction="pan-x"
        tabIndex={0}
        role="application"
        aria-label={t`Plates of wall ${exercise.wall}: arrow keys move the pencil, a letter draws it`}
        onKeyDown={onKey}
        _focusVisible={{ outline: "2px solid", outlineColor: "chalk", outlineOffset: "-3px" }}
      >
        <svg
          width={scale.x(longest) + scale.margin}
          height={HEIGHT}
          style={{ display: "block", cursor: "crosshair" }}
          onPointerDown={(event) => {
            pressed.current = event.clientX;
          }}
          onPointerUp={(event) => {
            const from = pressed.current;
            pressed.current = null;
            // A drag along the plates scrolls them; it draws nothing.
            if (from !== null && Math.abs(event.clientX - from) <= SLIP) place(event);
          }}
        >
          <Hatches />
          <OnPlates exercise={exercise} marks={marks} grade={grade} lit={lit} scale={scale} />
          <PencilLine pencil={pencil} scale={scale} />
        </svg>
      </Box>
      <Text
        position="absolute"
        top="0"
        insetStart="2"
        fontSize="12px"
        color="faint"
        pointerEvents="none"
      >{t`Top plate`}</Text>
      <Text
        position="absolute"
        bottom="2px"
        insetStart="2"
        fontSize="12px"
        color="faint"
        pointerEvents="none"
      >{t`Bottom plate`}</Text>
      <Flex position="absolute" top="22px" insetEnd="2" gap="1">
        <Button
          variant="outline"
          aria-label={t`Zoom out`}
          disabled={zoom === 0}
          onClick={() => setZoom(zoom - 1)}
        >
          <ZoomOut />
        </Button>
        <Button
          variant="outline"
          aria-label={t`Zoom in`}
          disabled={zoom === ZOOMS.length - 1}
          onClick={() => setZoom(zoom + 1)}
        >
          <ZoomIn />
        </Button>
      </Flex>
    </Box>
  );
}

/** Both plates with the tape between them, and what was drawn on them. */
function OnPlates({
  exercise,
  marks,
  grade,
  lit,
  scale,
}: Omit<DeckProps, "pencil" | "onPencil" | "onKey"> & { scale: Scale }) {
  return (
    <>
      <Board length={exercise.top.inches} scale={scale} y={EDGE} />
      {/* A tape that hooks on the other end is read from there: the deck lies as it is read. */}
      <Tape
        length={longestOf(exercise)}
        scale={scale}
        y={EDGE + PLATE}
        height={TAPE}
        held={{ hook: "start", burned: 0 }}
        isRead
      />
      <Board length={exercise.bottom.inches} scale={scale} y={EDGE + PLATE + TAPE} />
      {grade?.named.map(({ missed }, at) =>
        missed.map((one) => (
          <MissedMark
            key={`${one.plate} ${one.inches} ${one.symbol}`}
            missed={one}
            scale={scale}
            isLit={lit === at}
          />
        )),
      )}
      {marks.map((mark, at) => (
        <Line
          // biome-ignore lint/suspicious/noArrayIndexKey: a mark is known by its place on the sheet
          key={at}
          mark={mark}
          thickness={exercise.thickness}
          scale={scale}
          isWrong={grade?.wrong.includes(at) ?? false}
          isLit={lit !== null && (grade?.named[lit]?.drawn.includes(at) ?? false)}
        />
      ))}
    </>
  );
}

/** How long the longer plate is, in inches. */
const longestOf = ({ top, bottom }: Exercise) => Math.max(top.inches, bottom.inches);

/** Where a plate lies, from above down. */
const topOf = (plate: Plate) => (plate === "top" ? EDGE : EDGE + PLATE + TAPE);

function Board({ length, scale, y }: { length: number; scale: Scale; y: number }) {
  return (
    <rect
      x={scale.x(0)}
      y={y}
      width={scale.x(length) - scale.x(0)}
      height={PLATE}
      fill="url(#hatch-grain)"
      stroke={color("pineEdge")}
    />
  );
}

/** A line as it was drawn, with its letter on the side it was put; what is wrong is struck. */
function Line({
  mark: { plate, inches, symbol, ahead = true },
  thickness,
  scale,
  isWrong,
  isLit,
}: {
  mark: DrawnMark;
  thickness: number;
  scale: Scale;
  isWrong: boolean;
  isLit: boolean;
}) {
  const x = scale.x(inches);
  const y = topOf(plate);
  const isWord = symbol.length > 2;
  const half = Math.max((thickness * scale.perInch) / 2, 9);
  const middle = isWord ? x : x + (ahead ? half : -half);
  return (
    <g data-drawn={`${plate} ${symbol} ${inches}`} data-wrong={isWrong || undefined}>
      {isLit && (
        <rect x={middle - half - 4} y={y} width={2 * half + 8} height={PLATE} fill={color("chalkWash")} />
      )}
      <path
        d={`M${x + 0.5} ${y}v${PLATE}`}
        stroke={color("ink")}
        strokeWidth={1.6}
        strokeDasharray={isWord ? "5 3" : undefined}
      />
      <text
        x={middle}
        y={y + PLATE / 2 + (isWord ? -30 : 8)}
        textAnchor="middle"
        style={lettering(isWord ? 13 : 24, 750)}
        fill={color("ink")}
      >
        {symbol}
      </text>
      {isWrong && (
        <path
          d={`M${middle - 10} ${y + PLATE - 16}l20 ${-(PLATE - 32)}`}
          stroke={color("crayon")}
          strokeWidth={3}
        />
      )}
    </g>
  );
}

/** What belongs on a plate and was not drawn: chalked in, once the sheet is handed in. */
function MissedMark({ missed, scale, isLit }: { missed: Missed; scale: Scale; isLit: boolean }) {
  const x = scale.x(missed.inches);
  const y = topOf(missed.plate);
  const width = Math.max(missed.width * scale.perInch, 3);
  return (
    <g data-missed={`${missed.plate} ${missed.symbol} ${missed.inches}`}>
      <rect
        x={x}
        y={y + 1}
        width={width}
        height={PLATE - 2}
        fill={isLit ? color("chalkWash") : "none"}
        stroke={color("chalk")}
        strokeWidth={isLit ? 2 : 1.2}
        strokeDasharray="4 3"
      />
      <text
        x={x + width / 2}
        y={y + (missed.plate === "top" ? 18 : PLATE - 8)}
        textAnchor="middle"
        style={lettering(14, 700)}
        fill={color("chalk")}
      >
        {missed.symbol}
      </text>
    </g>
  );
}

/** The pencil, on the plates it is on, with a tick on the side its letter goes. */
function PencilLine({ pencil: { inches, on, ahead }, scale }: { pencil: Pencil; scale: Scale }) {
  const x = scale.x(inches) + 0.5;
  return (
    <g pointerEvents="none" data-pencil={inches}>
      <path d={`M${x} ${EDGE + PLATE}v${TAPE}`} stroke={color("chalk")} strokeWidth={2} />
      {platesOf(on).map((plate) => {
        const y = topOf(plate);
        const tip = plate === "top" ? y + PLATE : y;
        const up = plate === "top" ? -1 : 1;
        return (
          <g key={plate} stroke={color("chalk")} fill={color("chalk")}>
            <path d={`M${x} ${y}v${PLATE}`} strokeWidth={1} strokeDasharray="3 3" fill="none" />
            <path d={`M${x} ${tip}l${ahead ? 14 : -14} ${up * 8}v${up * -8}z`} stroke="none" />
          </g>
        );
      })}
    </g>
  );
}
