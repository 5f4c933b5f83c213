import { Flex, Tabs, Text } from "@chakra-ui/react";
import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { type KeyboardEvent, useEffect, useReducer, useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import type { Bench, Finding, Job, Purpose } from "../api/client";
import { type Tape, useBench } from "../api/queries";
import { Changes } from "../app/Changes";
import { Empty } from "../app/Empty";
import { useOpenJob } from "../app/JobScreens";
import { Loading } from "../app/Loading";
import { SidePanel } from "../app/SidePanel";
import type { JobChange } from "../app/useJobChange";
import { useOnward } from "../app/useOnward";
import type { LoadPath } from "../drawing/Elevation";
import type { Picking } from "../drawing/PlateStrip";
import { PhraseLine } from "../line/PhraseLine";
import { BenchBar } from "./BenchBar";
import { BenchDrawing } from "./BenchDrawing";
import { CutList } from "./CutList";
import { FindingsList } from "./FindingsList";
import { MarkedPanel, MarkedTab } from "./MarkedPanel";
import { OpeningForm } from "./OpeningForm";
import { OpeningsPanel } from "./OpeningsPanel";
import { newOpening } from "./openingDraft";
import { PieceCard } from "./PieceCard";
import { NOTHING_PICKED, pick, stepAlong } from "./picking";
import { Readout } from "./Readout";
import { SnapOut } from "./SnapOut";
import { usePurpose } from "./usePurpose";
import { WaysPanel } from "./WaysPanel";

/** The bench: one wall of a job. */
export function BenchScreen() {
  const { job, change } = useOpenJob();
  const first = job.walls[0];
  // Without a wall in the address it is the first, drawn at once.
  const wall = useParams().wall ?? first?.id;
  const [isAdding, setAdding] = useState(false);
  // Kept here, so that going through the walls stays on the same tab.
  const [tab, setTab] = useState("findings");
  const onward = useOnward();

  // biome-ignore lint/correctness/useExhaustiveDependencies: going to another wall ends adding one
  useEffect(() => setAdding(false), [wall]);

  const needsWall = isAdding || !first;
  return (
    <>
      <BenchBar job={job} wall={wall} isAdding={needsWall} onAdd={() => setAdding(true)} change={change} />
      <PhraseLine
        key={needsWall ? "wall" : wall}
        job={job.id}
        revision={job.revision}
        wall={needsWall ? null : (wall ?? null)}
        {...(needsWall ? TYPE_A_WALL : TYPE_AN_OPENING)}
        change={change}
        onDone={({ edit }) => {
          if (edit.edit === "add-wall") onward(`/jobs/${job.id}/bench/${encodeURIComponent(edit.wall.id)}`);
        }}
      />
      <OnBench job={job} wall={wall} change={change} tab={tab} onTab={setTab} />
    </>
  );
}

const TYPE_A_WALL = { label: t`Type a wall`, placeholder: t`A wall, like 18-6 2x4` };
const TYPE_AN_OPENING = {
  label: t`Type an opening`,
  placeholder: t`An opening, like 3-6x4-6 @ 9-3`,
  hint: t`@ edge 7-2, 2-0 before W1; W1 head 84 changes it; post 3 @ 9-3; ? lists everything`,
};

interface Tabbed {
  tab: string;
  onTab: (tab: string) => void;
}

/** The wall on the bench, or why there is none. */
function OnBench({ job, wall, ...rest }: { job: Job; wall: string | undefined; change: JobChange } & Tabbed) {
  if (job.walls.length === 0)
    return (
      <Empty title={t`No walls yet`}>
        <Text>
          <Trans>
            Type the first one above: its length and its studs, like 18-6 2x4 for eighteen foot six of
            two-by-four.
          </Trans>
        </Text>
      </Empty>
    );
  if (!job.walls.some(({ id }) => id === wall))
    return (
      <Empty title={t`There is no wall ${wall ?? ""}`}>
        <Text>{t`It was removed or has another mark now. Choose a wall above, or undo.`}</Text>
      </Empty>
    );
  return <WallOnBench key={wall} job={job} wall={wall ?? ""} {...rest} />;
}

function WallOnBench({
  job,
  wall,
  change,
  ...tabbed
}: { job: Job; wall: string; change: JobChange } & Tabbed) {
  const [tape, setTape] = useTape();
  const bench = useBench(job.id, wall, job.revision, tape);
  if (bench.error && !bench.isPlaceholderData)
    return <Empty title={t`This wall could not be framed`}>{bench.error.message}</Empty>;
  if (!bench.data || bench.data.wall.id !== wall) return <Loading what={t`Framing the wall`} />;
  return <Framed job={job} bench={bench.data} change={change} onTape={setTape} {...tabbed} />;
}

function Framed({
  job,
  bench,
  change,
  onTape,
  tab,
  onTab,
}: {
  job: Job;
  bench: Bench;
  change: JobChange;
  onTape: (tape: Tape) => void;
} & Tabbed) {
  // A label's code leads to its piece.
  const [search] = useSearchParams();
  const [picked, act] = useReducer(pick, { ...NOTHING_PICKED, key: search.get("piece") });
  const navigate = useNavigate();
  // The opening in the form, "" for a new one, null while there is no form.
  const [open, setOpen] = useState<string | null>(null);
  const edited = bench.openings.find(({ opening }) => opening.id === open)?.opening;
  const picking: Picking = {
    picked: picked.key,
    hovered: picked.hovered,
    onPick: (key) => act({ type: "pick", key }),
    onHover: (key) => act({ type: "hover", key }),
  };
  const piece = bench.wall.members.some(({ id }) => id === picked.key) ? picked.key : null;
  const purpose = usePurpose(job.id, bench.wall.id, bench.revision, piece);
  const show = ({ at }: Finding) => act({ type: "place", at });
  const step = (by: 1 | -1) => act({ type: "pick", key: stepAlong(bench, picked.key, by) });

  function onKey(event: KeyboardEvent) {
    const move = KEYS[event.key];
    if (!move) return;
    event.preventDefault();
    if (move === "leave") act({ type: "pick", key: null });
    else if ("along" in move) step(bench.hook === "start" ? move.along : move.along === 1 ? -1 : 1);
    else act({ type: "rise", members: bench.wall.members, by: move.up });
  }

  return (
    <Flex flex="1" minH="0" direction={{ base: "column", lg: "row" }}>
      <Flex direction="column" flex="1" minW="0" minH={{ base: "560px", lg: "0" }}>
        <BenchDrawing
          bench={bench}
          picking={picking}
          path={purpose && pathOf(purpose)}
          place={picked.place}
          onKey={onKey}
          onOpening={setOpen}
          onNeighbour={(id) => navigate(`/jobs/${job.id}/bench/${encodeURIComponent(id)}`)}
        />
        <Readout bench={bench} picked={picked.key} onStep={step} onTape={onTape} />
      </Flex>
      <SidePanel>
        {open !== null ? (
          <OpeningForm
            key={open}
            job={job}
            bench={bench}
            before={edited ?? null}
            draft={edited ?? newOpening(job, bench.wall.id)}
            change={change}
            onClose={() => setOpen(null)}
          />
        ) : (
          <>
            <PieceCard
              bench={bench}
              picked={picked.key}
              purpose={purpose}
              onChange={(edit) => change.make(edit)}
            />
            <Panels
              job={job}
              bench={bench}
              change={change}
              tab={tab}
              onTab={onTab}
              onShow={show}
              onOpen={setOpen}
            />
          </>
        )}
      </SidePanel>
    </Flex>
  );
}

/** What is known of the wall besides the drawing; not redrawn while the mouse only passes over pieces. */
function Panels({
  job,
  bench,
  change,
  tab,
  onTab,
  onShow,
  onOpen,
}: {
  job: Job;
  bench: Bench;
  change: JobChange;
  onShow: (finding: Finding) => void;
  onOpen: (opening: string) => void;
} & Tabbed) {
  return (
    <Tabs.Root value={tab} onValueChange={({ value }) => onTab(value)} lazyMount unmountOnExit>
      <Tabs.List flexWrap="wrap" css={{ "& > button": { px: "1" } }}>
        <Tabs.Trigger value="findings">
          {t`Findings`} {bench.wall.findings.length || ""}
        </Tabs.Trigger>
        <Tabs.Trigger value="cut">{t`Cut list`}</Tabs.Trigger>
        <Tabs.Trigger value="openings">{t`Openings`}</Tabs.Trigger>
        <Tabs.Trigger value="ways">{t`Ways`}</Tabs.Trigger>
        <MarkedTab job={job} wall={bench.wall.id} />
        {bench.snap_out && <Tabs.Trigger value="snap">{t`Snap`}</Tabs.Trigger>}
      </Tabs.List>
      <Tabs.Content value="findings">
        <FindingsList findings={bench.wall.findings} onShow={onShow} onFix={(fix) => change.make(fix)} />
      </Tabs.Content>
      <Tabs.Content value="cut">
        <CutList bench={bench} />
      </Tabs.Content>
      <Tabs.Content value="openings">
        <OpeningsPanel bench={bench} onOpen={onOpen} />
      </Tabs.Content>
      <Tabs.Content value="marked">
        <MarkedPanel job={job} wall={bench.wall.id} />
      </Tabs.Content>
      <Tabs.Content value="snap">
        {bench.snap_out && <SnapOut job={job.id} wall={bench.wall.id} snapped={bench.snap_out} />}
      </Tabs.Content>
      <Tabs.Content value="ways">
        <Changes>
          <WaysPanel job={job} bench={bench} change={change} />
        </Changes>
      </Tabs.Content>
    </Tabs.Root>
  );
}

/** The pieces that press on the picked one, and those its load goes down through. */
function pathOf({ carries, down }: Purpose): LoadPath {
  return new Map([
    ...carries.map((id) => [id, "above"] as const),
    ...down.map((id) => [id, "below"] as const),
  ]);
}

type Move = "leave" | { along: 1 | -1 } | { up: 1 | -1 };

const KEYS: Record<string, Move | undefined> = {
  ArrowRight: { along: 1 },
  ArrowLeft: { along: -1 },
  ArrowUp: { up: 1 },
  ArrowDown: { up: -1 },
  Escape: "leave",
};

/** How the tape is held, in the address so that it can be kept and sent. */
function useTape(): [Tape, (tape: Tape) => void] {
  const [search, setSearch] = useSearchParams();
  const end = search.get("hook");
  const hook = end === "start" || end === "end" ? end : null;
  const burn = search.get("burn") === "1";
  function setTape(tape: Tape) {
    setSearch(
      { ...(tape.hook ? { hook: tape.hook } : {}), ...(tape.burn ? { burn: "1" } : {}) },
      { replace: true },
    );
  }
  return [{ hook, burn }, setTape];
}
