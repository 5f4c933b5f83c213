/** What a device knows of the time besides its wall clock, which anybody may set: how long ago, and after what. */

const KNOWN = "bluff-server-time";
/** The header that says the server's time has whole seconds: it was then, or up to this much later. */
const ROUNDED = 1_000;
/** Tells this visit's monotonic clock from that of another, which began to count elsewhere. */
const VISIT = crypto.randomUUID();

/** A moment by the monotonic clock of one visit. */
export interface Moment {
  visit: string;
  ms: number;
}

export function momentNow(): Moment {
  return { visit: VISIT, ms: performance.now() };
}

/** Milliseconds since a moment at least: a clock may stand still while the device sleeps. Null of another visit. */
export function ageOf({ visit, ms }: Moment): number | null {
  return visit === VISIT ? Math.max(performance.now() - ms, 0) : null;
}

let known = stored();

function stored(): number {
  try {
    return Number(localStorage.getItem(KNOWN)) || 0;
  } catch {
    return 0; // A browser that keeps nothing knows what it hears in this visit.
  }
}

/** Learn the server's time from an answer. One that was kept has the time it was given at, so only a later one counts. */
export function heardFrom({ headers }: Response): void {
  const served = Date.parse(headers.get("date") ?? "") + ROUNDED;
  if (!(served > known)) return;
  known = served;
  try {
    localStorage.setItem(KNOWN, String(served));
  } catch {
    // As above.
  }
}

/** The latest the server's time is known to have been; null where it was never heard. */
export function knownServerTime(): string | null {
  return known ? new Date(known).toISOString() : null;
}
