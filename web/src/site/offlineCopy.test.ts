// @vitest-environment happy-dom

import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { FakeCaches } from "../device/fakeCaches";
import { AS_OF, EDITION, OFFLINE, PYTHON } from "../device/kept";
import { addresses } from "./addresses";

const JOB = "job-1";
const KEPT = `${OFFLINE}${JOB}`;
const OF_JOB = `/api/jobs/${JOB}`;
const HELD = {
  hook: null,
  burn: false,
  on: "both",
  walk: "by-turn",
  figures: "inches",
  reach: null,
  isAloud: false,
} as const;

let caches: FakeCaches;
/** What the server answers at an address; anything else is an empty answer. */
let answers: Map<string, () => Response | Promise<Response>>;
let requested: string[];

/** The module as a page that was just opened has it: what this device has stored is still there. */
async function opened() {
  vi.resetModules();
  return import("./offlineCopy");
}

beforeEach(() => {
  caches = new FakeCaches();
  answers = new Map([
    [
      `${OF_JOB}/site/walls/A/walks`,
      () =>
        Response.json([
          { hook: null, burn: false, on: "both", walk: "by-turn", called: { stops: ["from its end"] } },
          { hook: null, burn: true, on: "both", walk: "by-turn", called: { stops: ["burned"] } },
        ]),
    ],
  ]);
  requested = [];
  localStorage.clear();
  vi.stubGlobal("caches", caches);
  Object.assign(window, { caches });
  vi.stubGlobal("navigator", { serviceWorker: {}, storage: { persist: async () => true } });
  vi.stubGlobal("fetch", async (address: RequestInfo) => {
    const { pathname, search } = new URL(String(address), window.location.href);
    requested.push(pathname + search);
    return (answers.get(pathname) ?? (() => new Response("{}")))();
  });
});

afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe("a job saved on this device", () => {
  it("is there with every way its walls can be called, and the browser's Python", async () => {
    const along = await opened();
    await along.saveOffline(JOB, 7, ["A"], HELD);
    const kept = caches.addresses(KEPT);
    for (const path of [OF_JOB, `${OF_JOB}/site`, `${OF_JOB}/site/day`, `${OF_JOB}/site/walls/A/packed`])
      expect(kept).toContain(path);
    for (const [burn, stops] of [
      [false, "from its end"],
      [true, "burned"],
    ] as const) {
      const walk = await (await caches.open(KEPT)).match(addresses.stops(JOB, "A", { ...HELD, burn }));
      expect(await walk?.json()).toEqual({ stops: [stops] });
      expect(walk?.headers.has(AS_OF)).toBe(true);
    }
    expect(caches.addresses(PYTHON)).toHaveLength(4);
    expect(along.offlineCopyOf(JOB)).toMatchObject({ revision: 7, held: { figures: "inches", reach: null } });
    // The next visit knows it too.
    expect((await opened()).offlineCopyOf(JOB)?.revision).toBe(7);
  });

  it.each([
    ["the server fails on a part of it", () => new Response("", { status: 500 })],
    ["the signal goes", () => Promise.reject(new TypeError("no signal"))],
    ["what answers is this device", () => new Response("{}", { headers: { [AS_OF]: "yesterday" } })],
  ])("stays as it was saved before where %s", async (_, fails) => {
    const along = await opened();
    await along.saveOffline(JOB, 7, ["A"], HELD);
    const before = caches.addresses(KEPT);
    answers.set(`${OF_JOB}/site/walls/A/checks`, fails);
    await along.saveOffline(JOB, 8, ["A", "B"], HELD);
    expect(caches.addresses(KEPT)).toEqual(before);
    expect(along.offlineCopyOf(JOB)?.revision).toBe(7);
    expect(await caches.keys()).not.toContain(`making-${JOB}`);
    // It is tried again when somebody asks, and is whole then.
    answers.delete(`${OF_JOB}/site/walls/A/checks`);
    answers.set(`${OF_JOB}/site/walls/B/walks`, () => Response.json([]));
    await along.saveOffline(JOB, 8, ["A", "B"], HELD);
    expect(along.offlineCopyOf(JOB)?.revision).toBe(8);
    expect(caches.addresses(KEPT)).toContain(`${OF_JOB}/site/walls/B/checks`);
  });

  it("is gone once somebody signs out", async () => {
    const along = await opened();
    await along.saveOffline(JOB, 7, ["A"], HELD);
    await along.leaveAll();
    expect(along.offlineCopyOf(JOB)).toBeNull();
    expect(await caches.keys()).toEqual([PYTHON]);
    expect((await opened()).offlineCopyOf(JOB)).toBeNull();
  });

  it("is not relied on once the device has cleared it", async () => {
    const along = await opened();
    await along.saveOffline(JOB, 7, ["A"], HELD);
    expect(await along.lookWhatIsLeft()).toEqual([]);
    await caches.delete(KEPT);
    expect((await along.lookWhatIsLeft()).map(({ job }) => job)).toEqual([JOB]);
    expect(along.offlineCopyOf(JOB)).toBeNull();
  });

  it("reads walls with new entries again after ten quiet seconds, and no others", async () => {
    answers.set(`${OF_JOB}/site/walls/B/walks`, () => Response.json([]));
    const along = await opened();
    await along.saveOffline(JOB, 7, ["A", "B"], HELD);
    vi.useFakeTimers();
    requested = [];
    along.renewSoon(JOB, ["A"]);
    await vi.advanceTimersByTimeAsync(9_000);
    along.renewSoon(JOB, ["A"]);
    await vi.advanceTimersByTimeAsync(9_000);
    expect(requested).toEqual([]);
    await vi.advanceTimersByTimeAsync(1_000);
    expect(requested).toContain(`${OF_JOB}/site/walls/A/checks`);
    expect(requested).toContain(`${OF_JOB}/site/day`);
    expect(requested.filter((path) => path.includes("/walls/B/"))).toEqual([]);
  });

  it("reads them when there is a signal again, where there was none", async () => {
    const along = await opened();
    await along.saveOffline(JOB, 7, ["A"], HELD);
    vi.useFakeTimers();
    answers.set(`${OF_JOB}/site/walls/A/checks`, () => Promise.reject(new TypeError("no signal")));
    along.renewSoon(JOB, ["A"]);
    await vi.advanceTimersByTimeAsync(10_000);
    answers.set(`${OF_JOB}/site/walls/A/checks`, () => new Response("read"));
    await vi.advanceTimersByTimeAsync(10_000);
    const checks = await (await caches.open(KEPT)).match(`${OF_JOB}/site/walls/A/checks`);
    expect(await checks?.text()).toBe("read");
  });

  it("reads its core again, and all that is packed for it, where the server is a newer program", async () => {
    const of = (edition: string) => () => new Response("{}", { headers: { [EDITION]: edition } });
    for (const path of ["/site/core", "/site/packed", "/site/walls/A/packed"])
      answers.set(OF_JOB + path, of("old"));
    const along = await opened();
    await along.saveOffline(JOB, 7, ["A"], HELD);
    requested = [];
    await along.ofOneEdition(JOB);
    expect(requested).toEqual([]);
    for (const path of ["/site/core", "/site/packed", "/site/walls/A/packed"])
      answers.set(OF_JOB + path, of("new"));
    // The page has read what is packed of the job, and no more.
    await (await caches.open(KEPT)).put(`${OF_JOB}/site/packed`, of("new")());
    await along.ofOneEdition(JOB);
    for (const path of ["/site/core", "/site/packed", "/site/walls/A/packed"]) {
      const kept = await (await caches.open(KEPT)).match(OF_JOB + path);
      expect(kept?.headers.get(EDITION), path).toBe("new");
    }
  });
});
