import { t } from "@lingui/core/macro";
import type { Job, Way, WaysGroup } from "../api/client";
import type { OneWay } from "./useCompare";

/** Where one choice is looked at: the whole job, a wall, or an opening. */
export interface Where {
  wall: string | null;
  opening: string | null;
}

/** How a place is written in a list of choices. */
export function whereText({ wall, opening }: Where): string {
  return opening ? `opening ${opening}` : wall ? `wall ${wall}` : "";
}

/** Every place that can have a setting of its own, the whole job first. */
export function placesIn({ job }: Job): { where: Where; name: string }[] {
  const walls = (job.walls ?? []).map(({ id }) => ({
    where: { wall: id, opening: null },
    name: t`Wall ${id}`,
  }));
  const openings = (job.openings ?? []).map(({ id, wall }) => ({
    where: { wall, opening: id },
    name: t`${id} in wall ${wall}`,
  }));
  return [{ where: { wall: null, opening: null }, name: t`The whole job` }, ...walls, ...openings];
}

/** The rows that are a choice of a few. */
export function choicesIn(groups: readonly WaysGroup[]): Way[] {
  return groups.flatMap(({ rows }) => rows).filter(({ options, is_open }) => options.length > 1 && !is_open);
}

/** The options of a row as ways to compare, the one that holds first. */
export function optionsAsWays({ way, key, name, options, text }: Way, { wall, opening }: Where): OneWay[] {
  const held = options.toSorted((one, other) => Number(other.value === text) - Number(one.value === text));
  return held.map((option) =>
    // Set again, a setting could lose what else belongs to it: a header its plies.
    option.value === text
      ? { name: t`${option.name}, as it is`, considered: null }
      : {
          name: option.name,
          considered: {
            says: `${name}: ${option.name}`,
            edits: [
              { edit: "set-way", way, text: option.value, ...(opening ? { opening } : wall ? { wall } : {}) },
            ],
            way: { way, key, text: option.value },
          },
        },
  );
}
