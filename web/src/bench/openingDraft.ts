import { t } from "@lingui/core/macro";
import type { Job, Opening, Position } from "../api/client";

type Kind = Opening["kind"];

/** A new window in the middle of the wall, with the first mark nobody has. */
export function newOpening(job: Job, wall: string): Opening {
  return { id: freeMark(job, "window"), wall, kind: "window", unit: "3-0 x 4-0", at: "centered" };
}

/** The first mark nobody has for an opening of that kind. */
export function freeMark(job: Job, kind: Kind): string {
  return kind === "window" ? job.next.window : job.next.doorway;
}

/** A position as the form shows it: to what of the opening, how far, from where. */
export interface Place {
  reference: "center" | "edge" | "centered";
  distance: string;
  from: string;
}

const OPENING = "opening:";
const WALL = "wall:";
/** Before what is measured toward the wall's start. */
const BACK = "before:";
const FACES = ["near", "center", "far"] as const;
const FACE_NAMES = { near: t`near face`, center: t`center`, far: t`far face` } as const;

export function placeOf(at: Position): Place {
  if (at === "centered") return { reference: "centered", distance: "", from: "plate-start" };
  const reference = at.edge === undefined ? "center" : "edge";
  const from = at.from ?? "plate-start";
  return {
    reference,
    distance: String(at[reference] ?? ""),
    from: `${at.toward === "start" ? BACK : ""}${keyOf(from)}`,
  };
}

type Origin = NonNullable<Exclude<Position, "centered">["from"]>;

function keyOf(origin: Origin): string {
  if (typeof origin === "string") return origin;
  return "opening" in origin ? `${OPENING}${origin.opening}` : `${WALL}${origin.face}:${origin.wall}`;
}

function originOf(key: string): Origin {
  if (key.startsWith(OPENING)) return { opening: key.slice(OPENING.length) };
  const face = FACES.find((name) => key.startsWith(`${WALL}${name}:`));
  if (face) return { wall: key.slice(`${WALL}${face}:`.length), face };
  return key as "plate-start" | "plate-end" | "outside-start" | "outside-end";
}

export function positionOf({ reference, distance, from }: Place): Position {
  if (reference === "centered") return "centered";
  if (!from.startsWith(BACK)) return { [reference]: distance, from: originOf(from) };
  return { [reference]: distance, from: originOf(from.slice(BACK.length)), toward: "start" };
}

/** What a position can be measured from, in a wall with these openings that meets these walls. */
export function origins(openings: string[], walls: string[]): { value: string; label: string }[] {
  return [
    { value: "plate-start", label: t`Left end, plate` },
    { value: "plate-end", label: t`Right end, plate` },
    { value: "outside-start", label: t`Left, outside` },
    { value: "outside-end", label: t`Right, outside` },
    ...openings.flatMap((id) => [
      { value: `${OPENING}${id}`, label: t`Past ${id}` },
      { value: `${BACK}${OPENING}${id}`, label: t`Before ${id}` },
    ]),
    ...walls.flatMap((id) =>
      FACES.flatMap((face) => [
        { value: keyOf({ wall: id, face }), label: t`Past the ${FACE_NAMES[face]} of ${id}` },
        { value: `${BACK}${keyOf({ wall: id, face })}`, label: t`Before the ${FACE_NAMES[face]} of ${id}` },
      ]),
    ),
  ];
}

/** What an opening says itself, without the keys that are empty. */
export function asEntered(opening: Opening): Opening {
  const given = Object.entries(opening).filter(
    ([, value]) => value !== undefined && value !== null && value !== "",
  );
  return Object.fromEntries(given) as unknown as Opening;
}
