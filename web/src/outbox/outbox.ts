import { t } from "@lingui/core/macro";
import { client } from "../api/client";
import { ageOf, heardFrom } from "../device/deviceClock";
import {
  type Author,
  add,
  amend,
  amendAll,
  load,
  type NewEntry,
  remove,
  useOutbox,
  type Waiting,
  writeUnwritten,
} from "./entries";

export type { Waiting } from "./entries";

const AT_ONCE = 200;
const FIRST_PAUSE = 1_000;
const LONGEST_PAUSE = 30_000;
const LONGEST_HOLD = 60_000;
/** How often an entry is sent that the server fails on before it is set aside, so that all the rest goes on. */
const MOST_FAULTS = 3;
const FAULTY = t`Bluff failed three times to save this. It is still on this device.`;

/** Reads from the server again what it has new of some walls of a job; whether it could. */
type Read = (job: string, walls: readonly string[]) => Promise<boolean>;

/** What sending is at; one page sends one thing at a time. */
const sending = { isBusy: false, isHeld: false, pause: FIRST_PAUSE, timer: 0 };
/** Reads again once the server has something new, and the jobs it is reading now. */
const arrival = { read: (async () => true) as Read, reading: new Set<string>() };

const waiting = (): readonly Waiting[] => useOutbox.getState().waiting;

/** Set who is signed in here: their entries go up, and somebody else's wait for them. */
export function setAuthor(next: Author | null) {
  if (useOutbox.getState().author?.person === next?.person) return;
  useOutbox.setState({ author: next });
  void send();
}

/**
 * Record entries of a job's site. They are on this device before this ends, and on the server once that can be reached;
 * under its key each is kept there once, however often it is sent.
 */
export async function record(job: string, ...entries: NewEntry[]): Promise<void> {
  await add(job, entries);
  void send();
}

/** Record that work is done or not, by what it is called here; as `record`. */
export async function recordTick(
  job: string,
  named: string,
  entry: NewEntry & { kind: "tick" },
): Promise<void> {
  await add(job, [entry], { named });
  void send();
}

