import type { Check } from "../../api/client";

export type Verdict = Pick<Check, "state" | "says" | "do" | "sums">;

/** What the core on this device is asked: what readings of a check say, as they were typed, by measure. */
export interface Asked {
  number: number;
  /** The core's files: what is in each, by its path. */
  core: Readonly<Record<string, string>>;
  /** As the server packed it when the job was taken along. */
  wall: Uint8Array;
  check: string;
  read: Readonly<Record<string, string>>;
}

export interface Judged {
  number: number;
  verdict: Verdict | null;
}

let core: Worker | null = null;
let asked = 0;
const open = new Map<number, (verdict: Verdict | null) => void>();

/** Python is started when it is first wanted: it takes seconds, and whoever has a signal never needs it. */
function running(): Worker {
  if (core) return core;
  core = new Worker(new URL("./core.worker.ts", import.meta.url), { type: "module" });
  core.addEventListener("message", ({ data }: MessageEvent<Judged>) => {
    open.get(data.number)?.(data.verdict);
    open.delete(data.number);
  });
  core.addEventListener("error", () => {
    for (const give of open.values()) give(null);
    open.clear();
    core = null;
  });
  return core;
}

/** What readings say, worked out on this device; null where it cannot be, because the wall was not taken along. */
export async function judge(
  job: string,
  wall: string,
  check: string,
  read: Asked["read"],
): Promise<Verdict | null> {
  const of = `/api/jobs/${job}/site`;
  const answers = await Promise.all([
    fetch(`${of}/core`),
    fetch(`${of}/walls/${encodeURIComponent(wall)}/packed`),
  ]);
  if (!answers.every(({ ok }) => ok)) return null;
  const [files, packed] = [await answers[0].json(), new Uint8Array(await answers[1].arrayBuffer())];
  const number = ++asked;
  return new Promise((resolve) => {
    open.set(number, resolve);
    running().postMessage({ number, core: files, wall: packed, check, read } satisfies Asked);
  });
}
