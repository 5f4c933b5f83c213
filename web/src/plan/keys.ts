import type { KeyboardEvent } from "react";
import type { Edit } from "../api/client";
import { removal } from "./removal";
import type { Selection } from "./selection";

const ARROWS: Record<string, readonly [number, number] | undefined> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** Arrows nudge by an inch, with Shift by a foot, with Alt by a sixteenth; Delete removes. */
export function keyEdit(event: KeyboardEvent, { walls, opening }: Selection): Edit | null {
  const arrow = ARROWS[event.key];
  const by = event.shiftKey ? 12 : event.altKey ? 0.0625 : 1;
  if (arrow && opening) return { edit: "move-opening", id: opening, by: (arrow[0] + arrow[1]) * by };
  if (arrow && walls.length > 0)
    return { edit: "move-walls", ids: [...walls], east: arrow[0] * by, north: arrow[1] * by };
  if (event.key !== "Delete") return null;
  return opening ? { edit: "remove-opening", id: opening } : removal(walls);
}