/** Record something with a photograph; as `record`. */
export async function recordWithPhoto(job: string, photo: Blob, entry: NewEntry): Promise<void> {
  await add(job, [entry], { photo });
  void send();
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

/** Discard something that is not saved. */
export function discard(number: number): Promise<void> {
  return remove([number]);
}

/** Read what an earlier visit left here, and go on sending it. */
export async function startSending(): Promise<void> {
  window.addEventListener("online", () => void send());
  await load();
  for (const job of new Set(landed().map((one) => one.job))) void clearLanded(job);
  void send();
}

/**
 * Send nothing for a while: a browser changes over to a newer program once the one before it has nothing to do, and
 * what is tried again and again would keep it at work. All of it is on the device.
 */
export function holdStill(): void {
  sending.isHeld = true;
  window.clearTimeout(sending.timer);
  window.setTimeout(() => {
    sending.isHeld = false;
    void send();
  }, LONGEST_HOLD);
}

async function send(): Promise<void> {
  if (sending.isBusy || sending.isHeld) return;
  sending.isBusy = true;
  window.clearTimeout(sending.timer);
  try {
    // One page of this device sends at a time.
    await (navigator.locks ? navigator.locks.request("bluff-site", sendAll) : sendAll());
    sending.pause = FIRST_PAUSE;
    // An entry made after the last look, while screens were told, does not wait for the next one.
    if (toSend().length > 0) sending.timer = window.setTimeout(() => void send(), 0);
  } catch {
    sending.timer = window.setTimeout(() => void send(), sending.pause);
    sending.pause = Math.min(2 * sending.pause, LONGEST_PAUSE);
  } finally {
    sending.isBusy = false;
  }
}

function toSend(): Waiting[] {
  return waiting().filter((one) => one.refused === null && !one.hasLanded && !one.isNew && isMine(one));
}

function isMine({ by }: Waiting): boolean {
  const { author } = useOutbox.getState();
  return author !== null && (by === undefined || by.person === author.person);
}

async function sendAll(): Promise<void> {
  /** What the server could not take this time; all the rest goes up without waiting for it. */
  const later = new Set<number>();
  await writeUnwritten();
  for (;;) {
    const unsent = toSend().filter(({ number }) => !later.has(number));
    const [next] = unsent;
    if (!next) break;
    const together: Waiting[] = [];
    for (const one of unsent.filter(({ job }) => job === next.job).slice(0, AT_ONCE)) {
      const photo = await photoSent(one);
      if (photo.state === "there") together.push(one);
      else if (photo.state === "refused") await setAside(one, t`The photo was not saved: ${photo.why}`);
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
    void clearLanded(next.job);
  }
  if (toSend().some(({ number }) => later.has(number))) throw new Error("something is left");
}

type PhotoSent = { state: "there" | "later" | "fault" } | { state: "refused"; why: string };

/** Send a photograph before what it goes with. One that is refused stays here with it, until somebody decides. */
async function photoSent({ job, entry: { key }, photo }: Waiting): Promise<PhotoSent> {
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
  return body.message ?? t`The server answered ${answer.status}.`;
}

/** Count a fault of the server's own on an entry; after some it is set aside. */
async function failed(one: Waiting): Promise<void> {
  const faults = (one.faults ?? 0) + 1;
  // The server is there: what it fails on is tried again soon, however long it was away before.
  sending.pause = FIRST_PAUSE;
  const isLast = faults >= MOST_FAULTS;
  await amend(one.number, (it) => ({ ...it, faults, ...(isLast && { refused: FAULTY }) }));
}

/** Keep an entry here that the server would not, with why. */
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
  const answer = await fetch(`/api/jobs/${job}/site/entries`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({
      sent_at: new Date().toISOString(),
      by: useOutbox.getState().author?.person,
      entries: together.map(({ entry, made }) => {
        const age = made ? ageOf(made) : null;
        return { ...entry, ...(age !== null && { age }) };
      }),
    }),
  });
  heardFrom(answer);
  if (answer.ok) {
    const { refused }: { refused: { key: string; message: string }[] } = await answer.json();
    return { refusals: new Map(refused.map(({ key, message }) => [key, message])), faulty: [] };
  }
  if (answer.status === 401) {
    // This asks until somebody has signed in; then what is theirs is sent again.
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
  return { refusals: new Map(together.map(({ entry }) => [entry.key, why])), faulty: [] };
}

function settle(together: readonly Waiting[], refusals: ReadonlyMap<string, string>): Promise<void> {
  return amendAll(
    together.map(({ number }) => number),
    (one) => {
      const refused = refusals.get(one.entry.key);
      return refused === undefined ? { ...one, hasLanded: true } : { ...one, refused };
    },
  );
}

function landed(): Waiting[] {
  return waiting().filter(({ hasLanded }) => hasLanded);
}

/**
 * Clear what has landed of a job off the device once every screen that shows it has read it from the server again: an
 * answer that was kept before would show it as it was.
 */
async function clearLanded(job: string): Promise<void> {
  if (arrival.reading.has(job)) return;
  arrival.reading.add(job);
  for (let wait = FIRST_PAUSE; ; wait = Math.min(2 * wait, LONGEST_PAUSE)) {
    const ours = landed().filter((one) => one.job === job);
    if (ours.length === 0) break;
    const walls = [
      ...new Set(ours.flatMap(({ entry }) => ("wall" in entry && entry.wall ? [entry.wall] : []))),
    ];
    if (await arrival.read(job, walls).catch(() => false)) await remove(ours.map(({ number }) => number));
    else await new Promise((resolve) => window.setTimeout(resolve, wait));
  }
  arrival.reading.delete(job);
}

/** Set what reads again whenever the server has something new of a job from here. */
export function onArrival(read: Read) {
  arrival.read = read;
}

/** What waits on this device of a job, no matter whose it is. */
export function useWaiting(job: string): readonly Waiting[] {
  return useOutbox((outbox) => outbox.waiting).filter((one) => one.job === job);
}

/** How many entries of any job wait here for each person who is not signed in; by name. */
export function useWaitingForOthers(): ReadonlyMap<string, number> {
  const all = useOutbox((outbox) => outbox.waiting);
  const author = useOutbox((outbox) => outbox.author);
  const found = new Map<string, number>();
  for (const { by, hasLanded } of all)
    if (by && !hasLanded && by.person !== author?.person) found.set(by.name, (found.get(by.name) ?? 0) + 1);
  return found;
}

/** How many entries this device had no room for: the open page alone keeps them. */
export function useUnwritten(): number {
  return useOutbox(
    ({ waiting }) =>
      waiting.filter(({ number, hasLanded, isNew }) => number < 0 && !hasLanded && !isNew).length,
  );
}
