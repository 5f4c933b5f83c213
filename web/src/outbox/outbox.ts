import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import { useSyncExternalStore } from "react";
import { client, type SaidOnSite, type SignedIn } from "../api/client";
import { ageOf, heardFrom, knownServerTime, type Moment, momentNow } from "../device/deviceClock";

/** Who says things on this device. */
export type Speaker = Pick<SignedIn, "person" | "name" | "initials">;

/** What was said on this device and is not on the server yet. */
export interface Waiting {
  /** In the order it was said; below 0 what there was no room to keep for longer than the page is open. */
  number: number;
  job: string;
  /** Under whose name it goes up; what an older program kept goes up under whoever is signed in. */
  by?: Omit<Speaker, "initials"> & Partial<Speaker>;
  said: SaidOnSite;
  /** A photograph that goes with it. */
  photo?: Blob;
  /** When it was made by the monotonic clock, which nobody sets. */
  made?: Moment;
  /** How often the server failed on it, of all things its own fault. */
  faults?: number;
  /** Why it is not saved and is not sent again by itself; null while it waits to be sent. */
  refused: string | null;
  /** Whether the server has it; it stays here until what shows it was read from there again. */
  hasLanded?: boolean;
}

interface Kept extends DBSchema {
  waiting: { key: number; value: Omit<Waiting, "number"> & { number?: number } };
}

/** What somebody says, before it has a key and a time. */
export type Saying = SaidOnSite extends infer One
  ? One extends unknown
    ? Omit<One, "key" | "at" | "age" | "after">
    : never
  : never;

const AT_ONCE = 200;
const FIRST_PAUSE = 1_000;
const LONGEST_PAUSE = 30_000;
const LONGEST_HOLD = 60_000;
/** How often something is sent that the server fails on before it is set aside, so that all the rest goes on. */
const MOST_FAULTS = 3;
const FAULTY = "Bluff failed three times to save this. It is still on this device.";

let opened: Promise<IDBPDatabase<Kept>> | null = null;
let speaker: Speaker | null = null;
let waiting: readonly Waiting[] = [];
/** The last number given to what there was no room for. */
let homeless = 0;
const listeners = new Set<() => void>();
/** Reads from the server again what it has new of some walls of a job; whether it could. */
type Read = (job: string, walls: readonly string[]) => Promise<boolean>;

/** Reads again once the server has something new. */
let again: Read = async () => true;
/** The jobs that are read again now. */
const reading = new Set<string>();
let isSending = false;
let isHeld = false;
let pause = FIRST_PAUSE;
let timer = 0;

function kept(): Promise<IDBPDatabase<Kept>> {
  opened ??= openDB<Kept>("bluff-site", 1, {
    upgrade(database) {
      database.createObjectStore("waiting", { keyPath: "number", autoIncrement: true });
    },
    // A newer program on another page makes it anew, or the browser cleared it: it is opened again when it is wanted.
    blocking: (_before, _after, event) => {
      (event.target as IDBDatabase).close();
      opened = null;
    },
    terminated: () => {
      opened = null;
    },
  }).catch((error) => {
    opened = null;
    throw error;
  });
  return opened;
}

function become(next: readonly Waiting[]) {
  waiting = next;
  for (const listener of listeners) listener();
}

/** Who is signed in here now: what they said goes up, and what somebody else said waits for them. */
export function speakAs(next: Speaker | null) {
  if (speaker?.person === next?.person) return;
  speaker = next;
  become([...waiting]);
  void send();
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
  const after = knownServerTime();
  const added: Omit<Waiting, "number">[] = said.map((one, index) => ({
    job,
    // What is said together is said in order.
    said: {
      ...one,
      key: crypto.randomUUID(),
      at: new Date(now + index).toISOString(),
      ...(after && { after }),
    } as SaidOnSite,
    made: momentNow(),
    refused: null,
    ...(speaker && { by: { person: speaker.person, name: speaker.name, initials: speaker.initials } }),
    ...(photo && { photo }),
  }));
  // A device that is full keeps it as long as the page is open; `useHomeless` says so.
  const numbers = await writtenDown(added).catch(() => added.map(() => --homeless));
  become([...waiting, ...added.map((one, index) => ({ ...one, number: numbers[index] ?? --homeless }))]);
  void send();
}

async function writtenDown(added: readonly Omit<Waiting, "number">[]): Promise<number[]> {
  const change = (await kept()).transaction("waiting", "readwrite");
  const numbers = await Promise.all([...added.map((one) => change.store.add(one)), change.done]);
  return numbers.slice(0, added.length) as number[];
}

/** Try again to write down what there was no room for. */
async function house(): Promise<void> {
  const left = waiting.filter(({ number, hasLanded }) => number < 0 && !hasLanded);
  if (left.length === 0) return;
  const numbers = await writtenDown(left.map(({ number: _, ...one }) => one)).catch(() => []);
  const given = new Map(left.map(({ number }, index) => [number, numbers[index] ?? number]));
  become(waiting.map((one) => ({ ...one, number: given.get(one.number) ?? one.number })));
}

