import { t } from "@lingui/core/macro";
import { version } from "pyodide/package.json";
import { create, useStore } from "zustand";
import type { HeldWalk } from "../api/client";
import { AS_OF, dated, EDITION, OFFLINE, PYTHON, PYTHON_FILES } from "../device/kept";
import { keptStore } from "../device/keptStore";
import { addresses } from "./addresses";
import type { Held } from "./held";

/** A job that is on this device, for where there is no signal. */
export interface OfflineCopy {
  job: string;
  revision: number;
  /** When it was taken, in milliseconds. */
  at: number;
  bytes: number;
  /** As the figures were called when it was taken: walks are here for no others. */
  held?: Pick<Held, "figures" | "reach">;
}

/** How far saving a job along is, or why it could not be. */
export interface Saving {
  job: string;
  done: number;
  of: number;
  trouble: string | null;
}

const AT_ONCE = 4;

const saved = keptStore<readonly OfflineCopy[]>("bluff-along", (stored) =>
  Array.isArray(stored) ? stored : [],
);
const useFetch = create<{ saving: Saving | null }>(() => ({ saving: null }));

const kept = () => saved.getState().value;
const setKept = (value: readonly OfflineCopy[]) => saved.setState({ value });
const setSaving = (saving: Saving | null) => useFetch.setState({ saving });

/** Whether anything can be kept here: pages that are not safe on their way have nowhere to. */
export const canSaveOffline = "caches" in window && "serviceWorker" in navigator;

/** What is asked of the server, and by which addresses the rest of the program will ask for what it answers. */
interface Sheet {
  address: string;
  answers: (answer: Response) => Promise<[address: string, answer: Response][]>;
}

function sheet(address: string): Sheet {
  return { address, answers: async (answer) => [[address, answer]] };
}

/** Everything the site asks for of a job, however the tape is held and the plates are walked. */
function sheets(job: string, walls: readonly string[], held: Held): Sheet[] {
  const still = [addresses.session, addresses.jobs, addresses.job(job), addresses.core(job)];
  return [...still.map(sheet), ...changing(job, walls, held)];
}

/** Those that change with entries of some walls, and the walls themselves: a walk is of the plan as it then is. */
function changing(job: string, walls: readonly string[], held: Pick<Held, "figures" | "reach">): Sheet[] {
  const { cutting, checks, work, packed, log, site, marked, day } = addresses;
  const ofWalls = walls.flatMap((wall) => [cutting, checks, work, packed, log].map((of) => of(job, wall)));
  const ofJob = [site(job), log(job), marked(job), cutting(job), day(job), packed(job, null)];
  return [...walls.map((wall) => walks(job, wall, held)), ...[...ofWalls, ...ofJob].map(sheet)];
}

/** A wall's walks however a tape is held, asked for in one and kept one by one. */
function walks(job: string, wall: string, held: Pick<Held, "figures" | "reach">): Sheet {
  const { figures, reach } = held;
  return {
    address: addresses.walks(job, wall, held),
    answers: async (answer) => {
      const ways: HeldWalk[] = await answer.json();
      return ways.map(({ called, ...way }) => [
        addresses.stops(job, wall, { figures, reach, ...way }),
        Response.json(called),
      ]);
    },
  };
}

/** Save a job for offline: all of it or none, in place of an earlier copy. */
export async function saveOffline(job: string, revision: number, walls: readonly string[], held: Held) {
  if (useFetch.getState().saving?.trouble === null) return;
  const wanted = sheets(job, walls, held);
  setSaving({ job, done: 0, of: wanted.length, trouble: null });
  const making = `making-${job}`;
  try {
    // Asked once; a device that says no may still clear it, which is shown when it has.
    await navigator.storage?.persist?.();
    await caches.delete(making);
    const cache = await caches.open(making);
    let bytes = 0;
    let done = 0;
    const left = [...wanted];
    // All of them have ended when this goes on, also where one failed: none may touch what comes after.
    const failures: unknown[] = [];
    async function fetchSome() {
      for (let next = left.shift(); next !== undefined; next = left.shift()) {
        bytes += await keep(next, cache);
        done += 1;
        setSaving({ job, done, of: wanted.length, trouble: null });
      }
    }
    const stop = (error: unknown) => {
      failures.push(error);
      left.length = 0;
    };
    await Promise.all(Array.from({ length: AT_ONCE }, () => fetchSome().catch(stop)));
    if (failures.length > 0) throw failures[0];
    bytes += await takePython();
    await moved(cache, await fresh(job));
    setKept([
      ...kept().filter((one) => one.job !== job),
      { job, revision, at: Date.now(), bytes, held: { figures: held.figures, reach: held.reach } },
    ]);
    setSaving(null);
  } catch (error) {
    setSaving({ job, done: 0, of: wanted.length, trouble: why(error) });
  } finally {
    await caches.delete(making);
  }
}

