import type { Edit, Job, Wall } from "../api/client";

/** The edit that alters a wall as it is when the edit's turn comes. */
export function changeWall(id: string, alter: (wall: Wall) => Wall): (job: Job) => Edit {
  return ({ job }) => {
    const wall = job.walls?.find((one) => one.id === id);
    if (!wall) throw new Error(`Wall ${id} is not in this job any more; choose another.`);
    return { edit: "change-wall", id, wall: alter(wall) };
  };
}
