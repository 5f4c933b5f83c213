import type { Stop } from "../api/client";
import type { Waiting } from "../outbox/outbox";

/** Whether a stop is on its plates: as the server knows, and as was recorded here since. */
export function isWritten(stop: Stop, waiting: readonly Waiting[], wall: string): boolean {
  return stop.marks.every(({ plate, mark }) => {
    const last = waiting.findLast(
      ({ entry, refused }) =>
        refused === null &&
        entry.kind === "mark" &&
        entry.wall === wall &&
        entry.plate === plate &&
        entry.mark === mark &&
        entry.revision === stop.revision,
    );
    return last?.entry.kind === "mark" ? last.entry.is_done : stop.is_written;
  });
}

/** Whether there is nothing left to do at a stop: it is written, or what is struck is off. */
export function isDone(stop: Stop, waiting: readonly Waiting[], wall: string): boolean {
  return isWritten(stop, waiting, wall) !== (stop.turn === "strike");
}

/** Whether work on a wall, or on none, was last entered here as done; null where nothing was entered. */
export function lastTick(waiting: readonly Waiting[], wall: string | null, work: string): boolean | null {
  const last = waiting.findLast(
    ({ entry, refused }) =>
      refused === null && entry.kind === "tick" && (entry.wall ?? null) === wall && entry.work === work,
  );
  return last?.entry.kind === "tick" ? last.entry.is_done : null;
}

/** The first stop from a place on that is still to be done, once round; null where none is. */
export function nextOpen(isDone: readonly boolean[], from: number): number | null {
  for (let step = 0; step < isDone.length; step++) {
    const place = (from + step) % isDone.length;
    if (!isDone[place]) return place;
  }
  return null;
}
