import type { Check, Stop } from "../../api/client";

export type Verdict = Pick<Check, "state" | "says" | "do" | "sums">;
export type StopRead = Omit<Stop, "revision" | "is_written" | "by">;

/** What the core on this device answers: what `bluff.phone` says by these names. */
interface Questions {
  /** What readings of a check say, as they were typed, by measure. */
  judge: { asked: { check: string; read: Readonly<Record<string, string>> }; answer: Verdict };
  /** A wall's stops as the server is asked for them. */
  walk: { asked: object; answer: StopRead[] };
}

export interface Asked {
  number: number;
  /** The core's files: what is in each, by its path. */
  core: Readonly<Record<string, string>>;
  /** As the server packed it when the job was taken along. */
  wall: Uint8Array;
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

/** What is asked of a wall, worked out on this device; null where it cannot be, as where the wall was not taken along. */
export async function askHere<Question extends keyof Questions>(
  job: string,
  wall: string,
  question: Question,
  asked: Questions[Question]["asked"],
): Promise<Questions[Question]["answer"] | null> {
  const of = `/api/jobs/${job}/site`;
  const answers = await Promise.all([
    fetch(`${of}/core`),
    fetch(`${of}/walls/${encodeURIComponent(wall)}/packed`),
  ]);
  if (!answers.every(({ ok }) => ok)) return null;
  const [files, packed] = [await answers[0].json(), new Uint8Array(await answers[1].arrayBuffer())];
  const number = ++numbered;
  return new Promise((resolve) => {
    open.set(number, (answer) => resolve(answer as Questions[Question]["answer"] | null));
    running().postMessage({ number, core: files, wall: packed, question, asked } satisfies Asked);
  });
}
