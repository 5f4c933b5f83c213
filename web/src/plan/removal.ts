import type { Edit } from "../api/client";

/** Removing walls, as one change; null when there are none. */
export function removal(walls: readonly string[]): Edit | null {
  const [first, ...more] = walls;
  if (!first) return null;
  if (more.length === 0) return { edit: "remove-wall", id: first };
  return {
    edit: "several",
    edits: walls.map((id) => ({ edit: "remove-wall", id })),
  };
}
