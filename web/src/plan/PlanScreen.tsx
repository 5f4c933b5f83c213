import { Box, Button, Flex, Tabs, Text } from "@chakra-ui/react";
import { FlipHorizontal, FlipVertical, Ruler } from "lucide-react";
import { type KeyboardEvent, useReducer, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import type { Edit, Job, Plan } from "../api/client";
import { usePlan, usePlanPreview } from "../api/queries";
import { Empty } from "../app/Empty";
import { FileButton } from "../app/FileButton";
import { JobBar } from "../app/JobBar";
import { useOpenJob } from "../app/JobScreens";
import { PhraseLine } from "../app/PhraseLine";
import { Shown } from "../app/Shown";
import { SidePanel } from "../app/SidePanel";
import type { JobChange } from "../app/useJobChange";
import { DrawingCard } from "./DrawingCard";
import { OrderPanel } from "./OrderPanel";
import { PacksPanel } from "./PacksPanel";
import { PictureCard, type Scaling } from "./PictureCard";
import { PlanDrawing } from "./PlanDrawing";
import { removal } from "./removal";
import { SelectionCard } from "./SelectionCard";
import { NOTHING, type Selection, select } from "./selection";
import { useBringIn } from "./useBringIn";
import type { Place } from "./view";
import { WallsPanel } from "./WallsPanel";

/** The plan: a floor of walls, seen from above. */
export function PlanScreen() {
  const { job, change } = useOpenJob();
  const asked = usePlan(job.id, job.revision);
  return (
    <Shown asked={asked} what="Opening the plan" trouble="This plan could not be opened">
      {(plan) => <Floor job={job} plan={plan} change={change} />}
    </Shown>
  );
}

function Floor({ job, plan, change }: { job: Job; plan: Plan; change: JobChange }) {
  // Who comes from the bench comes with its wall.
  const from = useSearchParams()[0].get("wall");
  const [chosen, act] = useReducer(select, from ? { walls: [from], opening: null } : NOTHING);
  const selection = standing(chosen, plan);
  const [areDimensionsShown, showDimensions] = useState(true);
  const [tab, setTab] = useState("walls");
  const bringIn = useBringIn(job.id, change);
  const hand = useDraft(job, plan, change, bringIn.brought?.drawing.edit ?? null);
  const [pointed, setPointed] = useState<number | null>(null);
  const [scaling, setScaling] = useState<Scaling>(null);
  const [isPictureMoved, movePicture] = useState(false);
  const picture = job.job.picture ?? null;
  const navigate = useNavigate();
  const openBench = (wall: string) => navigate(`/jobs/${job.id}/bench/${encodeURIComponent(wall)}`);

  /** A place of the plan as a place on its picture, in pixels from the picture's upper left. */
  function press([east, north]: Place) {
    const corner = plan.picture_corner;
    if (!picture || !corner) return;
    const { scale } = picture;
    setScaling([...(scaling ?? []), [(east - corner[0]) / scale, (corner[1] - north) / scale]]);
  }

  function onKey(event: KeyboardEvent) {
    const edit = keyEdit(event, selection);
    if (edit) change.make(edit);
    else if (event.key === "Escape") act({ type: "nothing" });
    else if (event.key === "Enter" && selection.walls[0]) openBench(selection.walls[0]);
    else return;
    event.preventDefault();
  }

  return (
    <>
      <JobBar job={job} change={change}>
        <Flex
          flex={{ base: "1 1 100%", md: "1" }}
          order={{ base: 3, md: 0 }}
          gap="1"
          align="center"
          minW="0"
          overflowX="auto"
          pb={{ base: "1", md: "0" }}
        >
          <Button
            variant={areDimensionsShown ? "solid" : "outline"}
            aria-pressed={areDimensionsShown}
            onClick={() => showDimensions(!areDimensionsShown)}
          >
            <Ruler /> Dimensions
          </Button>
          <Button
            variant="plain"
            title="Turn the plan over, east to west"
            onClick={() => change.make({ edit: "mirror-job", across: "east-west" })}
          >
            <FlipHorizontal /> East–west
          </Button>
          <Button
            variant="plain"
            title="Turn the plan over, north to south"
            onClick={() => change.make({ edit: "mirror-job", across: "north-south" })}
          >
            <FlipVertical /> North–south
          </Button>
          <FileButton
            label="Drawing or picture of the plan"
            accept=".dxf,.ifc,.png,.jpg,.jpeg,.pdf"
            variant="plain"
            title="Walls from a DXF or IFC file, or a picture (PNG, JPEG, PDF) to lay under them"
            disabled={bringIn.isBusy}
            onFile={bringIn.bring}
          >
            Bring in
          </FileButton>
        </Flex>
      </JobBar>
      <PhraseLine
        job={job.id}
        revision={job.revision}
        wall={selection.walls.length === 1 ? (selection.walls[0] ?? null) : null}
        label="Type what the plan says"
        {...(job.walls.length === 0 ? TYPE_THE_OUTSIDE : TYPE_ON)}
        change={change}
        onReading={hand.type}
        onDone={({ edit }) => {
          if (edit.edit === "add-wall") act({ type: "wall", id: edit.wall.id, isMore: false });
        }}
      />
      <Flex flex="1" minH="0" direction={{ base: "column", lg: "row" }}>
        <Box position="relative" flex="1" minW="0" minH={{ base: "480px", lg: "0" }} display="flex">
          <PlanDrawing
            plan={hand.shown}
            pencilled={hand.pencilled}
            selection={selection}
            areDimensionsShown={areDimensionsShown}
            isDragging={hand.isDragging}
            onSelect={act}
            onDrag={hand.drag}
            onDrop={hand.drop}
            onTurn={change.make}
            onKey={onKey}
            job={job.id}
            picture={picture}
            drawing={bringIn.brought?.drawing ?? null}
            pointed={pointed}
            isPictureMoved={isPictureMoved}
            pressed={scaling ?? []}
            onPress={scaling && scaling.length < 2 ? press : null}
          />
          {(hand.says || bringIn.says) && (
            <Text
              role="status"
              position="absolute"
              top="3"
              insetStart="4"
              px="3"
              py="1"
              bg="chalkWash"
              fontFamily="heading"
              fontWeight="700"
              fontSize="20px"
            >
              {hand.says ?? bringIn.says}
            </Text>
          )}
          {hand.shown.walls.length === 0 && !picture && <NothingDrawn plan={plan} />}
        </Box>
        <SidePanel>
          {bringIn.brought ? (
            <DrawingCard
              brought={bringIn.brought}
              isBusy={bringIn.isBusy || change.isBusy}
              pointed={pointed}
              onPoint={setPointed}
              onAnswer={bringIn.answer}
              onTake={({ edit }) => edit && change.make(edit, bringIn.leave)}
              onLeave={bringIn.leave}
            />
          ) : (
            <>
              {picture && (
                <PictureCard
                  picture={picture}
                  scaling={scaling}
                  onScaling={setScaling}
                  isMoved={isPictureMoved}
                  onMove={movePicture}
                  change={change}
                />
              )}
              <SelectionCard
                job={job}
                plan={plan}
                selection={selection}
                change={change}
                onSelect={act}
                onOpen={openBench}
              />
              <Tabs.Root value={tab} onValueChange={({ value }) => setTab(value)} lazyMount unmountOnExit>
                <Tabs.List>
                  <Tabs.Trigger value="walls">Walls</Tabs.Trigger>
                  <Tabs.Trigger value="order">Order</Tabs.Trigger>
                  <Tabs.Trigger value="packs">Packs</Tabs.Trigger>
                </Tabs.List>
                <Tabs.Content value="walls">
                  <WallsPanel job={job} plan={plan} selection={selection} onSelect={act} onOpen={openBench} />
                </Tabs.Content>
                <Tabs.Content value="order">
                  <OrderPanel plan={plan} onSelect={act} />
                </Tabs.Content>
                <Tabs.Content value="packs">
                  <PacksPanel plan={plan} />
                </Tabs.Content>
              </Tabs.Root>
            </>
          )}
        </SidePanel>
      </Flex>
    </>
  );
}

const TYPE_THE_OUTSIDE = {
  placeholder: "36' R 22-6 R 36' R close",
  hint: "Walk round the outside: lengths, and R or L for the turns; R45 for a bay; 2x4 at the end for other studs",
};
const TYPE_ON = {
  placeholder: "12-4 off east from A to C",
  hint: "A partition off a wall, 8-0 north of F; an opening, 3-6x4-6 @ 9-3 in A; a walk; A through at B; ? lists everything",
};

function NothingDrawn({ plan }: { plan: Plan }) {
  return (
    <Box position="absolute" inset="0" pointerEvents="none">
      <Empty title="Nothing in the plan yet">
        <Text>
          Walk round the outside in the line above: lengths and turns, like 36&apos; R 22-6 R 36&apos; R
          close. Then put partitions off the walls that stand.
        </Text>
        {plan.alone.length > 0 && (
          <Text>The walls of this job lie on no plan; they are on the bench, each on its own.</Text>
        )}
      </Empty>
    </Box>
  );
}

/** The floor as it would be while a hand or a typed line is at it, and until the server has made it so. */
function useDraft(job: Job, plan: Plan, change: JobChange, brought: Edit | null) {
  const [dragged, setDragged] = useState<Edit | null>(null);
  const [typed, setTyped] = useState<Edit | null>(null);
  const [dropped, setDropped] = useState<Plan | null>(null);
  const draft = dragged ?? typed ?? brought;
  const preview = usePlanPreview(job.id, job.revision, draft);
  const seen = draft && !preview.error ? preview.data : undefined;
  // What was dropped stays in sight until the plan is of a later revision.
  const shown = seen?.plan ?? (dropped && dropped.revision === plan.revision ? dropped : plan);
  const known = new Set(plan.walls.map(({ id }) => id));
  const pencilled = new Set(shown.walls.map(({ id }) => id).filter((id) => !known.has(id)));
  return {
    shown,
    pencilled,
    isDragging: dragged !== null,
    says: dragged ? (preview.error?.message ?? seen?.says) : undefined,
    type: setTyped,
    drag: setDragged,
    drop() {
      if (!dragged) return;
      setDropped(seen?.plan ?? null);
      change.make(dragged);
      setDragged(null);
    },
  };
}

/** The selection without what is gone by now. */
function standing(selection: Selection, plan: Plan): Selection {
  const walls = selection.walls.filter((id) => plan.walls.some((wall) => wall.id === id));
  const has = plan.walls.some(({ openings }) => openings.some(({ id }) => id === selection.opening));
  return { walls, opening: has ? selection.opening : null };
}

const ARROWS: Record<string, readonly [number, number] | undefined> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** Arrows nudge by an inch, with Shift by a foot, with Alt by a sixteenth; Delete removes. */
function keyEdit(event: KeyboardEvent, { walls, opening }: Selection): Edit | null {
  const arrow = ARROWS[event.key];
  const by = event.shiftKey ? 12 : event.altKey ? 0.0625 : 1;
  if (arrow && opening) return { edit: "move-opening", id: opening, by: (arrow[0] + arrow[1]) * by };
  if (arrow && walls.length > 0)
    return { edit: "move-walls", ids: [...walls], east: arrow[0] * by, north: arrow[1] * by };
  if (event.key !== "Delete") return null;
  return opening ? { edit: "remove-opening", id: opening } : removal(walls);
}
