import { Box, Flex, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { type KeyboardEvent, useReducer, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import type { Job, Plan } from "../api/client";
import { usePlan } from "../api/queries";
import { Empty } from "../app/Empty";
import { useOpenJob } from "../app/JobScreens";
import { Shown } from "../app/Shown";
import { SidePanel } from "../app/SidePanel";
import type { JobChange } from "../app/useJobChange";
import { PhraseLine } from "../line/PhraseLine";
import { keyEdit } from "./keys";
import { PlanBar } from "./PlanBar";
import { PlanDrawing } from "./PlanDrawing";
import { PlanSide } from "./PlanSide";
import { NOTHING, type Selection, select } from "./selection";
import { useDraft } from "./useDraft";
import { useDrawingImport } from "./useDrawingImport";
import { usePictureWork } from "./usePictureWork";

/** The plan: a floor of walls, seen from above. */
export function PlanScreen() {
  const { job, change } = useOpenJob();
  const query = usePlan(job.id, job.revision);
  return (
    <Shown query={query} what={t`Opening the plan`} trouble={t`This plan could not be opened`}>
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
  const picture = job.job.picture ?? null;
  const drawingImport = useDrawingImport(job.id, change);
  const pictureWork = usePictureWork(plan, picture);
  const draft = useDraft(plan, drawingImport.brought?.drawing.edit ?? null);
  const navigate = useNavigate();
  const openBench = (wall: string) => navigate(`/jobs/${job.id}/bench/${encodeURIComponent(wall)}`);
  const says = draft.says ?? drawingImport.says;

  function onKey(event: KeyboardEvent) {
    const edit = change.isAllowed ? keyEdit(event, selection) : null;
    if (edit) change.make(edit);
    else if (event.key === "Escape") act({ type: "nothing" });
    else if (event.key === "Enter" && selection.walls[0]) openBench(selection.walls[0]);
    else return;
    event.preventDefault();
  }

  return (
    <>
      <PlanBar
        areDimensionsShown={areDimensionsShown}
        onDimensions={() => showDimensions(!areDimensionsShown)}
        isReading={drawingImport.isBusy}
        onFile={drawingImport.bring}
      />
      <PhraseLine
        job={job.id}
        revision={job.revision}
        wall={selection.walls.length === 1 ? (selection.walls[0] ?? null) : null}
        opening={selection.opening}
        label={t`Type what the plan says`}
        {...(job.walls.length === 0 ? TYPE_THE_OUTSIDE : TYPE_ON)}
        change={change}
        onReading={draft.type}
        onDone={({ edit }) => {
          if (edit.edit === "add-wall") act({ type: "wall", id: edit.wall.id, isMore: false });
        }}
      />
      <Flex flex="1" minH="0" direction={{ base: "column", lg: "row" }}>
        <Box position="relative" flex="1" minW="0" minH={{ base: "480px", lg: "0" }} display="flex">
          <PlanDrawing
            plan={draft.shown}
            pencilled={draft.pencilled}
            selection={selection}
            areDimensionsShown={areDimensionsShown}
            isDragging={draft.isDragging}
            onSelect={act}
            {...(change.isAllowed ? { onDrag: draft.drag, onDrop: draft.drop, onTurn: change.make } : STAYS)}
            onKey={onKey}
            job={job.id}
            picture={picture}
            drawing={drawingImport.brought?.drawing ?? null}
            pointed={drawingImport.pointed}
            isPictureMoved={pictureWork.isMoved}
            pressed={pictureWork.scaling ?? []}
            onPress={pictureWork.press}
          />
          {says && <OverPlan says={says} />}
          {draft.shown.walls.length === 0 && !picture && <NothingDrawn plan={plan} />}
        </Box>
        <SidePanel>
          <PlanSide
            plan={plan}
            selection={selection}
            onSelect={act}
            onOpen={openBench}
            drawingImport={drawingImport}
            pictureWork={pictureWork}
          />
        </SidePanel>
      </Flex>
    </>
  );
}

/** A plan the viewer may not change: it can be moved and zoomed, nothing on it. */
const STAYS = { onDrag: () => {}, onDrop: () => {}, onTurn: () => {} };

const TYPE_THE_OUTSIDE = {
  placeholder: t`36' R 22-6 R 36' R close`,
  hint: t`Walk around the outside: lengths, and R or L for the turns; R45 for a bay; 2x4 at the end for other studs`,
};
const TYPE_ON = {
  placeholder: t`12-4 off east from A to C`,
  hint: t`A partition off a wall, 8-0 north of F; an opening, 3-6x4-6 @ 9-3 in A; a walk; A through at B; ? lists everything`,
};

/** What a drag is about to do, or what is being read. */
function OverPlan({ says }: { says: string }) {
  return (
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
      {says}
    </Text>
  );
}

function NothingDrawn({ plan }: { plan: Plan }) {
  return (
    <Box position="absolute" inset="0" pointerEvents="none">
      <Empty title={t`Nothing in the plan yet`}>
        <Text>
          <Trans>
            Walk around the outside in the line above: lengths and turns, like 36' R 22-6 R 36' R close. Then
            add partitions off those walls.
          </Trans>
        </Text>
        {plan.alone.length > 0 && (
          <Text>{t`The walls of this job are not on the plan. They are on the bench, each on its own.`}</Text>
        )}
      </Empty>
    </Box>
  );
}

/** The selection without what is gone by now. */
function standing(selection: Selection, plan: Plan): Selection {
  const walls = selection.walls.filter((id) => plan.walls.some((wall) => wall.id === id));
  const has = plan.walls.some(({ openings }) => openings.some(({ id }) => id === selection.opening));
  return { walls, opening: has ? selection.opening : null };
}
