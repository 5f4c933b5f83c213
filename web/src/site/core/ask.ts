import type { Check, SaidOnSite, SignedIn, SiteDay, Stop } from "../../api/client";

export type Verdict = Pick<Check, "state" | "says" | "do" | "sums">;
export type StopView = Omit<Stop, "revision" | "is_written" | "by">;

/** Who said something. */
type Speaking = Pick<SignedIn, "name" | "initials">;

/** What the core on this device answers: what `bluff.views.phone` says by these names. */
interface Questions {
  /** What readings of a check say, as they were typed, by measure. */
  judge: { asked: { check: string; read: Readonly<Record<string, string>> }; answer: Verdict };
  /** A wall's stops as the server is asked for them. */
  walk: { asked: object; answer: StopView[] };
  /** What is left to be done on a job, with what was said here. */
  day: { asked: { now: string; said: (SaidOnSite & Speaking)[] }; answer: SiteDay };
}

export interface Asked {
  number: number;
  /** The core's files: what is in each, by its path. */
  core: Readonly<Record<string, string>>;
  /** As the server packed it when the job was taken along. */
  packed: Uint8Array;
  question: keyof Questions;
  asked: object;
}

export interface Answered {
  number: number;
  /** Null where there is none. */
  answer: unknown;
}

let core: Worker | null = null;
let numbered = 0;
const open = new Map<number, (answer: unknown) => void>();

/** Python is started when it is first wanted: it takes seconds, and whoever has a signal never needs it. */
function running(): Worker {
  if (core) return core;
  core = new Worker(new URL("./core.worker.ts", import.meta.url), { type: "module" });
  core.addEventListener("message", ({ data }: MessageEvent<Answered>) => {
    open.get(data.number)?.(data.answer);
    open.delete(data.number);
  });
  core.addEventListener("error", () => {
    for (const give of open.values()) give(null);
    open.clear();
    core = null;
  });
  return core;
}

/** Where the server has the core's files. */
export function coreOf(job: string): string {
  return `/api/jobs/${job}/site/core`;
}

/** Where the server has what the core works on here: a wall or, where there is none, a job as its crew is at it. */
export function packedOf(job: string, wall: string | null): string {
  const of = `/api/jobs/${job}/site`;
  return wall === null ? `${of}/packed` : `${of}/walls/${encodeURIComponent(wall)}/packed`;
}

/**
 * What is asked of a wall or, without one, of a job, worked out on this device; null where it cannot be, as where the
 * job was not taken along.
 */
export async function askHere<Question extends keyof Questions>(
  job: string,
  wall: string | null,
  question: Question,
  asked: Questions[Question]["asked"],
): Promise<Questions[Question]["answer"] | null> {
  const answers = await Promise.all([fetch(coreOf(job)), fetch(packedOf(job, wall))]);
  if (!answers.every(({ ok }) => ok)) return null;
  const [files, packed] = [await answers[0].json(), new Uint8Array(await answers[1].arrayBuffer())];
  const number = ++numbered;
  return new Promise((resolve) => {
    open.set(number, (answer) => resolve(answer as Questions[Question]["answer"] | null));
    running().postMessage({ number, core: files, packed, question, asked } satisfies Asked);
  });
}
