import { useState } from "react";
import type { Picture, Plan } from "../api/client";
import type { Place } from "./view";

/** Two places pressed on the picture, one after the other; null while it is not being scaled. */
export type Scaling = readonly Place[] | null;

/** What is being done to the picture under the plan: moved by every drag, or scaled by two places pressed on it. */
export function usePictureWork(plan: Plan, picture: Picture | null) {
  const [scaling, setScaling] = useState<Scaling>(null);
  const [isMoved, move] = useState(false);

  /** A place of the plan as a place on its picture, in pixels from the picture's upper left. */
  function press([east, north]: Place) {
    const corner = plan.picture_corner;
    if (!picture || !corner) return;
    const { scale } = picture;
    setScaling([...(scaling ?? []), [(east - corner[0]) / scale, (corner[1] - north) / scale]]);
  }
  return { scaling, setScaling, isMoved, move, press: scaling && scaling.length < 2 ? press : null };
}
