/** Where somebody is on the way to a first wall. */
export interface Way {
  /** The job in view, none on the list of jobs. */
  job: { id: string; walls: number; openings: number } | null;
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
      title: mayChange ? "Start a job" : "Open a job",
      says: mayChange
        ? "Name it above as your crew calls it and press Start; or open one that is there."
        : "Press the name of one of your crew’s jobs.",
      at: null,
    };
  if (job.walls === 0 && mayChange)
    return {
      number: 2,
      title: "Put its walls on the plan",
      says: "Draw them, or type the outside in the line above: 12' R 8' R 12' R close 2x4 walks round a shed.",
      at: "plan",
    };
  if (job.openings === 0 && mayChange)
    return {
      number: 3,
      title: "Put a window in it",
      says: "On the bench, in the line above the wall: 3-6x4-6 @ 6-0 is its call-out and where its center is.",
      at: "bench",
    };
  if (!hasLooked)
    return {
      number: 4,
      title: "See where each figure comes from",
      says: "Press a {king} on the bench: beside it stand its lengths and its place, each with its sum.",
      at: "bench",
    };
  return {
    number: STEPS,
    title: "Take it to the deck",
    says: "Site calls the marks one at a time, the way you walk the plates. Press a wall there and begin.",
    at: "site",
  };
}
