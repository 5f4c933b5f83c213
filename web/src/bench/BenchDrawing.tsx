import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Maximize2, ZoomIn, ZoomOut } from "lucide-react";
import { type KeyboardEvent, useEffect, useRef } from "react";
import type { Bench } from "../api/client";
import { color } from "../app/colors";
import { LAYERS, layersOf, marksIn, membersIn, toggleLayer, useLayers } from "../app/layers";
import { useWords } from "../app/words";
import { Elevation, type LoadPath } from "../drawing/Elevation";
import { NailLayer } from "../drawing/NailLayer";
import { markKey, type Picking, PlateStrip } from "../drawing/PlateStrip";
import { SheetLayer } from "../drawing/SheetLayer";
import { MARGIN, type Scale } from "../drawing/scale";
import { Tape } from "../drawing/Tape";
import { Hatches } from "../drawing/wood";
import { plateLabels } from "./plateLabels";
import { ABOVE, type BenchSizes, TAPE, useBenchSizes } from "./useBenchSizes";

const ZOOM = 1.35;

interface BenchDrawingProps {
  bench: Bench;
  picking: Picking;
  /** Where the load of the picked piece is, while that is asked for. */
  path: LoadPath | null;
  place: number | null;
  onKey: (event: KeyboardEvent) => void;
  onOpening: (id: string) => void;
  onNeighbour: (wall: string) => void;
}

/**
 * The wall standing, and below it its two plates opened like a book with the tape in the fold, all on one
 * horizontal scale.
 */
export function BenchDrawing({
  bench,
  picking,
  path,
  place,
  onKey,
  onOpening,
  onNeighbour,
}: BenchDrawingProps) {
  const { piece } = useWords();
  const frame = useRef<HTMLDivElement>(null);
  const sizes = useBenchSizes(bench, frame);
  const { scale, floor, top, bottom, plate } = sizes;
  const marked = bench.marked_on === "edge" && t`marked on its edge`;
  const chosen = placeOf(bench, picking.picked, place);
  const shown = picking.hovered ? placeOf(bench, picking.hovered, null) : chosen;
  const inView = chosen === null ? null : scale.x(chosen);

  // What the mouse only passes over must not move the wall below it.
  useEffect(() => keepInView(frame.current, inView), [inView]);

  return (
    <Box position="relative" flex="1" minH="320px" minW="0">
      <Box
        ref={frame}
        position="absolute"
        inset="0"
        overflowX="auto"
        overflowY="hidden"
        // One finger moves along the wall, two bring it nearer; neither zooms the page.
        touchAction="pan-x pan-y"
        tabIndex={0}
        role="application"
        aria-label={t`Wall ${bench.wall.id}: arrow keys step through its marks and pieces`}
        onKeyDown={onKey}
        _focusVisible={{ outline: "2px solid", outlineColor: "chalk", outlineOffset: "-3px" }}
      >
        <svg width={sizes.width} height={sizes.height} style={{ display: "block" }}>
          <Hatches />
          <Standing {...{ bench, sizes, picking, path, onOpening, onNeighbour }} />
          <Plates bench={bench} sizes={sizes} picking={picking} />
          {shown !== null && (
            <path
              aria-hidden
              d={`M${scale.x(shown)} ${shown === place ? ABOVE : floor}V${bottom + plate + 6}`}
              stroke={color("chalk")}
              strokeWidth={1}
              strokeDasharray="2 3"
              pointerEvents="none"
            />
          )}
        </svg>
      </Box>
      <PlateName
        y={top - sizes.slopeTape - 20}
        name={[piece("Top_plate"), sizes.slopeTape > 0 && t`read along its slope`, marked]
          .filter(Boolean)
          .join(", ")}
        // On a phone the layers take its place; the plate above the tape is the top one.
        from="md"
      />
      <PlateName y={bottom + plate + 2} name={[piece("Bottom_plate"), marked].filter(Boolean).join(", ")} />
      <Tools wall={bench.wall} sizes={sizes} />
    </Box>
  );
}

