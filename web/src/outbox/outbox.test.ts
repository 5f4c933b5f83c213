// @vitest-environment happy-dom

import { act, cleanup, renderHook } from "@testing-library/react";
import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";

const JOB = "job-1";
const LEAD = { person: "p1", name: "Lead", initials: "LF" };
const NOTE = { kind: "note", words: "Rain" } as const;

/** What the server was sent, in order, and what it answers next. */
let sent: { by: string; entries: { key: string; words?: string; at: string }[] }[];
let answers: ((entry: { key: string; words?: string }[]) => Response)[];

const kept = () => Response.json({ refused: [] });
const status =
  (code: number, message = "") =>
  () =>
    Response.json({ message }, { status: code });

/** The outbox of a page that was just opened: what an earlier visit wrote down is still there. */
async function opened() {
  vi.resetModules();
  const outbox = await import("./outbox");
  await outbox.startSending();
  outbox.setAuthor(LEAD);
  return outbox;
}

type Outbox = Awaited<ReturnType<typeof opened>>;

/** What waits on the device, as a screen is shown it. */
function waiting(outbox: Outbox) {
  const { result, unmount } = renderHook(() => outbox.useWaiting(JOB));
  const found = result.current;
  unmount();
  return found;
}

const words = (outbox: Outbox) => waiting(outbox).map(({ entry }) => "words" in entry && entry.words);
const noted = (outbox: Outbox, ...notes: string[]) =>
  outbox.record(JOB, ...notes.map((note) => ({ ...NOTE, words: note })));

/** Until something holds: sending goes on by itself. */
const soon = (check: () => void) => vi.waitFor(check, { timeout: 4000, interval: 5 });

/** What a page still meant to do goes with it when it is closed. */
const timers: number[] = [];
const setTimer = window.setTimeout.bind(window);

beforeEach(() => {
  window.setTimeout = ((...of: Parameters<typeof setTimeout>) => {
    const timer = setTimer(...of) as unknown as number;
    timers.push(timer);
    return timer;
  }) as typeof window.setTimeout;
  vi.stubGlobal("indexedDB", new IDBFactory());
  sent = [];
  answers = [];
  vi.stubGlobal("fetch", async (address: string | Request, options?: RequestInit) => {
    if (typeof address !== "string" || !address.endsWith("/entries"))
      return Response.json(null, { status: 401 });
    const body = JSON.parse(String(options?.body));
    sent.push(body);
    return (answers.shift() ?? kept)(body.entries);
  });
});

afterEach(() => {
  for (const timer of timers.splice(0)) window.clearTimeout(timer);
  window.setTimeout = setTimer as typeof window.setTimeout;
  cleanup();
  vi.unstubAllGlobals();
});

