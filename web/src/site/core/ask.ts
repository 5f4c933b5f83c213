import { i18n } from "@lingui/core";
import { type Remote, wrap } from "comlink";
import type { Check, SignedIn, SiteDay, SiteEntry, Stop } from "../../api/client";
import { addresses } from "../addresses";
import type { CoreApi } from "./core.worker";

export type Verdict = Pick<Check, "state" | "says" | "do" | "sums">;
export type StopView = Omit<Stop, "revision" | "is_written" | "by">;

/** Who made an entry. */
type Author = Pick<SignedIn, "name" | "initials">;

/** What the core on this device answers: what `bluff.views.phone` says by these names. */
interface Questions {
  /** What readings of a check say, as they were typed, by measure. */
  judge: { params: { check: string; read: Readonly<Record<string, string>> }; answer: Verdict };
  /** A wall's stops as the server is asked for them. */
  walk: { params: object; answer: StopView[] };
  /** What is left to be done on a job, with this device's entries. */
  day: { params: { now: string; entries: (SiteEntry & Author)[] }; answer: SiteDay };
}

/** The core at work in Python, and what resolves where that ends by a fault of its own. */
interface Running {
  core: Remote<CoreApi>;
  failed: Promise<null>;
}

let running: Running | null = null;

/** Python is started when it is first wanted: it takes seconds, and with a signal nobody needs it. */
function started(): Running {
  if (running) return running;
  const worker = new Worker(new URL("./core.worker.ts", import.meta.url), { type: "module" });
  const failed = new Promise<null>((resolve) =>
    worker.addEventListener("error", () => {
      running = null;
      resolve(null);
    }),
  );
  running = { core: wrap<CoreApi>(worker), failed };
  return running;
}

/**
 * What is asked of a wall or, without one, of a job, worked out on this device; null where it cannot be, as where the
 * job was not saved for offline.
 */
export async function askHere<Question extends keyof Questions>(
  job: string,
  wall: string | null,
  question: Question,
  params: Questions[Question]["params"],
): Promise<Questions[Question]["answer"] | null> {
  const answers = await Promise.all([fetch(addresses.core(job)), fetch(addresses.packed(job, wall))]);
  if (!answers.every(({ ok }) => ok)) return null;
  const [files, packed] = [await answers[0].json(), new Uint8Array(await answers[1].arrayBuffer())];
  const { core, failed } = started();
  return Promise.race([core.answer(files, packed, question, params, i18n.locale), failed]) as Promise<
    Questions[Question]["answer"] | null
  >;
}