/** The wall as it stands, with what of it is shown. */
function Standing({
  bench,
  sizes: { scale, rise, floor, width },
  picking,
  path,
  onOpening,
  onNeighbour,
}: Omit<BenchDrawingProps, "place" | "onKey"> & { sizes: BenchSizes }) {
  const { wall } = bench;
  const layers = useLayers();
  return (
    <>
      <path d={`M0 ${floor + 0.5}H${width}`} stroke={color("ink")} strokeWidth={1} />
      <Elevation
        members={membersIn(wall.members, layers)}
        openings={bench.openings}
        scale={scale}
        rise={rise}
        picking={picking}
        onOpening={onOpening}
        neighbours={bench.meets}
        onNeighbour={onNeighbour}
        beams={wall.beams}
        clear={wall.clear}
        floors={wall.floors}
        length={wall.plate_length}
        path={path}
      />
      {layers.includes("sheets") && <SheetLayer sheets={wall.sheets.sheets} scale={scale} rise={rise} />}
      {layers.includes("nails") && <NailLayer nails={wall.nails} scale={scale} rise={rise} />}
    </>
  );
}

/** Both plates with the tape between them. */
function Plates({ bench, sizes, picking }: { bench: Bench; sizes: BenchSizes; picking: Picking }) {
  const { wall } = bench;
  const { scale, top, bottom, plate } = sizes;
  const marks = marksIn(wall.marks, useLayers());
  const held = { hook: bench.hook, burned: bench.burned };
  const strip = (name: "top" | "bottom", y: number) => (
    <PlateStrip
      marks={marks.filter((mark) => mark.plate === name)}
      labels={plateLabels(bench.openings, name)}
      length={wall.plate_length}
      scale={scale}
      y={y}
      height={plate}
      hook={bench.hook}
      hasBothLines={bench.has_both_lines}
      picking={picking}
    />
  );
  return (
    <>
      {/* On a slope the top plate has a tape of its own, seen as long as its run. */}
      {wall.slopes.map((slope) => (
        <Tape
          key={slope.start}
          length={slope.length.inches}
          scale={alongSlope(scale, slope)}
          y={top - TAPE}
          height={TAPE}
          held={held}
        />
      ))}
      {strip("top", top)}
      <Tape length={wall.plate_length} scale={scale} y={top + plate} height={TAPE} held={held} />
      {strip("bottom", bottom)}
    </>
  );
}

/** What is drawn besides the framing, and how near. */
function Tools({
  wall,
  sizes: { top, slopeTape, zoomBy, showWhole },
}: {
  wall: Bench["wall"];
  sizes: BenchSizes;
}) {
  const { piece } = useWords();
  const layers = useLayers();
  return (
    <Flex position="absolute" top={`${top - slopeTape - 33}px`} insetEnd="2" gap="1">
      <Flex gap="1" role="group" aria-label={t`Layers`} me="2">
        {layersOf(wall).map((layer) => (
          <Button
            key={layer}
            variant={layers.includes(layer) ? "solid" : "outline"}
            aria-pressed={layers.includes(layer)}
            onClick={() => toggleLayer(layer)}
          >
            {LAYERS.find(({ name }) => name === layer)?.label(piece)}
          </Button>
        ))}
      </Flex>
      <Button variant="plain" aria-label={t`Zoom out`} onClick={() => zoomBy(1 / ZOOM)}>
        <ZoomOut />
      </Button>
      <Button variant="plain" aria-label={t`Zoom in`} onClick={() => zoomBy(ZOOM)}>
        <ZoomIn />
      </Button>
      <Button variant="plain" aria-label={t`Whole wall`} onClick={showWhole}>
        <Maximize2 />
      </Button>
    </Flex>
  );
}

/** A stretch of the top plate as long as its run, inch by inch of its slope. */
function alongSlope(scale: Scale, { start, end, length }: Bench["wall"]["slopes"][number]): Scale {
  const share = (end - start) / length.inches;
  return { ...scale, perInch: scale.perInch * share, x: (inches) => scale.x(start + inches * share) };
}

/** Names stay in sight while a long wall scrolls below them. */
function PlateName({ y, name, from = "base" }: { y: number; name: string; from?: "base" | "md" }) {
  return (
    <Text
      display={from === "md" ? { base: "none", md: "block" } : undefined}
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

/** Where the chalk line goes: the line of a mark, the near side of a piece, the place of a finding. */
function placeOf(bench: Bench, key: string | null, place: number | null): number | null {
  if (place !== null) return place;
  const piece = bench.wall.members.find(({ id }) => id === key);
  if (piece) return bench.hook === "start" ? piece.x : piece.x + piece.width;
  return bench.wall.marks.find((mark) => markKey(mark) === key)?.at ?? null;
}

function keepInView(frame: HTMLElement | null, x: number | null) {
  if (!frame || x === null) return;
  const edge = 60;
  if (x < frame.scrollLeft + edge) frame.scrollLeft = x - edge;
  else if (x > frame.scrollLeft + frame.clientWidth - edge) frame.scrollLeft = x - frame.clientWidth + edge;
}
