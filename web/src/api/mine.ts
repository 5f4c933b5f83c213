/** The changes that were made on this page: an undo takes those back, and asks about any other. */

const MOST = 200;

function key(job: string): string {
  return `bluff-made-${job}`;
}

function made(job: string): number[] {
  try {
    const kept: unknown = JSON.parse(sessionStorage.getItem(key(job)) ?? "[]");
    return Array.isArray(kept) ? kept.filter((one) => typeof one === "number") : [];
  } catch {
    return []; // A browser that keeps nothing: every undo asks.
  }
}

/** This page made the change that is a revision of a job. */
export function madeHere(job: string, revision: number): void {
  try {
    sessionStorage.setItem(key(job), JSON.stringify([...made(job), revision].slice(-MOST)));
  } catch {
    // As above.
  }
}

export function isMadeHere(job: string, revision: number): boolean {
  return made(job).includes(revision);
}
