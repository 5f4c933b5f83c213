import type { Walk } from "../api/client";
import { addresses } from "./addresses";
import { askHere } from "./core/ask";
import { type Held, walkAsked } from "./held";
import { type OfflineCopy, offlineCopyOf } from "./offlineCopy";

/** How a tape is held in the walk that is kept, of all there are, and most like this one. */
export function nearest(along: OfflineCopy, held: Held): Held {
  return { ...held, ...along.held };
}

/**
 * A walk worked out on this device, of a wall that was saved for offline: where a tape starts over, and how it is called out,
 * can be called in more ways than are kept. What is written, and what is to be struck, is of the nearest walk that is.
 */
export async function walkHere(
  job: string,
  wall: string,
  held: Held,
  over: readonly string[],
): Promise<Walk | null> {
  const along = offlineCopyOf(job);
  if (!along) return null;
  const kept = await fetch(addresses.stops(job, wall, nearest(along, held)));
  const read = await askHere(job, wall, "walk", walkAsked(held, over));
  if (!kept.ok || !read) return null;
  const walk: Walk = await kept.json();
  const known = new Map(walk.stops.map((stop) => [stop.id, stop]));
  const strikes = walk.stops.filter(({ turn }) => turn === "strike");
  const stops = read.map((stop) => {
    const { is_written = false, by = null, revision = walk.revision } = known.get(stop.id) ?? {};
    return { ...stop, is_written, by, revision };
  });
  return { ...walk, stops: [...strikes, ...stops] };
}
