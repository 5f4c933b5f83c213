import { t } from "@lingui/core/macro";
import type { SiteWall } from "../api/client";
import { dateTime } from "../language/when";
import { recordTick, useWaiting } from "../outbox/outbox";
import { lastTick } from "./ticked";

/** What of a wall, or of the job itself, is ticked off: as the server knows, and as was recorded here since. */
export interface Ticks {
  isDone: (work: string) => boolean;
  /** Who ticked it and when. */
  by: (work: string) => string;
  /** Tick what is called so, or take the tick back. */
  tick: (work: string, named: string) => void;
}

export function useTicks(
  job: string,
  { wall, done }: { wall: string | null; done: SiteWall["done"] },
): Ticks {
  const waiting = useWaiting(job);
  const isDone = (work: string) => lastTick(waiting, wall, work) ?? work in done;
  return {
    isDone,
    by(work) {
      const last = done[work];
      if (!last) return t`just now`;
      return `${last.name}, ${dateTime(last.at)}`;
    },
    tick: (work, named) =>
      void recordTick(job, named, {
        kind: "tick",
        ...(wall !== null && { wall }),
        work,
        is_done: !isDone(work),
      }),
  };
}
