import { useState } from "react";
import type { Edit, Plan } from "../api/client";
import { usePlanPreview } from "../api/queries";
import { useOpenJob } from "../app/JobScreens";

/** The floor as it would be while it is dragged or a line is typed, and until the server has made it so. */
export function useDraft(plan: Plan, brought: Edit | null) {
  const { job, change } = useOpenJob();
  const [dragged, setDragged] = useState<Edit | null>(null);
  const [typed, setTyped] = useState<Edit | null>(null);
  const [dropped, setDropped] = useState<Plan | null>(null);
  const draft = dragged ?? typed ?? brought;
  const preview = usePlanPreview(job.id, job.revision, draft);
  const seen = draft && !preview.error ? preview.data : undefined;
  // What was dropped stays in sight until the plan is of a later revision.
  const shown = seen?.plan ?? (dropped && dropped.revision === plan.revision ? dropped : plan);
  const known = new Set(plan.walls.map(({ id }) => id));
  return {
    shown,
    /** Walls that are only typed so far. */
    pencilled: new Set(shown.walls.map(({ id }) => id).filter((id) => !known.has(id))),
    isDragging: dragged !== null,
    says: dragged ? (preview.error?.message ?? seen?.says) : undefined,
    type: setTyped,
    drag: setDragged,
    drop() {
      if (!dragged) return;
      setDropped(seen?.plan ?? null);
      change.make(dragged);
      setDragged(null);
    },
  };
}
