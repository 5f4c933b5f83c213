import { t } from "@lingui/core/macro";
import { Trans } from "@lingui/react/macro";
import { useDrag } from "@use-gesture/react";
import { ArrowLeft, Check, SkipForward } from "lucide-react";
import { useEffect, useState } from "react";
import type { Stop, Walk } from "../api/client";
import { Changes } from "../app/Changes";
import { PlainButton } from "../app/PlainButton";
import { Shown } from "../app/Shown";
import { useMay } from "../app/session";
import { capital, useWords } from "../app/words";
import { clockTime } from "../language/when";
import { record, useWaiting, type Waiting } from "../outbox/outbox";
import { BigFigure } from "./BigFigure";
import look from "./Caller.module.css";
import { HeldSheet } from "./HeldSheet";
import type { Held } from "./held";
import { MarkDrawing } from "./MarkDrawing";
import { isDone, nextOpen } from "./ticked";
import { useCallKeys, useHeadset } from "./useCallKeys";
import { useHeld, useWalk } from "./useSite";
import { call, hush } from "./voice";
import { useOpenWall } from "./WallScreen";

const TURNS: Record<Stop["turn"], string> = {
  strike: t`Strike first`,
  meetings: t`Ends and walls that meet`,
  openings: t`Openings`,
  specials: t`Specials`,
  layout: t`Layout`,
};

/** How far a thumb moves, in pixels, that means to swipe. */
const SWIPED = 60;

/** The marks of a wall called one after another, in figures read at arm's length. */
export function Caller() {
  const { job, wall } = useOpenWall();
  const held = useHeld();
  const [over, setOver] = useState<readonly string[]>([]);
  const query = useWalk(job.id, wall, job.revision, held, over);
  return (
    <Shown query={query} what={t`Reading the tape`} trouble={t`This wall could not be called`}>
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
  const first = () => walk.stops[nextOpen(done, 0) ?? 0]?.id ?? null;
  const [named, setNamed] = useState(first);
  // Hooking the tape on the other end, or burning an inch, means standing at that end again.
  const [hooked, setHooked] = useState(walk.hook);
  const [burned, setBurned] = useState(held.burn);
  if (hooked !== walk.hook || burned !== held.burn) {
    setHooked(walk.hook);
    setBurned(held.burn);
    setNamed(first);
  }
  // A stop that is gone, because the plan changed or was struck, leaves the caller at the next one open.
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
    void record(job, ...stop.marks.map((one) => markEntry(walk, one, stop.revision, isWritten)));
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

  if (!stop) return <p className={look.none}>{t`This wall has no marks on these plates.`}</p>;
  return (
    <div {...drag()} className={look.caller}>
      <HeldSheet walk={walk} held={held} stop={stop} over={over} onOver={onOver} />
      <Called stop={stop} walk={walk} held={held} isDone={done[place] ?? false} waiting={waiting} />
      <Neighbours walk={walk} place={place} done={done} />
      <div className={look.thumb}>
        <NextButton stop={stop} left={left} isDone={done[place] ?? false} isAtEnd={isAtEnd} onNext={next} />
        <div className={look.others}>
          <PlainButton size="lg" disabled={place === 0} onClick={back}>
            <ArrowLeft /> {t`Back`}
          </PlainButton>
          <Changes right="record">
            <PlainButton
              size="lg"
              disabled={!done[place]}
              onClick={() => mark(stop.turn === "strike")}
            >{t`Undo`}</PlainButton>
          </Changes>
          <PlainButton size="lg" disabled={place === walk.stops.length - 1} onClick={() => go(place + 1)}>
            <SkipForward /> {t`Skip`}
          </PlainButton>
        </div>
      </div>
    </div>
  );
}

function markEntry(
  { wall, hook }: Walk,
  { plate, mark }: Stop["marks"][number],
  revision: number,
  isWritten: boolean,
) {
  return { kind: "mark", wall, plate, mark, revision, is_done: isWritten, hook } as const;
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
  const { piece } = useWords();
  const from = walk.stops.find(({ id }) => id === stop.from_stop);
  const plates =
    stop.marks.length === 2 ? t`both plates` : piece(`${stop.marks[0]?.plate ?? "bottom"}_plate`);
  const isStruck = stop.turn === "strike";
  return (
    <div className={look.called}>
      <div className={look.reading}>
        <p className={look.turn} data-is-struck={isStruck || undefined}>
          {TURNS[stop.turn]}
          {stop.opening && ` · ${stop.opening}`}
          {from && <> · {t`tape held on ${from.symbol} at ${from.at.text}`}</>}
        </p>
        <p role="status" aria-live="polite">
          <BigFigure text={held.figures === "feet" ? stop.in_feet : stop.at.text} isStruck={isStruck} />
          <span className={look.aloud}>{stop.aloud}</span>
        </p>
        {stop.other_line && (
          <p className={look.other}>
            <Trans>
              and a line at <b>{stop.other_line.text}</b>
            </Trans>
          </p>
        )}
      </div>
      <div className={look.piece}>
        <MarkDrawing symbol={stop.symbol} ahead={stop.ahead} isStruck={isStruck} />
        <div>
          <p className={look.name}>{capital(stop.name)}</p>
          <p className={look.side}>
            {stop.ahead === null ? plates : stop.ahead ? t`ahead, ${plates}` : t`behind, ${plates}`}
          </p>
          {stop.lies && <p className={look.lies}>{stop.lies}</p>}
          <p className={look.marked}>{isThere && marked(stop, waiting)}</p>
        </div>
      </div>
    </div>
  );
}

function marked(stop: Stop, waiting: readonly Waiting[]): string {
  if (stop.turn === "strike") return t`Struck.`;
  if (!stop.by) return waiting.length > 0 ? t`Marked here just now.` : t`Marked.`;
  return t`Marked by ${stop.by.name}, ${clockTime(stop.by.at)}.`;
}

/** What came before on the walk and what comes next, small. */
function Neighbours({ walk, place, done }: { walk: Walk; place: number; done: readonly boolean[] }) {
  const before = walk.stops[place - 1];
  const after = walk.stops[nextOpen(done.with(place, true), place + 1) ?? -1];
  return (
    <div className={look.neighbours}>
      <p>{before && t`before ${before.at.text} ${before.symbol}`}</p>
      <p>{after && t`then ${after.at.text} ${after.symbol}`}</p>
    </div>
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
    ? t`All marked`
    : isThere || !may
      ? t`Next`
      : stop.turn === "strike"
        ? t`Struck`
        : t`Marked`;
  return (
    <PlainButton variant="solid" className={look.next} onClick={onNext}>
      <span>
        {!isThere && may && <Check aria-hidden />}
        {label}
      </span>
      <span className={look.left}>
        {isAtEnd ? t`Go through it again, or on to the next wall.` : t`${left} to go`}
      </span>
    </PlainButton>
  );
}
