import { Box, Button, Flex } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Maximize, Minus, Plus } from "lucide-react";
import { type KeyboardEvent, useRef, useState } from "react";
import type { Drawing, Edit, Picture, Plan, PlanWall } from "../api/client";
import { color } from "../app/colors";
import { useBoxSize } from "../drawing/useBoxSize";
import { Hatches } from "../drawing/wood";
import { planLabels } from "./labels";
import { PlanPicture } from "./PlanPicture";
import {
  CallOut,
  CornerMark,
  DimensionLine,
  Dimensions,
  HookMark,
  OpeningShape,
  TopShape,
  WallLetter,
  WallShape,
} from "./PlanShapes";
import { LeftMarks, PlanUnderlay } from "./PlanUnderlay";
import type { Select, Selection } from "./selection";
import { type Box as Drawn, usePlanPointer } from "./usePlanPointer";
import { boundsWith, type Place, toScreen, type View, wholeOf, zoom } from "./view";

interface PlanDrawingProps {
  plan: Plan;
  /** Walls that are only typed so far. */
  pencilled: ReadonlySet<string>;
  selection: Selection;
  areDimensionsShown: boolean;
  isDragging: boolean;
  onSelect: (action: Select) => void;
  onDrag: (edit: Edit | null) => void;
  onDrop: () => void;
  onTurn: (edit: Edit) => void;
  onKey: (event: KeyboardEvent) => void;
  job: string;
  picture: Picture | null;
  /** What is being brought in, and which of what was left of it is pointed out. */
  drawing: Drawing | null;
  pointed: number | null;
  /** Whether drags move the picture instead of what lies over it. */
  isPictureMoved: boolean;
  /** Places pressed on the picture to scale it by. */
  pressed: readonly Place[];
  onPress: ((place: Place) => void) | null;
}

/** The floor seen from above, to scale, north up. */
export function PlanDrawing({
  plan,
  pencilled,
  selection,
  areDimensionsShown,
  isDragging,
  onSelect,
  onDrag,
  onDrop,
  onTurn,
  onKey,
  job,
  picture,
  drawing,
  pointed,
  isPictureMoved,
  pressed,
  onPress,
}: PlanDrawingProps) {
  const frame = useRef<HTMLDivElement>(null);
  const svg = useRef<SVGSVGElement>(null);
  const size = useBoxSize(frame);
  const [chosen, setView] = useState<View | null>(null);
  const [box, setBox] = useState<Drawn | null>(null);
  // Until somebody moves it, the view follows the plan and the window.
  const fitted = wholeOf(boundsWith(plan, picture, drawing) ?? [0, 0, 240, 240], size);
  // While something is dragged, the floor must stay where it is.
  const [held, hold] = useState<View | null>(null);
  const view = chosen ?? (isDragging ? held : null) ?? fitted;
  usePlanPointer(svg, {
    plan,
    view,
    selection,
    onView: setView,
    onSelect,
    onBox: setBox,
    onDrag: (edit) => {
      if (!isDragging) hold(view);
      onDrag(edit);
    },
    onDrop,
    onTurn,
    picture: isPictureMoved ? picture : null,
    onPress,
  });
  const zoomBy = (by: number) => setView(zoom(view, by, [size.width / 2, size.height / 2]));

  return (
    <Box ref={frame} position="relative" flex="1" minH="0" minW="0" overflow="hidden">
      <Box
        asChild
        display="block"
        cursor={onPress ? "crosshair" : isDragging ? "grabbing" : isPictureMoved ? "grab" : "default"}
        _focusVisible={{ outline: "2px solid", outlineColor: "chalk", outlineOffset: "-2px" }}
      >
        <svg
          ref={svg}
          role="application"
          aria-label={t`Plan`}
          // biome-ignore lint/a11y/noNoninteractiveTabindex: an application takes keys
          tabIndex={0}
          width={size.width}
          height={size.height}
          style={{ touchAction: "none", userSelect: "none" }}
          onKeyDown={onKey}
        >
          <Hatches />
          {picture && plan.picture_corner && (
            <PlanPicture
              job={job}
              picture={picture}
              corner={plan.picture_corner}
              view={view}
              pressed={pressed}
            />
          )}
          {drawing && <PlanUnderlay drawing={drawing} view={view} />}
          <Walls
            plan={plan}
            pencilled={pencilled}
            view={view}
            selection={selection}
            areDimensionsShown={areDimensionsShown}
            isDragging={isDragging}
          />
          {drawing && <LeftMarks drawing={drawing} pointed={pointed} view={view} />}
          {box && <ChosenBox box={box} />}
        </svg>
      </Box>
      <ViewTools onZoom={zoomBy} onWhole={() => setView(null)} />
    </Box>
  );
}

