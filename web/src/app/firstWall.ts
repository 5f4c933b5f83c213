/** Where somebody is on the way to a first wall. */
import { t } from "@lingui/core/macro";
export interface Way {
  /** The job in view, none on the list of jobs. */
  job: {
    id: string;
    walls: number;
    openings: number /** What its crew calls a king stud. */;
    king: string;
  } | null;
  /** Whether they may change plans; who may not sets out on a wall that is there. */
  mayChange: boolean;
  /** Whether they have seen where a figure comes from. */
  hasLooked: boolean;
}

export interface Step {
  number: number;
  title: string;
  says: string;
  /** The stage it is done at. */
  at: string | null;
}

export const STEPS = 5;

/** The step somebody is at: the first that is not done. */
export function stepOf({ job, mayChange, hasLooked }: Way): Step {
  if (!job)
    return {
      number: 1,
      title: mayChange ? t`Start a job` : t`Open a job`,
      says: mayChange
        ? t`Type a name for it above and press Start, or open a job in the list.`
        : t`Press the name of a job.`,
      at: null,
    };
  if (job.walls === 0 && mayChange)
    return {
      number: 2,
      title: t`Add its walls to the plan`,
      says: t`Draw them, or type the outside in the line above: 12' R 8' R 12' R close 2x4 walks around a shed.`,
      at: "plan",
    };
  if (job.openings === 0 && mayChange)
    return {
      number: 3,
      title: t`Add a window`,
      says: t`On the bench, in the line above the wall: 3-6x4-6 @ 6-0 is its call-out and the place of its center.`,
      at: "bench",
    };
  if (!hasLooked)
    return {
      number: 4,
      title: t`See where each figure comes from`,
      says: t`Press a ${job.king} on the bench to see the sums behind its length and its place.`,
      at: "bench",
    };
  return {
    number: STEPS,
    title: t`Take it to the deck`,
    says: t`Site calls the marks one at a time, in the order you walk the plates. Press a wall to start.`,
    at: "site",
  };
}
