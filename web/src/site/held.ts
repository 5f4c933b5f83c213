import type { End } from "../api/queries";
import { keptStore } from "../device/keptStore";

/** How somebody walks and holds their tape; kept on this device. */
export interface Held {
  /** The end the tape hooks on, null where the layout starts. */
  hook: End | null;
  burn: boolean;
  on: "both" | "bottom" | "top";
  walk: "by-turn" | "along";
  figures: "inches" | "feet";
  /** How long the tape is, in feet; null where it reaches. */
  reach: number | null;
  isAloud: boolean;
}

const USUAL: Held = {
  hook: null,
  burn: false,
  on: "both",
  walk: "by-turn",
  figures: "inches",
  reach: null,
  isAloud: false,
};

/** What a walk is asked for by. */
export function walkAsked(
  { hook, burn, on, walk, figures, reach }: Omit<Held, "isAloud">,
  over: readonly string[] = [],
) {
  return {
    burn,
    on,
    walk,
    figures,
    ...(hook && { hook }),
    ...(reach !== null && { reach }),
    ...(over.length > 0 && { over: [...over] }),
  };
}

export const held = keptStore<Held>("bluff-held", (stored) => ({
  ...USUAL,
  ...(stored as Partial<Held> | null),
}));

export function hold(change: Partial<Held>) {
  held.setState(({ value }) => ({ value: { ...value, ...change } }));
}

/** How the tape is held at this moment; screens use `useHeld`. */
export const heldNow = (): Held => held.getState().value;
