import type { Edit, Header, Job, Wall, Ways } from "../api/client";

/** Some ways said otherwise; undefined lets one follow again. */
export type Changes = { [Key in keyof Ways]?: Ways[Key] | undefined };

/** Keys that stand for the same choice: setting one takes the other's place. */
const INSTEAD: Partial<Record<keyof Ways, readonly (keyof Ways)[]>> = {
  stud_length: ["wall_height", "measured"],
  wall_height: ["stud_length", "measured"],
  measured: ["stud_length", "wall_height"],
};

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

function changed<Whole extends Ways>(whole: Whole, changes: Changes): Whole {
  const gone = new Set<string>();
  for (const [key, value] of Object.entries(changes)) {
    if (value === undefined) gone.add(key);
    for (const instead of INSTEAD[key as keyof Ways] ?? []) gone.add(instead);
  }
  const merged = { ...whole, ...changes };
  return Object.fromEntries(Object.entries(merged).filter(([key]) => !gone.has(key))) as unknown as Whole;
}

/** Another kind of header takes its own usual boards; only who says so carries over. */
export function headerOfKind(kind: NonNullable<Header["kind"]>, before: Header): Header {
  const source = before.source ? { source: before.source } : {};
  if (kind === "solid") return { kind, size: "4x8", ...source };
  return { kind, ...source };
}