/** Fetch a sheet and keep it; how many bytes that is. */
async function keep({ address, answers }: Sheet, cache: Cache): Promise<number> {
  const answer = await fetch(address);
  if (!answer.ok || answer.headers.has(AS_OF)) throw new Error(`The server answered ${answer.status}.`);
  let bytes = 0;
  for (const [address, one] of await answers(answer)) {
    const kept = await dated(one);
    bytes += (await kept.clone().blob()).size;
    await cache.put(address, kept);
  }
  return bytes;
}

/** What is kept of a job; null where the device cleared it, or it was left: to open it would make it again, and empty. */
async function keptOf(job: string): Promise<Cache | null> {
  return (await caches.has(OFFLINE + job)) ? caches.open(OFFLINE + job) : null;
}

/** Milliseconds without a new entry before what is kept is read again: not at every mark. */
const QUIET = 10_000;
/** The walls of each job that have entries since they were kept. */
const behind = new Map<string, Set<string>>();
let quiet = 0;

/** Read what is kept of some walls again, all their walks with it, once no entry came for a while. */
export function renewSoon(job: string, walls: readonly string[]) {
  if (!offlineCopyOf(job)) return;
  behind.set(job, new Set([...(behind.get(job) ?? []), ...walls]));
  window.clearTimeout(quiet);
  quiet = window.setTimeout(() => void renew(), QUIET);
}

/** Read the core, and all that is packed, again where the server has become a newer program: each reads its own alone. */
export async function ofOneEdition(job: string): Promise<void> {
  const cache = await keptOf(job);
  if (!cache) return;
  const edition = async (address: string) => (await cache.match(address))?.headers.get(EDITION);
  if ((await edition(addresses.core(job))) === (await edition(addresses.packed(job, null)))) return;
  const kept = (await cache.keys()).map(({ url }) => new URL(url).pathname);
  for (const address of [addresses.core(job), ...kept.filter((one) => one.endsWith("/packed"))])
    await keep(sheet(address), cache);
}

async function renew(): Promise<void> {
  for (const [job, walls] of [...behind]) {
    behind.delete(job);
    const { held } = offlineCopyOf(job) ?? {};
    if (!held) continue;
    try {
      const cache = await keptOf(job);
      if (!cache) continue;
      for (const one of changing(job, [...walls], held)) await keep(one, cache);
      await ofOneEdition(job);
    } catch {
      // Without a signal it is later.
      renewSoon(job, [...walls]);
    }
  }
}

const PYTHON_PARTS = ["pyodide.asm.mjs", "pyodide.asm.wasm", "python_stdlib.zip", "pyodide-lock.json"].map(
  (name) => `${PYTHON_FILES}${version}/${name}`,
);

/** Take along what the core runs in, once for all jobs, in place of an older one; how many bytes that is. */
async function takePython(): Promise<number> {
  const cache = await caches.open(PYTHON);
  for (const { url } of await cache.keys())
    if (!PYTHON_PARTS.includes(new URL(url).pathname)) await cache.delete(url);
  let bytes = 0;
  for (const part of PYTHON_PARTS) {
    if (!(await cache.match(part))) await cache.add(part);
    bytes += (await (await cache.match(part))?.blob())?.size ?? 0;
  }
  return bytes;
}

async function fresh(job: string): Promise<Cache> {
  await caches.delete(OFFLINE + job);
  return caches.open(OFFLINE + job);
}

async function moved(from: Cache, to: Cache): Promise<void> {
  for (const request of await from.keys()) {
    const answer = await from.match(request);
    if (answer) await to.put(request, answer);
  }
}

function why(error: unknown): string {
  if (error instanceof DOMException && error.name === "QuotaExceededError")
    return t`This device is full. Make room on it, then save the job for offline again. Your entries are safe.`;
  return t`Some of it could not be downloaded. Go where there is a signal and save it again.`;
}

/** Leave every job behind, as when somebody signs out. */
export async function leaveAll(): Promise<void> {
  if (!canSaveOffline) return;
  for (const name of await caches.keys()) if (name.startsWith(OFFLINE)) await caches.delete(name);
  setKept([]);
  setSaving(null);
}

/** Forget jobs the device has cleared by itself, so that nobody relies on what is not there. */
export async function lookWhatIsLeft(): Promise<readonly OfflineCopy[]> {
  if (!canSaveOffline) return [];
  const names = await caches.keys();
  const gone = kept().filter(({ job }) => !names.includes(OFFLINE + job));
  if (gone.length > 0) setKept(kept().filter((one) => !gone.includes(one)));
  return gone;
}

/** A job as it is on this device, if it is. */
export function offlineCopyOf(job: string): OfflineCopy | null {
  return kept().find((one) => one.job === job) ?? null;
}

export function useOfflineCopy(job: string): OfflineCopy | null {
  return useStore(saved, ({ value }) => value.find((one) => one.job === job) ?? null);
}

export function useSaving(job: string): Saving | null {
  return useFetch(({ saving }) => (saving?.job === job ? saving : null));
}