/** Send something again that was set aside. */
export async function retry(number: number): Promise<void> {
  await amend(number, ({ faults: _, ...one }) => ({ ...one, refused: null }));
  void send();
}

/** Save what goes with a photograph without it, where the photograph is what the server would not take. */
export async function retryWithoutPhoto(number: number): Promise<void> {
  await amend(number, ({ faults: _, photo: __, ...one }) => ({ ...one, refused: null }));
  void send();
}

/** Change one thing that waits, here and where it is written down. */
async function amend(number: number, change: (one: Waiting) => Waiting): Promise<void> {
  const changed = waiting.filter((one) => one.number === number).map(change);
  await rewrite(changed).catch(() => undefined);
  become(waiting.map((one) => changed.find((it) => it.number === one.number) ?? one));
}

/** Discard something that is not saved. What cannot be cleared away here is shown when the page is opened again. */
export function discard(number: number): Promise<void> {
  return leave(waiting.filter((one) => one.number === number)).catch(() => undefined);
}

/** Read what was left here by an earlier visit, and go on sending it. */
export async function startSending(): Promise<void> {
  window.addEventListener("online", () => void send());
  // A browser that keeps nothing has nothing left over; what is said is held by the page.
  const left = await kept()
    .then((database) => database.getAll("waiting"))
    .catch(() => []);
  become([...(left as Waiting[]), ...waiting.filter(({ number }) => number < 0)]);
  for (const job of new Set(landed().map((one) => one.job))) void letLandedGo(job);
  void send();
}

/**
 * Send nothing for a while: a browser changes over to a newer program once the one before it has had nothing to do for
 * half a minute, and what is tried again and again would keep it at work. All of it is on the device.
 */
export function holdStill(): void {
  isHeld = true;
  window.clearTimeout(timer);
  window.setTimeout(() => {
    isHeld = false;
    void send();
  }, LONGEST_HOLD);
}

async function send(): Promise<void> {
  if (isSending || isHeld) return;
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
  return waiting.filter((one) => one.refused === null && !one.hasLanded && isMine(one));
}

function isMine({ by }: Waiting): boolean {
  return speaker !== null && (by === undefined || by.person === speaker.person);
}

async function sendAll(): Promise<void> {
  /** What the server could not take this time; all the rest goes up without waiting for it. */
  const later = new Set<number>();
  await house();
  for (;;) {
    const unsent = toSend().filter(({ number }) => !later.has(number));
    const [next] = unsent;
    if (!next) break;
    const together: Waiting[] = [];
    for (const one of unsent.filter(({ job }) => job === next.job).slice(0, AT_ONCE)) {
      const photo = await photoSent(one);
      if (photo.state === "there") together.push(one);
      else if (photo.state === "refused") await setAside(one, `The photo was not saved: ${photo.why}`);
      else later.add(one.number);
      if (photo.state === "fault") await failed(one);
    }
    if (together.length === 0) continue;
    const { refusals, faulty } = await sent(next.job, together);
    await settle(
      together.filter((one) => !faulty.includes(one)),
      refusals,
    );
    for (const one of faulty) {
      later.add(one.number);
      await failed(one);
    }
    void letLandedGo(next.job);
  }
  if (toSend().some(({ number }) => later.has(number))) throw new Error("something is left");
}

type PhotoSent = { state: "there" | "later" | "fault" } | { state: "refused"; why: string };

/** Send a photograph before what it goes with. One that is refused stays here with it, until somebody decides. */
async function photoSent({ job, said: { key }, photo }: Waiting): Promise<PhotoSent> {
  if (!photo) return { state: "there" };
  const answer = await fetch(`/api/jobs/${job}/site/pictures/${key}`, {
    method: "PUT",
    headers: { "Content-Type": "application/octet-stream" },
    body: photo,
  });
  heardFrom(answer);
  if (answer.ok) return { state: "there" };
  if (answer.status === 500) return { state: "fault" };
  if (answer.status > 500 || IN_TIME.has(answer.status)) return { state: "later" };
  return { state: "refused", why: await whyOf(answer) };
}

/** Answers that say it may be taken another time: nobody is signed in, or too much is asked at once. */
const IN_TIME: ReadonlySet<number> = new Set([401, 408, 429]);

async function whyOf(answer: Response): Promise<string> {
  const body: { message?: string } = await answer.json().catch(() => ({}));
  return body.message ?? `The server answered ${answer.status}.`;
}

/** Count a fault of the server's own on something; after some it is set aside. */
async function failed(one: Waiting): Promise<void> {
  const faults = (one.faults ?? 0) + 1;
  // The server is there: what it fails on is tried again soon, however long it was away before.
  pause = FIRST_PAUSE;
  const isLast = faults >= MOST_FAULTS;
  await amend(one.number, (it) => ({ ...it, faults, ...(isLast && { refused: FAULTY }) }));
}

/** Keep something here that the server would not, with why. */
function setAside(one: Waiting, why: string): Promise<void> {
  return amend(one.number, (it) => ({ ...it, refused: why }));
}

