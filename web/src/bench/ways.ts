import type { Edit, Header, Job, Wall, Ways } from "../api/client";

/** Whose ways are being set: this wall's, or the whole job's. */
export type Scope = "wall" | "job";

/** Keys that stand for the same choice: setting one takes the other's place. */
const INSTEAD: Partial<Record<keyof Ways, readonly (keyof Ways)[]>> = {
  stud_length: ["wall_height", "measured"],
  wall_height: ["stud_length", "measured"],
  measured: ["stud_length", "wall_height"],
};

/** The edit that sets some keys, or lets them follow again where the value is undefined. */
export function setWays(
  scope: Scope,
  job: Job,
  wall: Wall,
  changes: { [Key in keyof Ways]?: Ways[Key] | undefined },
): Edit {
  const gone = new Set<string>();
  for (const [key, value] of Object.entries(changes)) {
    if (value === undefined) gone.add(key);
    for (const instead of INSTEAD[key as keyof Ways] ?? []) gone.add(instead);
  }
  function changed<Whole extends Ways>(whole: Whole): Whole {
    const merged = { ...whole, ...changes };
    return Object.fromEntries(Object.entries(merged).filter(([key]) => !gone.has(key))) as unknown as Whole;
  }
  if (scope === "job") return { edit: "set-standard", standard: changed(job.job.standard ?? {}) };
  return { edit: "change-wall", id: wall.id, wall: changed(wall) };
}

/** Another kind of header takes its own usual boards; only who says so carries over. */
export function headerOfKind(kind: NonNullable<Header["kind"]>, before: Header): Header {
  const source = before.source ? { source: before.source } : {};
  if (kind === "solid") return { kind, size: "4x8", ...source };
  return { kind, ...source };
}
