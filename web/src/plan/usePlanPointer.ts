import { useGesture } from "@use-gesture/react";
import type { RefObject } from "react";
import type { Edit, Picture, Plan, PlanWall } from "../api/client";
import type { Select, Selection } from "./selection";
import { across, along, type Place, pan, snap, toPlan, type View, zoom } from "./view";

/** Pixels a press may move before it is a drag. */
const STILL = 4;

type Grip =
  | { on: "ground"; at: Place; view: View }
  | { on: "box"; at: Place }
  /** Where it lay in the job, not where the last preview put it. */
  | { on: "picture"; at: Place; from: Place }
  | { on: "wall"; at: Place; ids: readonly string[]; along: PlanWall | null }
  | { on: "opening"; at: Place; id: string; wall: PlanWall };

/** What is being drawn round with Shift held, in pixels. */
export interface Box {
  from: Place;
  to: Place;
}

/**
 * The pointer on the plan: a press selects, a drag on the ground moves the view, on a wall or an opening it moves
 * that, and with Shift on the ground it draws a box round walls. Two fingers, or a wheel, bring it nearer.
 */
export function usePlanPointer(
  target: RefObject<SVGSVGElement | null>,
  {
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
    /** Null leaves what was dragged where it was. */
    onDrag: (edit: Edit | null) => void;
    onDrop: () => void;
    onTurn: (edit: Edit) => void;
    /** The picture, while every drag moves it; null otherwise. */
    picture: Picture | null;
    /** Told of presses instead of selecting, while somebody waits for a place. */
    onPress: ((place: Place) => void) | null;
  },
): void {
  function gripOf(event: UIEvent & { shiftKey: boolean }, at: Place): Grip {
    if (onPress) return { on: "ground", at, view };
    if (picture && plan.picture_corner) return { on: "picture", at, from: plan.picture_corner };
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
        if (!picture) return;
        const [x, y] = [snap(by[0], view.scale), snap(by[1], view.scale)];
        return onDrag({
          edit: "set-picture",
          picture: { ...picture, at: [held.from[0] + x, held.from[1] + y] },
        });
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

  function press(event: UIEvent & { shiftKey: boolean }, at: Place) {
    if (onPress) return onPress(toPlan(view, at));
    const corner = plan.corners[Number(named(event.target, "corner") ?? Number.NaN)];
    return corner ? onTurn(corner.turn) : onSelect(pressed(gripOf(event, at), event.shiftKey));
  }

  function leave(held: Grip, at: Place, isMeant: boolean) {
    if (held.on === "box") {
      onBox(null);
      if (isMeant) onSelect({ type: "walls", ids: within(plan, view, held.at, at) });
    } else if (held.on !== "ground") {
      if (isMeant) onDrop();
      else onDrag(null);
    }
  }

  function inDrawing([x, y]: Place): Place {
    const box = target.current?.getBoundingClientRect();
    return [x - (box?.left ?? 0), y - (box?.top ?? 0)];
  }

  useGesture(
    {
      onDrag({ event, initial, xy, tap, last, canceled, pinching, cancel, memo }): Grip | undefined {
        const at = inDrawing(xy);
        if (tap) {
          press(event, at);
          return undefined;
        }
        const held: Grip = memo ?? gripOf(event, inDrawing(initial));
        // A second finger means the view, and leaves what the first had begun to move.
        if (last) leave(held, at, !canceled);
        else if (pinching) cancel();
        else drag(held, at);
        return held;
      },
      onPinch({ origin, movement: [scale], first, memo }): Pinch {
        const at = inDrawing(origin);
        const before: Pinch = first ? { at, view } : memo;
        const moved = pan(before.view, at[0] - before.at[0], at[1] - before.at[1]);
        onView(zoom(moved, scale, at));
        return before;
      },
      onWheel({ event }) {
        event.preventDefault();
        onView(zoom(view, Math.exp(-event.deltaY / 600), inDrawing([event.clientX, event.clientY])));
      },
    },
    {
      target,
      eventOptions: { passive: false },
      drag: { filterTaps: true, tapsThreshold: STILL, pointer: { keys: false } },
    },
  );
}

/** Where two fingers went down, and what was in view then. */
interface Pinch {
  at: Place;
  view: View;
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

function named(target: EventTarget | null, what: "wall" | "opening" | "corner"): string | null {
  const found = target instanceof Element ? target.closest(`[data-${what}]`) : null;
  return found?.getAttribute(`data-${what}`) ?? null;
}
