import type { End } from "../api/queries";

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

const KEY = "bluff-held";
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

const listeners = new Set<() => void>();
let held: Held = stored();

function stored(): Held {
  try {
    return { ...USUAL, ...JSON.parse(localStorage.getItem(KEY) ?? "{}") };
  } catch {
    return USUAL;
  }
}

export function hold(change: Partial<Held>) {
  held = { ...held, ...change };
  localStorage.setItem(KEY, JSON.stringify(held));
  for (const listener of listeners) listener();
}

export const heldNow = (): Held => held;

/** Call a listener whenever the tape is held another way, until what this returns is called. */
export function onHeld(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
