import type { Stop } from "../api/client";
import type { Waiting } from "../outbox/outbox";

/** Whether a stop is on its plates: as the server knows, and as was recorded here since. */
export function isWritten(stop: Stop, waiting: readonly Waiting[], wall: string): boolean {
  return stop.marks.every(({ plate, mark }) => {
    const last = waiting.findLast(
      ({ said, refused }) =>
        refused === null &&
        said.kind === "mark" &&
        said.wall === wall &&
        said.plate === plate &&
        said.mark === mark &&
        said.revision === stop.revision,
    );
    return last?.said.kind === "mark" ? last.said.is_done : stop.is_written;
  });
}

/** Whether there is nothing left to do at a stop: it is written, or what is struck is off. */
export function isDone(stop: Stop, waiting: readonly Waiting[], wall: string): boolean {
  return isWritten(stop, waiting, wall) !== (stop.turn === "strike");
}

/** Whether work on a wall, or on none, was last said here to be done; null where nobody has said anything of it here. */
export function lastTick(waiting: readonly Waiting[], wall: string | null, work: string): boolean | null {
  const last = waiting.findLast(
    ({ said, refused }) =>
      refused === null && said.kind === "tick" && (said.wall ?? null) === wall && said.work === work,
  );
  return last?.said.kind === "tick" ? last.said.is_done : null;
}

/** The first stop from a place on that is still to be done, once round; null where none is. */
export function nextOpen(isDone: readonly boolean[], from: number): number | null {
  for (let step = 0; step < isDone.length; step++) {
    const place = (from + step) % isDone.length;
    if (!isDone[place]) return place;
  }
  return null;
}