/** The box that is drawn round walls to select them. */
function ChosenBox({ box: { from, to } }: { box: Drawn }) {
  return (
    <rect
      x={Math.min(from[0], to[0])}
      y={Math.min(from[1], to[1])}
      width={Math.abs(to[0] - from[0])}
      height={Math.abs(to[1] - from[1])}
      fill="none"
      stroke={color("chalk")}
      strokeWidth={2}
      strokeDasharray="6 4"
    />
  );
}

/** How near the plan is. */
function ViewTools({ onZoom, onWhole }: { onZoom: (by: number) => void; onWhole: () => void }) {
  return (
    <Flex position="absolute" top="2" insetEnd="2" direction="column" gap="1">
      <Button variant="plain" aria-label={t`Zoom in`} title={t`Zoom in`} onClick={() => onZoom(1.4)}>
        <Plus />
      </Button>
      <Button variant="plain" aria-label={t`Zoom out`} title={t`Zoom out`} onClick={() => onZoom(1 / 1.4)}>
        <Minus />
      </Button>
      <Button variant="plain" aria-label={t`The whole plan`} title={t`The whole plan`} onClick={onWhole}>
        <Maximize />
      </Button>
    </Flex>
  );
}

/** Everything of the plan, what must be read on top of what it is written on. */
function Walls({
  plan,
  pencilled,
  view,
  selection,
  areDimensionsShown,
  isDragging,
}: {
  plan: Plan;
  pencilled: ReadonlySet<string>;
  view: View;
  selection: Selection;
  areDimensionsShown: boolean;
  isDragging: boolean;
}) {
  const selected = new Set(selection.walls);
  const [only] = selection.walls.length === 1 ? plan.walls.filter(({ id }) => selected.has(id)) : [];
  const labels = planLabels(plan, view);
  // What is selected is drawn last, so that its outline is not covered by its neighbours.
  const inOrder = [...plan.walls].sort(
    (one, other) => Number(selected.has(one.id)) - Number(selected.has(other.id)),
  );
  return (
    <>
      {inOrder.map((wall) => (
        <g key={wall.id} data-wall={wall.id} cursor="pointer" opacity={pencilled.has(wall.id) ? 0.55 : 1}>
          <WallShape
            wall={wall}
            view={view}
            isSelected={selected.has(wall.id)}
            isWrong={wall.findings.error > 0}
          />
          {wall.openings.map((opening) => (
            <g key={opening.id} data-opening={opening.id}>
              <OpeningShape opening={opening} view={view} isSelected={opening.id === selection.opening} />
            </g>
          ))}
        </g>
      ))}
      {plan.walls
        .filter((wall) => areDimensionsShown && (wall.entered.kind === "exterior" || wall === only))
        .map((wall) => (
          <Dimensions key={wall.id} wall={wall} view={view} />
        ))}
      {only && !areDimensionsShown && <Dimensions wall={only} view={view} />}
      {plan.walls.map((wall) =>
        wall.openings.map((opening) => (
          <CallOut key={opening.id} opening={opening} wall={wall} view={view} />
        )),
      )}
      {plan.walls
        .filter(({ heights }) => heights.length > 0)
        .map((wall) => (
          <TopShape key={wall.id} wall={wall} places={labels.heights.get(wall.id) ?? []} view={view} />
        ))}
      {plan.walls.map((wall) => (
        <WallLetter
          key={wall.id}
          wall={wall}
          at={labels.letters.get(wall.id) ?? [0, 0]}
          view={view}
          isSelected={selected.has(wall.id)}
        />
      ))}
      {plan.walls
        .filter(({ id }) => selected.has(id))
        .map((wall) => (
          <SelectedMarks key={wall.id} wall={wall} view={view} isOnly={wall === only} />
        ))}
      {!isDragging &&
        plan.corners.map((corner, index) =>
          selected.has(corner.through) || selected.has(corner.butt) ? (
            <g key={`${corner.through} ${corner.butt}`} data-corner={index} cursor="pointer">
              <CornerMark corner={corner} view={view} />
            </g>
          ) : null,
        )}
    </>
  );
}

function SelectedMarks({ wall, view, isOnly }: { wall: PlanWall; view: View; isOnly: boolean }) {
  return (
    <g aria-hidden>
      <HookMark wall={wall} view={view} />
      {isOnly &&
        wall.clears.map((clear) => (
          <DimensionLine
            key={clear.side}
            from={toScreen(view, clear.start)}
            to={toScreen(view, clear.end)}
            text={clear.distance.text}
          />
        ))}
    </g>
  );
}
