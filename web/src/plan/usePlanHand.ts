import { type PointerEvent, useRef } from "react";
import type { Edit, Picture, Plan, PlanWall } from "../api/client";
import type { Select, Selection } from "./selection";
import { across, along, type Place, pan, snap, toPlan, type View } from "./view";

/** Pixels a hand may tremble before a press is a drag. */
const STILL = 4;

type Grip =
  | { on: "ground"; at: Place; view: View }
  | { on: "box"; at: Place }
  | { on: "picture"; at: Place }
  | { on: "wall"; at: Place; ids: readonly string[]; along: PlanWall | null }
  | { on: "opening"; at: Place; id: string; wall: PlanWall };

/** What is being drawn round with Shift held, in pixels. */
export interface Box {
  from: Place;
  to: Place;
}

export interface Hand {
  onPointerDown: (event: PointerEvent<SVGSVGElement>) => void;
  onPointerMove: (event: PointerEvent<SVGSVGElement>) => void;
  onPointerUp: (event: PointerEvent<SVGSVGElement>) => void;
}

/**
 * A hand on the plan: a press selects, a drag on the ground moves the view, on a wall or an opening it moves
 * that, and with Shift on the ground it draws a box round walls.
 */
export function usePlanHand({
  plan,
  view,
  selection,
  onView,
  onSelect,
  onBox,
  onDrag,
  onDrop,
  onTurn,
  picture,
  onPress,
}: {
  plan: Plan;
  view: View;
  selection: Selection;
  onView: (view: View) => void;
  onSelect: (action: Select) => void;
  onBox: (box: Box | null) => void;
  onDrag: (edit: Edit) => void;
  onDrop: () => void;
  onTurn: (edit: Edit) => void;
  /** The picture, while every drag moves it; null otherwise. */
  picture: Picture | null;
  /** Told of presses instead of selecting, while somebody waits for a place. */
  onPress: ((place: Place) => void) | null;
}): Hand {
  const grip = useRef<Grip | null>(null);
  const moved = useRef(false);
  const start = useRef<Place | null>(null);

  function gripOf(event: PointerEvent<SVGSVGElement>, at: Place): Grip {
    if (picture) return { on: "picture", at };
    const opening = named(event.target, "opening");
    const wallOfOpening = plan.walls.find(({ openings }) => openings.some(({ id }) => id === opening));
    if (opening && wallOfOpening) return { on: "opening", at, id: opening, wall: wallOfOpening };
    const wall = plan.walls.find(({ id }) => id === named(event.target, "wall"));
    if (wall) {
      const isOneOfMany = selection.walls.length > 1 && selection.walls.includes(wall.id);
      return {
        on: "wall",
        at,
        ids: isOneOfMany ? selection.walls : [wall.id],
        along: isOneOfMany ? null : wall,
      };
    }
    return event.shiftKey ? { on: "box", at } : { on: "ground", at, view };
  }

  function drag(held: Grip, at: Place) {
    const pixels: Place = [at[0] - held.at[0], at[1] - held.at[1]];
    const by: Place = [pixels[0] / view.scale, -pixels[1] / view.scale];
    switch (held.on) {
      case "ground":
        return onView(pan(held.view, pixels[0], pixels[1]));
      case "box":
        return onBox({ from: held.at, to: at });
      case "picture": {
        const corner = plan.picture_corner;
        if (!picture || !corner) return;
        const [x, y] = [snap(by[0], view.scale), snap(by[1], view.scale)];
        // From where it lies in the job, not from where the last preview put it.
        const from = start.current ?? corner;
        start.current = from;
        return onDrag({ edit: "set-picture", picture: { ...picture, at: [from[0] + x, from[1] + y] } });
      }
      case "opening": {
        const inches = snap(along(held.wall.start, held.wall.end, by), view.scale);
        return onDrag({ edit: "move-opening", id: held.id, by: inches });
      }
      case "wall": {
        const [east, north] = held.along ? across(held.along.start, held.along.end, by) : by;
        onDrag({
          edit: "move-walls",
          ids: [...held.ids],
          east: snap(east, view.scale),
          north: snap(north, view.scale),
        });
      }
    }
  }

  return {
    onPointerDown(event) {
      if (event.button !== 0) return;
      const corner = plan.corners[Number(named(event.target, "corner") ?? Number.NaN)];
      if (corner && !onPress) return onTurn(corner.turn);
      event.currentTarget.setPointerCapture(event.pointerId);
      start.current = null;
      grip.current = onPress ? { on: "ground", at: placeOf(event), view } : gripOf(event, placeOf(event));
      moved.current = false;
    },
    onPointerMove(event) {
      const held = grip.current;
      if (!held) return;
      const at = placeOf(event);
      moved.current ||= Math.hypot(at[0] - held.at[0], at[1] - held.at[1]) > STILL;
      if (moved.current) drag(held, at);
    },
    onPointerUp(event) {
      const held = grip.current;
      grip.current = null;
      if (!held) return;
      if (!moved.current && onPress) return onPress(toPlan(view, placeOf(event)));
      if (!moved.current) return onSelect(pressed(held, event.shiftKey));
      if (held.on === "box") {
        onSelect({ type: "walls", ids: within(plan, view, held.at, placeOf(event)) });
        onBox(null);
      } else if (held.on !== "ground") {
        onDrop();
      }
    },
  };
}

function pressed(held: Grip, isMore: boolean): Select {
  if (held.on === "opening") return { type: "opening", id: held.id };
  if (held.on === "wall" && held.along) return { type: "wall", id: held.along.id, isMore };
  return held.on === "wall" ? { type: "walls", ids: held.ids } : { type: "nothing" };
}

/** The walls whose middle lies in a box on screen. */
function within(plan: Plan, view: View, from: Place, to: Place): string[] {
  const [one, other] = [toPlan(view, from), toPlan(view, to)];
  const isIn = (axis: 0 | 1, [x, y]: Place) => {
    const value = axis === 0 ? x : y;
    return Math.min(one[axis], other[axis]) <= value && value <= Math.max(one[axis], other[axis]);
  };
  return plan.walls.filter(({ middle }) => isIn(0, middle) && isIn(1, middle)).map(({ id }) => id);
}

function named(target: EventTarget, what: "wall" | "opening" | "corner"): string | null {
  const found = target instanceof Element ? target.closest(`[data-${what}]`) : null;
  return found?.getAttribute(`data-${what}`) ?? null;
}

function placeOf(event: PointerEvent<SVGSVGElement>): Place {
  const box = event.currentTarget.getBoundingClientRect();
  return [event.clientX - box.left, event.clientY - box.top];
}
