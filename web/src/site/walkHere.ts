import type { Walk } from "../api/client";
import { alongOf, stopsOf } from "./along";
import { askHere } from "./core/ask";
import { type Held, walkAsked } from "./held";

/**
 * A walk worked out on this device, of a wall that was taken along: where a tape starts over, and how it is called out,
 * is said in more ways than are kept. What is written, and what is to be struck, is of the nearest walk that is.
 */
export async function walkHere(
  job: string,
  wall: string,
  held: Held,
  over: readonly string[],
): Promise<Walk | null> {
  const along = alongOf(job);
  if (!along) return null;
  const nearest = await fetch(stopsOf(job, wall, { ...held, ...along.held }));
  const read = await askHere(job, wall, "walk", walkAsked(held, over));
  if (!nearest.ok || !read) return null;
  const walk: Walk = await nearest.json();
  const known = new Map(walk.stops.map((stop) => [stop.id, stop]));
  const strikes = walk.stops.filter(({ turn }) => turn === "strike");
  const stops = read.map((stop) => {
    const { is_written = false, by = null, revision = walk.revision } = known.get(stop.id) ?? {};
    return { ...stop, is_written, by, revision };
  });
  return { ...walk, stops: [...strikes, ...stops] };
}
