import type { SiteWall } from "../api/client";
import { say, useWaiting } from "../outbox/outbox";
import { lastTick } from "./ticked";

/** What of a wall, or of the job itself, is ticked off: as the server knows, and as was said here since. */
export interface Ticks {
  isDone: (work: string) => boolean;
  /** Who ticked it and when. */
  by: (work: string) => string;
  /** Tick it, or take the tick back. */
  tick: (work: string) => void;
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
      const said = done[work];
      if (!said) return "just now";
      return `${said.name}, ${new Date(said.at).toLocaleString([], { dateStyle: "medium", timeStyle: "short" })}`;
    },
    tick: (work) =>
      void say(job, { kind: "tick", ...(wall !== null && { wall }), work, is_done: !isDone(work) }),
  };
}
