import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import { useSyncExternalStore } from "react";
import { client, type SaidOnSite } from "../api/client";

/** What was said on this device and is not on the server yet. */
export interface Waiting {
  /** In the order it was said. */
  number: number;
  job: string;
  said: SaidOnSite;
  /** A photograph that goes with it. */
  photo?: Blob;
  /** Why the server would not keep it; null while it waits to be sent. */
  refused: string | null;
  /** Whether the server has it; it stays here until what is on the screen was read from there again. */
  hasLanded?: boolean;
}

interface Kept extends DBSchema {
  waiting: { key: number; value: Omit<Waiting, "number"> & { number?: number } };
}

/** What somebody says, before it has a key and a time. */
export type Saying = SaidOnSite extends infer One
  ? One extends unknown
    ? Omit<One, "key" | "at">
    : never
  : never;

const AT_ONCE = 200;
const FIRST_PAUSE = 1_000;
const LONGEST_PAUSE = 30_000;

let opened: Promise<IDBPDatabase<Kept>> | null = null;
let waiting: readonly Waiting[] = [];
const listeners = new Set<() => void>();
/** Whoever reads from the server again once it has something new of a job. */
const arrivals = new Set<(job: string) => Promise<unknown>>();
let isSending = false;
let pause = FIRST_PAUSE;
let timer = 0;

function kept(): Promise<IDBPDatabase<Kept>> {
  opened ??= openDB<Kept>("bluff-site", 1, {
    upgrade(database) {
      database.createObjectStore("waiting", { keyPath: "number", autoIncrement: true });
    },
  });
  return opened;
}

function become(next: readonly Waiting[]) {
  waiting = next;
  for (const listener of listeners) listener();
}

/**
 * Say something on the site of a job. It is on this device before this ends, and on the server once that can be
 * reached; under its key it is kept there once, however often it is sent.
 */
export function say(job: string, ...said: Saying[]): Promise<void> {
  return sayAll(job, said, null);
}

/** Say something with a photograph; as `say`. */
export function sayWith(job: string, photo: Blob, said: Saying): Promise<void> {
  return sayAll(job, [said], photo);
}

async function sayAll(job: string, said: Saying[], photo: Blob | null): Promise<void> {
  const now = Date.now();
  const added: Omit<Waiting, "number">[] = said.map((one, index) => ({
    job,
    // What is said together is said in order.
    said: { ...one, key: crypto.randomUUID(), at: new Date(now + index).toISOString() } as SaidOnSite,
    refused: null,
    ...(photo && { photo }),
  }));
  const database = await kept();
  const change = database.transaction("waiting", "readwrite");
  const numbers = await Promise.all(added.map((one) => change.store.add(one)));
  await change.done;
  become([...waiting, ...added.map((one, index) => ({ ...one, number: numbers[index] ?? 0 }))]);
  void send();
}

/** Let go of something the server would not keep. */
export async function letGo(number: number): Promise<void> {
  await (await kept()).delete("waiting", number);
  become(waiting.filter((one) => one.number !== number));
}

/** Read what was left here by an earlier visit, and go on sending it. */
export async function startSending(): Promise<void> {
  window.addEventListener("online", () => void send());
  const left = await (await kept()).getAll("waiting");
  become(left as Waiting[]);
  void send();
}

async function send(): Promise<void> {
  if (isSending) return;
  isSending = true;
  window.clearTimeout(timer);
  try {
    // One page of this device sends at a time.
    await (navigator.locks ? navigator.locks.request("bluff-site", sendAll) : sendAll());
    pause = FIRST_PAUSE;
    // What was said after the last look, while the others were told, is not left lying until something else is said.
    if (toSend().length > 0) timer = window.setTimeout(() => void send(), 0);
  } catch {
    timer = window.setTimeout(() => void send(), pause);
    pause = Math.min(2 * pause, LONGEST_PAUSE);
  } finally {
    isSending = false;
  }
}

function toSend(): Waiting[] {
  return waiting.filter(({ refused, hasLanded }) => refused === null && !hasLanded);
}

async function sendAll(): Promise<void> {
  for (;;) {
    const unsent = toSend();
    const [next] = unsent;
    if (!next) return;
    const together = unsent.filter(({ job }) => job === next.job).slice(0, AT_ONCE);
    for (const one of together) if (one.photo) await sendPhoto(one.job, one.said.key, one.photo);
    const refusals = await sent(next.job, together);
    await settle(together, refusals);
    void Promise.allSettled([...arrivals].map((read) => read(next.job))).then(() => {
      const numbers = new Set(together.map(({ number }) => number));
      become(waiting.filter(({ number, hasLanded }) => !(hasLanded && numbers.has(number))));
    });
  }
}

/** Send a photograph before what it goes with; one that the server will not have is left out. */
async function sendPhoto(job: string, key: string, photo: Blob): Promise<void> {
  const answer = await fetch(`/api/jobs/${job}/site/pictures/${key}`, {
    method: "PUT",
    headers: { "Content-Type": "application/octet-stream" },
    body: photo,
  });
  if (answer.status >= 500 || answer.status === 401) throw new Error(`${answer.status}`);
}

/** Send some; why each that is not kept is not, by its key. Throws where the server was not reached. */
async function sent(job: string, together: readonly Waiting[]): Promise<Map<string, string>> {
  const answer = await fetch(`/api/jobs/${job}/site/said`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({ sent_at: new Date().toISOString(), said: together.map(({ said }) => said) }),
  });
  if (answer.ok) {
    const { refused }: { refused: { key: string; message: string }[] } = await answer.json();
    return new Map(refused.map(({ key, message }) => [key, message]));
  }
  if (answer.status === 401) {
    // Whoever asks this waits until somebody has signed in; then all of it is sent again.
    await client.GET("/api/session");
    return sent(job, together);
  }
  if (answer.status >= 500) throw new Error(`${answer.status}`);
  if (together.length > 1) {
    const each = await Promise.all(together.map((one) => sent(job, [one])));
    return new Map(each.flatMap((refused) => [...refused]));
  }
  const body: { message?: string } = await answer.json().catch(() => ({}));
  return new Map(
    together.map(({ said }) => [said.key, body.message ?? `The server answered ${answer.status}.`]),
  );
}

async function settle(together: readonly Waiting[], refusals: ReadonlyMap<string, string>): Promise<void> {
  const settled = new Map(together.map((one) => [one.number, refusals.get(one.said.key) ?? null]));
  const change = (await kept()).transaction("waiting", "readwrite");
  await Promise.all(
    together.map((one) => {
      const refused = settled.get(one.number) ?? null;
      return refused === null ? change.store.delete(one.number) : change.store.put({ ...one, refused });
    }),
  );
  await change.done;
  become(
    waiting.map((one) => {
      if (!settled.has(one.number)) return one;
      const refused = settled.get(one.number) ?? null;
      return refused === null ? { ...one, hasLanded: true } : { ...one, refused };
    }),
  );
}

/** Read again whenever the server has something new of a job from here; returns how to stop it. */
export function onArrival(read: (job: string) => Promise<unknown>): () => void {
  arrivals.add(read);
  return () => arrivals.delete(read);
}

/** Everything that waits on this device, of every job. */
export function useWaiting(): readonly Waiting[] {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => waiting,
  );
}
