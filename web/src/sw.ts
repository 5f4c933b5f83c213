/// <reference lib="webworker" />
/**
 * What runs beside the page: the program itself is kept, so that it starts without a signal, and what was asked of the
 * server for a job that is taken along is answered from what was kept of it when the server cannot be reached.
 */
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";
import { ALONG, dated, PATIENCE, PYTHON, PYTHON_FILES } from "./device/kept";

declare const self: ServiceWorkerGlobalScope;

precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();
registerRoute(
  new NavigationRoute(createHandlerBoundToURL("index.html"), {
    denylist: [/^\/api\//, /^\/trust/, /^\/healthz/, /^\/readyz/, /^\/metrics/],
  }),
);

// A page says when it wants the program that waits: never under somebody's hand.
self.addEventListener("message", ({ data }) => {
  if (data?.type === "SKIP_WAITING") void self.skipWaiting();
});

// The browser's own Python, which a job that is taken along brings with it.
registerRoute(
  ({ url }) => url.pathname.startsWith(PYTHON_FILES),
  async ({ request }) => (await (await caches.open(PYTHON)).match(request)) ?? fetch(request),
);

registerRoute(
  ({ url, request }) =>
    request.method === "GET" &&
    url.pathname.startsWith("/api/") &&
    !url.pathname.endsWith("/live") &&
    request.headers.get("Accept") !== "text/event-stream",
  async ({ request }) => {
    const kept = await keptAnswer(request);
    if (!kept) return fetch(request);
    const answer = await inTime(request);
    if (answer && answer.status < 500) return answer;
    return kept;
  },
);

/** What was kept of an answer when a job was taken along, or the last one since. */
async function keptAnswer(request: Request): Promise<Response | undefined> {
  for (const name of await caches.keys()) {
    if (!name.startsWith(ALONG)) continue;
    const found = await (await caches.open(name)).match(request, alike(request));
    if (found) return found;
  }
  return undefined;
}

/** The server's answer, if it comes before anybody gives up; it takes the place of what was kept. */
async function inTime(request: Request): Promise<Response | null> {
  const answer = fetch(request).catch(() => null);
  const late = new Promise<null>((resolve) => setTimeout(() => resolve(null), PATIENCE));
  const first = await Promise.race([answer, late]);
  void answer.then(async (it) => {
    if (it?.ok) await renew(request, it.clone());
  });
  return first?.clone() ?? null;
}

async function renew(request: Request, answer: Response): Promise<void> {
  for (const name of await caches.keys()) {
    if (!name.startsWith(ALONG)) continue;
    const cache = await caches.open(name);
    const [kept] = await cache.keys(request, alike(request));
    if (kept) await cache.put(kept, await dated(answer.clone()));
  }
}

/** What is taken for the same question: the day is asked for from now on, and what was planned before is better than none. */
function alike(request: Request): CacheQueryOptions {
  return { ignoreVary: true, ignoreSearch: new URL(request.url).pathname.endsWith("/site/day") };
}
