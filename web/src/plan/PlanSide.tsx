import { Tabs } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { useState } from "react";
import type { Plan } from "../api/client";
import { Changes } from "../app/Changes";
import { useOpenJob } from "../app/JobScreens";
import { DrawingCard } from "./DrawingCard";
import { OrderPanel } from "./OrderPanel";
import { PacksPanel } from "./PacksPanel";
import { PictureCard } from "./PictureCard";
import { SelectionCard } from "./SelectionCard";
import type { Select, Selection } from "./selection";
import type { useDrawingImport } from "./useDrawingImport";
import type { usePictureWork } from "./usePictureWork";
import { WallsPanel } from "./WallsPanel";

/** What is known of the plan beside it: a drawing that is brought in, or the picture, the selection and the lists. */
export function PlanSide({
  plan,
  selection,
  onSelect,
  onOpen,
  drawingImport,
  pictureWork,
}: {
  plan: Plan;
  selection: Selection;
  onSelect: (action: Select) => void;
  /** Opens a wall's bench. */
  onOpen: (wall: string) => void;
  drawingImport: ReturnType<typeof useDrawingImport>;
  pictureWork: ReturnType<typeof usePictureWork>;
}) {
  const { job, change } = useOpenJob();
  const [tab, setTab] = useState("walls");
  const { picture } = job.job;
  if (drawingImport.brought)
    return (
      <DrawingCard
        brought={drawingImport.brought}
        isBusy={drawingImport.isBusy || change.isBusy}
        pointed={drawingImport.pointed}
        onPoint={drawingImport.point}
        onAnswer={drawingImport.answer}
        onTake={({ edit }) => edit && change.make(edit, drawingImport.leave)}
        onLeave={drawingImport.leave}
      />
    );
  return (
    <>
      <Changes>
        {picture && <PictureCard picture={picture} work={pictureWork} change={change} />}
        <SelectionCard
          job={job}
          plan={plan}
          selection={selection}
          change={change}
          onSelect={onSelect}
          onOpen={onOpen}
        />
      </Changes>
      <Tabs.Root value={tab} onValueChange={({ value }) => setTab(value)} lazyMount unmountOnExit>
        <Tabs.List>
          <Tabs.Trigger value="walls">{t`Walls`}</Tabs.Trigger>
          <Tabs.Trigger value="order">{t`Order`}</Tabs.Trigger>
          <Tabs.Trigger value="packs">{t`Packs`}</Tabs.Trigger>
        </Tabs.List>
        <Tabs.Content value="walls">
          <WallsPanel job={job} plan={plan} selection={selection} onSelect={onSelect} onOpen={onOpen} />
        </Tabs.Content>
        <Tabs.Content value="order">
          <OrderPanel plan={plan} onSelect={onSelect} />
        </Tabs.Content>
        <Tabs.Content value="packs">
          <PacksPanel plan={plan} />
        </Tabs.Content>
      </Tabs.Root>
    </>
  );
}
