/// <reference lib="webworker" />
/**
 * What runs beside the page: the program itself is kept, so that it starts without a signal, and what was asked of the
 * server for a job that is saved for offline is answered from what was kept of it when the server cannot be reached.
 */
import { cleanupOutdatedCaches, createHandlerBoundToURL, precacheAndRoute } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";
import { PYTHON, PYTHON_FILES } from "./device/kept";
import { answerTo } from "./device/keptAnswers";

declare const self: ServiceWorkerGlobalScope;

precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();
registerRoute(
  new NavigationRoute(createHandlerBoundToURL("index.html"), {
    denylist: [/^\/api\//, /^\/trust/, /^\/healthz/, /^\/readyz/, /^\/metrics/],
  }),
);

// A page says when it wants the program that waits: never while somebody works on it.
self.addEventListener("message", ({ data }) => {
  if (data?.type === "SKIP_WAITING") void self.skipWaiting();
});

// On a first visit the page that is open is answered for at once, as every page after it is.
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

// The browser's own Python, which a job that is saved for offline brings with it.
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
  ({ request }) => answerTo(request),
);
