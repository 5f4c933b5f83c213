import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import { create } from "zustand";
import type { SignedIn, SiteEntry } from "../api/client";
import { knownServerTime, type Moment, momentNow } from "../device/deviceClock";

/** Who makes entries on this device. */
export type Author = Pick<SignedIn, "person" | "name" | "initials">;

/** Entries of this device that are not on the server yet. */
export interface Waiting {
  /** In the order they were made; below 0 what this device has not written down. */
  number: number;
  job: string;
  /** Under whose name it goes up; what an older program kept goes up under the person signed in. */
  by?: Omit<Author, "initials"> & Partial<Author>;
  entry: SiteEntry;
  /** What a tick is called on this device; the server is sent what it is known by. */
  named?: string;
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
  /** Whether this device is writing it down right now; it is sent after that. */
  isNew?: boolean;
}

/** An entry before it has a key and a time. */
export type NewEntry = SiteEntry extends infer One
  ? One extends unknown
    ? Omit<One, "key" | "at" | "age" | "after">
    : never
  : never;

interface Outbox {
  /** The person signed in here. */
  author: Author | null;
  waiting: readonly Waiting[];
}

/** Everything that waits on this device. Screens read it through the hooks of `outbox`. */
export const useOutbox = create<Outbox>(() => ({ author: null, waiting: [] }));

interface Kept extends DBSchema {
  waiting: { key: number; value: Omit<Waiting, "number"> & { number?: number } };
}

let opened: Promise<IDBPDatabase<Kept>> | null = null;
/** The last number given to an entry that is not written down. */
let lastUnwritten = 0;

const entries = (): readonly Waiting[] => useOutbox.getState().waiting;

function setEntries(change: (waiting: readonly Waiting[]) => readonly Waiting[]) {
  useOutbox.setState(({ waiting }) => ({ waiting: change(waiting) }));
}

function database(): Promise<IDBPDatabase<Kept>> {
  opened ??= openDB<Kept>("bluff-site", 1, {
    upgrade(created) {
      created.createObjectStore("waiting", { keyPath: "number", autoIncrement: true });
    },
    // A newer program on another page upgrades it, or the browser cleared it: the next use opens it again.
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

/**
 * Add entries of a job at once. They show at once and are on this device before this ends.
 *
 * They show before they are written down: somebody who marks faster than the device writes would otherwise count a
 * stop that is already marked.
 */
export async function add(
  job: string,
  made: readonly NewEntry[],
  { photo, named }: { photo?: Blob; named?: string } = {},
): Promise<void> {
  const now = Date.now();
  const after = knownServerTime();
  const { author } = useOutbox.getState();
  const added: Waiting[] = made.map((one, index) => ({
    number: --lastUnwritten,
    job,
    // What is recorded together stays in order.
    entry: {
      ...one,
      key: crypto.randomUUID(),
      at: new Date(now + index).toISOString(),
      ...(after && { after }),
    } as SiteEntry,
    made: momentNow(),
    refused: null,
    isNew: true,
    ...(author && { by: { person: author.person, name: author.name, initials: author.initials } }),
    ...(photo && { photo }),
    ...(named && { named }),
  }));
  setEntries((all) => [...all, ...added]);
  await write(added);
}

/** Write down again what this device had no room for. */
export async function writeUnwritten(): Promise<void> {
  const left = entries().filter(({ number, hasLanded, isNew }) => number < 0 && !hasLanded && !isNew);
  if (left.length > 0) await write(left);
}

/** Write entries down and give them their numbers; a full device keeps its own until the page is closed. */
async function write(unwritten: readonly Waiting[]): Promise<void> {
  const records = unwritten.map(({ number: _, isNew: __, ...one }) => one);
  const numbers = await inStore((store) => Promise.all(records.map((one) => store.add(one)))).catch(() => []);
  const given = new Map(unwritten.map(({ number }, index) => [number, numbers[index] ?? number]));
  setEntries((all) =>
    all.map((one) => {
      const number = given.get(one.number);
      if (number === undefined) return one;
      const { isNew: _, ...written } = one;
      return { ...written, number };
    }),
  );
}

/** Change one entry, here and where it is written down. */
export async function amend(number: number, change: (one: Waiting) => Waiting): Promise<void> {
  await amendAll([number], change);
}

/** Change some entries. A device without room keeps them as they were, and sends them again when it is opened. */
export async function amendAll(numbers: readonly number[], change: (one: Waiting) => Waiting): Promise<void> {
  const changed = new Map(
    entries()
      .filter(({ number }) => numbers.includes(number))
      .map((one) => [one.number, change(one)]),
  );
  const written = [...changed.values()].filter(({ number }) => number >= 0);
  if (written.length > 0)
    await inStore((store) => Promise.all(written.map((one) => store.put(one)))).catch(() => undefined);
  setEntries((all) => all.map((one) => changed.get(one.number) ?? one));
}

/** Remove entries. What cannot be cleared away here shows when the page is opened again. */
export async function remove(gone: readonly number[]): Promise<void> {
  setEntries((all) => all.filter(({ number }) => !gone.includes(number)));
  const written = gone.filter((number) => number >= 0);
  if (written.length > 0)
    await inStore((store) => Promise.all(written.map((number) => store.delete(number)))).catch(
      () => undefined,
    );
}

/** Read what an earlier visit left here. A browser that keeps nothing has nothing left. */
export async function load(): Promise<void> {
  const left = (await database()
    .then((kept) => kept.getAll("waiting"))
    .then((records) => records.map(asWaiting))
    .catch(() => [])) as Waiting[];
  const keys = new Set(left.map(({ entry }) => entry.key));
  setEntries((all) => [...left, ...all.filter(({ entry }) => !keys.has(entry.key))]);
}

/** An entry as pages of earlier versions wrote it, who called people `hands`. */
type OldEntry = SiteEntry & { hands?: number };

/** What is kept, by today's names: the phone's own plan of the day reads entries before the server does. */
function asWaiting({ said, ...kept }: Kept["waiting"]["value"] & { said?: OldEntry }) {
  if (!said) return kept;
  const { hands, ...entry } = said;
  if (entry.kind !== "tick") return { ...kept, entry };
  const work = entry.work === "raise/hands" ? "raise/people" : entry.work;
  return { ...kept, entry: { ...entry, work, ...(hands !== undefined && { people: hands }) } };
}

type Store = ReturnType<typeof storeOf>;

function storeOf(kept: IDBPDatabase<Kept>) {
  return kept.transaction("waiting", "readwrite").store;
}

/** Do something in one transaction and wait until it is on the disk. */
async function inStore<T>(work: (store: Store) => Promise<T>): Promise<T> {
  const store = storeOf(await database());
  const [result] = await Promise.all([work(store), store.transaction.done]);
  return result;
}
