// @vitest-environment happy-dom

import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { FakeCaches } from "./fakeCaches";
import { AS_OF, OFFLINE, PATIENCE } from "./kept";
import { answerTo } from "./keptAnswers";

const SITE = "/api/jobs/1/site";
const ask = (path: string) => answerTo(new Request(new URL(path, window.location.href)));
const text = async (answer: Promise<Response>) => (await answer).text();

let caches: FakeCaches;
const server = vi.fn<(request: Request) => Promise<Response>>();

async function keep(path: string, answer: string, job = "1") {
  await (await caches.open(OFFLINE + job)).put(path, new Response(answer));
}

const keptOf = async (path: string) => (await (await caches.open(`${OFFLINE}1`)).match(path))?.text();

beforeEach(() => {
  caches = new FakeCaches();
  server.mockReset();
  vi.stubGlobal("caches", caches);
  vi.stubGlobal("fetch", server);
});

afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe("a question of the page", () => {
  it("goes to the server where nothing is kept of it, and its failure is the page's to see", async () => {
    server.mockResolvedValueOnce(new Response("new"));
    expect(await text(ask(SITE))).toBe("new");
    server.mockRejectedValueOnce(new TypeError("no signal"));
    await expect(ask(SITE)).rejects.toThrow("no signal");
    expect(await caches.keys()).toEqual([]);
  });

  it("is answered by the server where it can, and that takes the place of what was kept, dated", async () => {
    await keep(SITE, "old");
    server.mockResolvedValueOnce(new Response("new"));
    expect(await text(ask(SITE))).toBe("new");
    await vi.waitFor(async () => expect(await keptOf(SITE)).toBe("new"));
    const kept = await (await caches.open(`${OFFLINE}1`)).match(SITE);
    expect(Date.parse(kept?.headers.get(AS_OF) ?? "")).toBeGreaterThan(0);
  });

  it.each([
    ["is away", () => Promise.reject(new TypeError("no signal"))],
    ["is about to restart", () => Promise.resolve(new Response("down", { status: 503 }))],
  ])("is answered from what was kept where the server %s", async (_, fails) => {
    await keep(SITE, "old");
    server.mockImplementationOnce(fails);
    expect(await text(ask(SITE))).toBe("old");
    expect(await keptOf(SITE)).toBe("old");
  });

  it("is refused as the server refuses it: what was kept hides no job that is gone", async () => {
    await keep(SITE, "old");
    server.mockResolvedValueOnce(new Response("gone", { status: 404 }));
    expect((await ask(SITE)).status).toBe(404);
    expect(await keptOf(SITE)).toBe("old");
  });

  it("is answered from what was kept where the server takes too long, whose answer is kept all the same", async () => {
    vi.useFakeTimers();
    await keep(SITE, "old");
    let late: (answer: Response) => void = () => undefined;
    server.mockReturnValueOnce(new Promise((resolve) => (late = resolve)));
    const answer = text(ask(SITE));
    await vi.advanceTimersByTimeAsync(PATIENCE);
    expect(await answer).toBe("old");
    late(new Response("new"));
    vi.useRealTimers();
    await vi.waitFor(async () => expect(await keptOf(SITE)).toBe("new"));
  });

  it("of the day is the same question a minute later; of a walk held otherwise it is another", async () => {
    await keep(`${SITE}/day?now=7:00`, "planned");
    await keep(`${SITE}/walls/A/stops?burn=false`, "from its end");
    server.mockImplementation(() => Promise.reject(new TypeError("no signal")));
    expect(await text(ask(`${SITE}/day?now=7:01`))).toBe("planned");
    await expect(ask(`${SITE}/walls/A/stops?burn=true`)).rejects.toThrow();
  });

  it("is not answered from caches that are being made, or are of something else", async () => {
    await (await caches.open("making-1")).put(SITE, new Response("half"));
    server.mockResolvedValueOnce(new Response("new"));
    expect(await text(ask(SITE))).toBe("new");
  });
});
