import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { Maximize2, ZoomIn, ZoomOut } from "lucide-react";
import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import type { Bench } from "../api/client";
import { colour } from "../app/theme";
import { Elevation, riseOf } from "../drawing/Elevation";
import { printer } from "../drawing/figures";
import { type Picking, PlateStrip } from "../drawing/PlateStrip";
import { fitting, MARGIN, READABLE, scaleOf } from "../drawing/scale";
import { Tape } from "../drawing/Tape";
import { Hatches } from "../drawing/wood";
import { useBoxSize } from "./useBoxSize";

const PLATE = 40;
const TAPE = 34;
/** Above the elevation, and between it and the plates where their name stands. */
const ABOVE = 12;
const BETWEEN = 26;
const BELOW = 24;
const PLATES_HEIGHT = BETWEEN + PLATE + TAPE + PLATE + BELOW;
const ZOOM = 1.35;
const WIDEST = 24;

/**
 * The wall standing, and below it its two plates opened like a book with the tape in the fold, all on one
 * horizontal scale.
 */
export function BenchDrawing({
  bench,
  picking,
  place,
  onKey,
}: {
  bench: Bench;
  picking: Picking;
  place: number | null;
  onKey: (event: KeyboardEvent) => void;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const box = useBoxSize(frame);
  const [zoomed, setZoomed] = useState<number | null>(null);

  const { wall } = bench;
  const room = Math.max(box.height - PLATES_HEIGHT - ABOVE, 120);
  const whole = fitting(wall.plate_length, wall.height, { width: box.width, height: room });
  const perInch = zoomed ?? Math.max(whole, READABLE);
  const scale = scaleOf(perInch);
  // Zoomed in, the plates grow along the wall; the elevation never outgrows its room.
  const vertical = Math.min(perInch, room / wall.height);
  const floor = ABOVE + Math.round(wall.height * vertical);
  const rise = riseOf(vertical, floor);
  const width = scale.x(wall.plate_length) + MARGIN;
  const top = floor + BETWEEN;
  const print = printer(bench.figures);
  const shown = placeOf(bench, picking, place);

  useEffect(() => keepInView(frame.current, shown && scaleOf(perInch).x(shown.start)), [shown, perInch]);

  return (
    <Box position="relative" flex="1" minH="320px" minW="0">
      <Box
        ref={frame}
        position="absolute"
        inset="0"
        overflowX="auto"
        overflowY="hidden"
        tabIndex={0}
        role="application"
        aria-label={`Wall ${wall.id}: arrow keys step through its marks and pieces`}
        onKeyDown={onKey}
        _focusVisible={{ outline: "2px solid", outlineColor: "chalk", outlineOffset: "-3px" }}
      >
        <svg width={width} height={top + PLATE + TAPE + PLATE + BELOW} style={{ display: "block" }}>
          <Hatches />
          <path d={`M0 ${floor + 0.5}H${width}`} stroke={colour("ink")} strokeWidth={1} />
          <Elevation
            members={wall.members}
            openings={bench.openings}
            print={print}
            scale={scale}
            rise={rise}
            picking={picking}
          />
          <g>
            <PlateStrip
              marks={wall.marks.filter((mark) => mark.plate === "top")}
              length={wall.plate_length}
              scale={scale}
              y={top}
              height={PLATE}
              hook={bench.hook}
              picking={picking}
            />
            <Tape
              length={wall.plate_length}
              scale={scale}
              y={top + PLATE}
              height={TAPE}
              held={{ hook: bench.hook, burned: bench.burned }}
            />
            <PlateStrip
              marks={wall.marks.filter((mark) => mark.plate === "bottom")}
              length={wall.plate_length}
              scale={scale}
              y={top + PLATE + TAPE}
              height={PLATE}
              hook={bench.hook}
              picking={picking}
            />
          </g>
          {shown && (
            <path
              aria-hidden
              d={`M${scale.x(shown.at)} ${ABOVE}V${top + PLATE + TAPE + PLATE + 6}`}
              stroke={colour("chalk")}
              strokeWidth={1}
              strokeDasharray="2 3"
              pointerEvents="none"
            />
          )}
        </svg>
      </Box>
      <PlateName y={top - 20} name="Top plate" />
      <PlateName y={top + PLATE + TAPE + PLATE + 2} name="Bottom plate" />
      <Flex position="absolute" top={`${top - 25}px`} insetEnd="2" gap="1">
        <Button
          variant="plain"
          aria-label="Narrower"
          onClick={() => setZoomed(Math.max(perInch / ZOOM, whole))}
        >
          <ZoomOut />
        </Button>
        <Button
          variant="plain"
          aria-label="Wider"
          onClick={() => setZoomed(Math.min(perInch * ZOOM, WIDEST))}
        >
          <ZoomIn />
        </Button>
        <Button variant="plain" aria-label="The whole wall" onClick={() => setZoomed(whole)}>
          <Maximize2 />
        </Button>
      </Flex>
    </Box>
  );
}

/** Names stay in sight while a long wall scrolls below them. */
function PlateName({ y, name }: { y: number; name: string }) {
  return (
    <Text
      position="absolute"
      top={`${y}px`}
      insetStart={`${MARGIN}px`}
      fontSize="13px"
      lineHeight="18px"
      fontWeight="600"
      color="faint"
      pointerEvents="none"
    >
      {name}
    </Text>
  );
}

/** The vertical line through everything: where the picked mark's line is, or the place of a finding. */
function placeOf(bench: Bench, picking: Picking, place: number | null): { at: number; start: number } | null {
  const key = picking.hovered ?? picking.picked;
  if (place !== null && !picking.hovered) return { at: place, start: place };
  const piece =
    bench.wall.members.find(({ id }) => id === key) ??
    bench.wall.marks.find((mark) => `${mark.opening}/${mark.role}/${mark.at}` === key);
  if (!piece) return null;
  const start = "x" in piece ? piece.x : piece.at;
  return { at: bench.hook === "start" ? start : start + piece.width, start };
}

function keepInView(frame: HTMLElement | null, x: number | null) {
  if (!frame || x === null) return;
  const edge = 60;
  if (x < frame.scrollLeft + edge) frame.scrollLeft = x - edge;
  else if (x > frame.scrollLeft + frame.clientWidth - edge) frame.scrollLeft = x - frame.clientWidth + edge;
}