interface Sent {
  /** Why each that is not kept is not, by its key. */
  refusals: Map<string, string>;
  /** Those the server fails on, each by itself. */
  faulty: readonly Waiting[];
}

/** Send some together. Throws where the server was not reached, or cannot take anything now. */
async function sent(job: string, together: readonly Waiting[]): Promise<Sent> {
  const answer = await fetch(`/api/jobs/${job}/site/said`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({
      sent_at: new Date().toISOString(),
      by: speaker?.person,
      said: together.map(({ said, made }) => {
        const age = made ? ageOf(made) : null;
        return { ...said, ...(age !== null && { age }) };
      }),
    }),
  });
  heardFrom(answer);
  if (answer.ok) {
    const { refused }: { refused: { key: string; message: string }[] } = await answer.json();
    return { refusals: new Map(refused.map(({ key, message }) => [key, message])), faulty: [] };
  }
  if (answer.status === 401) {
    // Whoever asks this waits until somebody has signed in; then what is theirs is sent again.
    await client.GET("/api/session");
    throw new Error("nobody was signed in");
  }
  // 409: somebody else signed in on another page of this device.
  if (answer.status > 500 || answer.status === 409 || IN_TIME.has(answer.status))
    throw new Error(`${answer.status}`);
  if (together.length > 1) {
    // Halves find the one that is at fault in few questions, in order, and the others are kept on the way.
    const middle = Math.ceil(together.length / 2);
    const first = await sent(job, together.slice(0, middle));
    const rest = await sent(job, together.slice(middle));
    return {
      refusals: new Map([...first.refusals, ...rest.refusals]),
      faulty: [...first.faulty, ...rest.faulty],
    };
  }
  if (answer.status === 500) return { refusals: new Map(), faulty: together };
  const why = await whyOf(answer);
  return { refusals: new Map(together.map(({ said }) => [said.key, why])), faulty: [] };
}

function landed(): Waiting[] {
  return waiting.filter(({ hasLanded }) => hasLanded);
}

/**
 * Let what has landed of a job leave the device once whatever shows it was read from the server again: an answer that
 * was kept before would show it as it was.
 */
async function letLandedGo(job: string): Promise<void> {
  if (reading.has(job)) return;
  reading.add(job);
  for (let wait = FIRST_PAUSE; ; wait = Math.min(2 * wait, LONGEST_PAUSE)) {
    const ours = landed().filter((one) => one.job === job);
    if (ours.length === 0) break;
    const walls = [...new Set(ours.flatMap(({ said }) => ("wall" in said && said.wall ? [said.wall] : [])))];
    // What cannot be cleared away is let go when the page is opened again.
    if (await again(job, walls).catch(() => false)) await leave(ours).catch(() => undefined);
    else await new Promise((resolve) => window.setTimeout(resolve, wait));
  }
  reading.delete(job);
}

async function leave(gone: readonly Waiting[]): Promise<void> {
  const numbers = new Set(gone.map(({ number }) => number));
  become(waiting.filter(({ number }) => !numbers.has(number)));
  const written = [...numbers].filter((number) => number >= 0);
  if (written.length === 0) return;
  const change = (await kept()).transaction("waiting", "readwrite");
  await Promise.all([...written.map((number) => change.store.delete(number)), change.done]);
}

async function settle(together: readonly Waiting[], refusals: ReadonlyMap<string, string>): Promise<void> {
  const settled = new Map(together.map((one) => [one.number, refusals.get(one.said.key) ?? null]));
  const answered = (one: Waiting): Waiting => {
    const refused = settled.get(one.number) ?? null;
    return refused === null ? { ...one, hasLanded: true } : { ...one, refused };
  };
  // A device without room for it has it as it was, and says it again when it is opened: it is kept there once.
  await rewrite(together.map(answered)).catch(() => undefined);
  become(waiting.map((one) => (settled.has(one.number) ? answered(one) : one)));
}

async function rewrite(changed: readonly Waiting[]): Promise<void> {
  const written = changed.filter(({ number }) => number >= 0);
  if (written.length === 0) return;
  const change = (await kept()).transaction("waiting", "readwrite");
  await Promise.all([...written.map((one) => change.store.put(one)), change.done]);
}

/** Whoever reads again whenever the server has something new of a job from here. */
export function onArrival(read: Read) {
  again = read;
}

function useAll(): readonly Waiting[] {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => waiting,
  );
}

/** What waits on this device of a job, whoever said it. */
export function useWaiting(job: string): readonly Waiting[] {
  return useAll().filter((one) => one.job === job);
}

/** How much of what waits here, of any job, each of those has said who are not signed in; by name. */
export function useWaitingForOthers(): ReadonlyMap<string, number> {
  const all = useAll();
  const found = new Map<string, number>();
  for (const { by, hasLanded } of all)
    if (by && !hasLanded && by.person !== speaker?.person) found.set(by.name, (found.get(by.name) ?? 0) + 1);
  return found;
}

/** How much of what was said here there was no room to keep for longer than the page is open. */
export function useHomeless(): number {
  return useAll().filter(({ number, hasLanded }) => number < 0 && !hasLanded).length;
}
