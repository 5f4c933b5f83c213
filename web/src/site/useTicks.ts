import type { SiteWall } from "../api/client";
import { say, useWaiting } from "./outbox";

/** What of a wall is ticked off: as the server knows, and as was said here since. */
export interface Ticks {
  isDone: (work: string) => boolean;
  /** Who ticked it and when. */
  by: (work: string) => string;
  /** Tick it, or take the tick back. */
  tick: (work: string) => void;
}

export function useTicks(job: string, { wall, done }: Pick<SiteWall, "wall" | "done">): Ticks {
  const waiting = useWaiting();
  function isDone(work: string): boolean {
    const last = waiting.findLast(
      ({ said, job: of, refused }) =>
        of === job && refused === null && said.kind === "tick" && said.wall === wall && said.work === work,
    );
    return last?.said.kind === "tick" ? last.said.is_done : work in done;
  }
  return {
    isDone,
    by(work) {
      const said = done[work];
      if (!said) return "just now";
      return `${said.name}, ${new Date(said.at).toLocaleString([], { dateStyle: "medium", timeStyle: "short" })}`;
    },
    tick: (work) => void say(job, { kind: "tick", wall, work, is_done: !isDone(work) }),
  };
}