describe("entries of the site", () => {
  it("goes up in order, under the person who made it, each with a key of its own", async () => {
    const outbox = await opened();
    outbox.onArrival(async () => true);
    await act(() => noted(outbox, "one", "two"));
    await soon(() => expect(waiting(outbox)).toEqual([]));
    const all = sent.flatMap(({ entries }) => entries);
    expect(all.map(({ words }) => words)).toEqual(["one", "two"]);
    expect(new Set(all.map(({ key }) => key)).size).toBe(2);
    expect(sent[0]?.by).toBe(LEAD.person);
    const [first, second] = all.map(({ at }) => Date.parse(at));
    expect(second).toBeGreaterThan(first ?? 0);
  });

  it("goes up from what a page of an earlier version wrote down, which called it otherwise", async () => {
    const { openDB } = await import("idb");
    const kept = await openDB("bluff-site", 1, {
      upgrade: (made) => void made.createObjectStore("waiting", { keyPath: "number", autoIncrement: true }),
    });
    const said = { ...NOTE, words: "before", key: crypto.randomUUID(), at: "2026-01-05T07:31:00Z" };
    const begun = {
      kind: "tick",
      wall: "A",
      work: "begun/frame",
      is_done: true,
      hands: 2,
      key: "2",
      at: said.at,
    };
    await kept.add("waiting", { job: JOB, by: LEAD, said, refused: null });
    await kept.add("waiting", { job: JOB, by: LEAD, said: begun, refused: null });
    kept.close();
    answers = [status(503)];
    await opened();
    await soon(() =>
      expect(sent[0]?.entries).toMatchObject([
        { key: said.key, words: "before" },
        { key: "2", work: "begun/frame", people: 2 },
      ]),
    );
    expect(sent[0]?.entries[1]).not.toHaveProperty("hands");
  });

  it("is on the device before it is sent, and goes up under the same key when the page is opened again", async () => {
    answers = [status(503), status(503), status(503)];
    const outbox = await opened();
    await act(() => noted(outbox, "one"));
    expect(words(outbox)).toEqual(["one"]);
    const key = waiting(outbox)[0]?.entry.key;
    await soon(() => expect(sent).toHaveLength(1));
    answers = [];
    const again = await opened();
    await soon(() => expect(sent.at(-1)?.entries.map((one) => one.key)).toEqual([key]));
    again.onArrival(async () => true);
    await soon(() => expect(waiting(again)).toEqual([]));
  });

  it("shows at once, while the device still writes it down, and is sent after that", async () => {
    const outbox = await opened();
    const written = noted(outbox, "one");
    expect(words(outbox)).toEqual(["one"]);
    // The device has room for it: nothing is missing yet.
    expect(renderHook(() => outbox.useUnwritten()).result.current).toBe(0);
    expect(sent).toEqual([]);
    await act(() => written);
    expect(waiting(outbox)[0]?.number).toBeGreaterThan(0);
    await soon(() => expect(sent).toHaveLength(1));
  });

  it("stays, once the server has it, until what shows it was read from there again", async () => {
    const outbox = await opened();
    let isRead = false;
    outbox.onArrival(async () => isRead);
    await act(() => noted(outbox, "one"));
    await soon(() => expect(waiting(outbox)[0]?.hasLanded).toBe(true));
    const key = waiting(outbox)[0]?.entry.key;
    isRead = true;
    await soon(() => expect(waiting(outbox)).toEqual([]));
    expect(sent.filter(({ entries }) => entries.some((one) => one.key === key))).toHaveLength(1);
  });

  it("stays with its reason where the server would not have it, and the rest is kept", async () => {
    const outbox = await opened();
    outbox.onArrival(async () => true);
    answers = [(all) => Response.json({ refused: [{ key: all[0]?.key, message: "No such wall." }] })];
    await act(() => noted(outbox, "one", "two"));
    await soon(() => expect(waiting(outbox).map(({ refused }) => refused)).toEqual(["No such wall."]));
    expect(words(outbox)).toEqual(["one"]);
    // Asked to, it is tried once more; discarded it is gone, also when the page is opened again.
    answers = [(all) => Response.json({ refused: [{ key: all[0]?.key, message: "Still none." }] })];
    const number = waiting(outbox)[0]?.number ?? 0;
    await act(() => outbox.retry(number));
    await soon(() => expect(waiting(outbox)[0]?.refused).toBe("Still none."));
    const discarded = outbox.discard(number);
    expect(waiting(outbox)).toEqual([]);
    await discarded;
    expect(waiting(await opened())).toEqual([]);
  });

  it("is set aside after the server failed on it three times, and nothing else is held up", async () => {
    const outbox = await opened();
    outbox.onArrival(async () => true);
    const broken = (all: { words?: string }[]) =>
      all.some(({ words }) => words === "broken") ? status(500)() : kept();
    answers = Array.from({ length: 40 }, () => broken);
    await act(() => noted(outbox, "one", "broken", "two", "three"));
    await soon(() => expect(waiting(outbox).map(({ refused }) => refused !== null)).toEqual([true]));
    expect(words(outbox)).toEqual(["broken"]);
    expect(sent.filter(({ entries }) => entries.length === 1 && entries[0]?.words === "broken")).toHaveLength(
      3,
    );
  });

  it("waits for the person who made it when somebody else signs in", async () => {
    answers = [status(409, "Somebody else has signed in on this device since.")];
    const outbox = await opened();
    outbox.setAuthor(null);
    outbox.setAuthor(LEAD);
    await act(() => noted(outbox, "one"));
    await soon(() => expect(sent).toHaveLength(1));
    outbox.setAuthor({ person: "p2", name: "Framer", initials: "FR" });
    await act(() => noted(outbox, "mine"));
    await soon(() => expect(sent.at(-1)?.entries.map(({ words }) => words)).toEqual(["mine"]));
    expect(words(outbox)).toContain("one");
    outbox.setAuthor(LEAD);
    await soon(() => expect(sent.at(-1)?.entries.map(({ words }) => words)).toEqual(["one"]));
    expect(
      sent.every(({ by, entries }) => entries.every(({ words }) => (words === "one") === (by === "p1"))),
    ).toBe(true);
  });

  it("stays on the device while a newer program takes over", async () => {
    const outbox = await opened();
    outbox.holdStill();
    await act(() => noted(outbox, "one"));
    await new Promise((resolve) => setTimer(resolve, 50));
    expect(sent).toEqual([]);
    expect(words(outbox)).toEqual(["one"]);
    expect(words(await opened())).toEqual(["one"]);
  });

  it("is held by the page where the device has no room, and still goes up", async () => {
    const outbox = await opened();
    outbox.onArrival(async () => true);
    answers = [status(503)];
    const add = vi.spyOn(IDBObjectStore.prototype, "add").mockImplementation(() => {
      throw new DOMException("no room", "QuotaExceededError");
    });
    await act(() => noted(outbox, "one"));
    const { result } = renderHook(() => outbox.useUnwritten());
    expect(result.current).toBe(1);
    expect(waiting(outbox)[0]?.number).toBeLessThan(0);
    await soon(() => expect(waiting(outbox)).toEqual([]));
    add.mockRestore();
    expect(sent.flatMap(({ entries }) => entries.map(({ words }) => words))).toEqual(["one", "one"]);
  });
});
