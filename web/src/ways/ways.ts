import type { Edit, Header, Job, Wall, Ways, Whence } from "../api/client";

/** Some ways said otherwise; undefined lets one follow again. */
export type Changes = { [Key in keyof Ways]?: Ways[Key] | undefined };

/** Keys that stand for the same choice: setting one takes the other's place. */
const INSTEAD: Partial<Record<keyof Ways, readonly (keyof Ways)[]>> = {
  stud_length: ["wall_height", "measured"],
  wall_height: ["stud_length", "measured"],
  measured: ["stud_length", "wall_height"],
};

/** Where an opening's ways come from while it is in a form; those it does not say itself are the wall's. */
export function whenceInForm(wall: Whence): Whence {
  return { here: "this opening", follows: "the wall", of: wall.of };
}

/** How a row of the ways shows where it is said, and lets it follow again where it is said here. */
export interface Standing {
  /** Where what holds was said; nothing where it is as usual. */
  whence: string | null;
  /** What it would follow again. */
  follows: string;
  onFollow: (() => void) | undefined;
}

/** How a key stands at a level; `own` is what is said there so far, where nobody was asked about it yet. */
export function standing(
  key: keyof Ways,
  { here, follows, of }: Whence,
  onFollow: () => void,
  own?: Ways,
): Standing {
  const whence = own && isSaid(own, key) ? here : (of[key] ?? null);
  return { whence, follows, onFollow: whence === here ? onFollow : undefined };
}

function isSaid(ways: Ways, key: keyof Ways): boolean {
  return ways[key] !== undefined && ways[key] !== null;
}

/** What a wall or an opening says itself, without the keys that follow. */
export function said<Whole extends object>(whole: Whole): Whole {
  return Object.fromEntries(
    Object.entries(whole).filter(([, value]) => value !== undefined && value !== null && value !== ""),
  ) as Whole;
}

/** The edit that alters a wall as it is when the edit's turn comes. */
export function changeWall(id: string, alter: (wall: Wall) => Wall): (job: Job) => Edit {
  return ({ job }) => {
    const wall = job.walls?.find((one) => one.id === id);
    if (!wall) throw new Error(`Wall ${id} is not in this job any more; choose another.`);
    return { edit: "change-wall", id, wall: alter(wall) };
  };
}

/** The edit that says some ways otherwise for a wall; what is to be said may depend on what it says by then. */
export function setOnWall(id: string, changes: (wall: Wall) => Changes): (job: Job) => Edit {
  return changeWall(id, (wall) => changed(wall, changes(wall)));
}

/** The edit that says some ways otherwise for a whole job. */
export function setOnJob(changes: Changes): (job: Job) => Edit {
  return ({ job }) => ({ edit: "set-standard", standard: changed(job.standard ?? {}, changes) });
}

/** What a crew's standard becomes with a job's own ways in it. */
export function mergedWays(crew: Ways, own: Ways): Ways {
  return changed(crew, said(own));
}

function changed<Whole extends Ways>(whole: Whole, changes: Changes): Whole {
  const gone = new Set<string>();
  for (const [key, value] of Object.entries(changes)) {
    if (value === undefined) gone.add(key);
    for (const instead of INSTEAD[key as keyof Ways] ?? []) gone.add(instead);
  }
  const merged = { ...whole, ...changes };
  return Object.fromEntries(Object.entries(merged).filter(([key]) => !gone.has(key))) as unknown as Whole;
}

/** Another kind of header takes its own usual boards, and is nobody's word yet; where it sits carries over. */
export function headerOfKind(kind: NonNullable<Header["kind"]>, before: Header): Header {
  const place = before.place ? { place: before.place } : {};
  if (kind === "solid") return { kind, size: "4x8", ...place };
  return { kind, ...place };
}

/** A header of other boards is nobody's word until somebody says so again. */
export function resized(header: Header, boards: Pick<Header, "size" | "plies" | "laid">): Header {
  const { source: _, ...others } = header;
  return { ...others, ...boards };
}
