import { i18n } from "@lingui/core";
import { I18nProvider } from "@lingui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { type ComponentType, StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, type Params, type RouteObject, RouterProvider } from "react-router";
import { jobQuery } from "./api/queries";
import { NotFound } from "./app/NotFound";
import { Shell } from "./app/Shell";
import { sessionQuery } from "./app/session";
import { RouterContext } from "./app/useOnward";
import { keepProgram } from "./app/worker";
import { startSending } from "./outbox/outbox";
import { PLACES, type Place, SCREENS, type ScreenName } from "./screens";
import { lookOnArrival } from "./site/arrivals";
import { heldNow } from "./site/held";
import { siteQuery, walkQuery } from "./site/useSite";

const queries = new QueryClient({
  // Where there is no signal, what was saved for offline still answers, and what is changed says that it waits.
  defaultOptions: {
    queries: { retry: 1, staleTime: 5_000, networkMode: "always", refetchOnReconnect: true },
    mutations: { networkMode: "always" },
  },
});

/** What the server is asked for beside the scripts, not once they run: the job, its walls for the site, and the marks of the wall in view. */
const ASKED: Partial<Record<ScreenName, (words: Params) => Promise<unknown>>> = {
  job: ({ job = "" }) => queries.prefetchQuery(jobQuery(job)),
  siteWalls: async ({ job = "" }) => {
    const { revision } = await queries.ensureQueryData(jobQuery(job));
    await queries.prefetchQuery(siteQuery(job, revision));
  },
  siteMarks: async ({ job = "", wall = "" }) => {
    const { revision } = await queries.ensureQueryData(jobQuery(job));
    await queries.prefetchQuery(walkQuery(job, wall, revision, heldNow()));
  },
};

/** Milliseconds the first screen waits for its answers, to be drawn once with them and not thrice. */
const PATIENCE = 1_000;
const patience = new Promise((resolve) => setTimeout(resolve, PATIENCE));

/** A place as the router has it; until its screen is fetched the one before stays in view. */
const route = ({ path, screen, children }: Place): RouteObject => {
  const lazy = async () => ({ Component: (await SCREENS[screen]()) as ComponentType });
  const loader = async ({ params }: { params: Params }) => {
    // The screen shows what the server refuses, and asks again.
    const loading = ASKED[screen]?.(params).catch(() => undefined);
    await Promise.race([loading, patience]);
    return null;
  };
  if (children) return { ...(path && { path }), lazy, loader, children: children.map(route) };
  return path === "" ? { index: true, lazy, loader } : { path, lazy, loader };
};

const router = createBrowserRouter([
  {
    element: <Shell />,
    children: [...PLACES.map(route), { path: "*", element: <NotFound /> }],
  },
]);

void queries.prefetchQuery(sessionQuery);
lookOnArrival(queries);
void startSending();

/** When the first screen has everything it asked for, and what nobody waits for may be fetched. */
async function firstScreen() {
  // What this device keeps holds nothing up.
  const pause = navigator.serviceWorker?.controller ? 1000 : 3000;
  do await new Promise((resolve) => setTimeout(resolve, pause));
  while (queries.isFetching() > 0);
}

/** The other screens, one by one, before anybody asks for them. */
async function fetchOthers(shown: Promise<void>) {
  await shown;
  for (const load of Object.values(SCREENS)) await load().catch(() => undefined);
}
const shown = firstScreen();
void keepProgram(shown);
void fetchOthers(shown);

const root = document.getElementById("root");
if (!root) throw new Error("index.html has no root");

/** The first screen is drawn in one go, in place of what the page itself says until then. */
function draw(root: HTMLElement) {
  createRoot(root).render(
    <StrictMode>
      <I18nProvider i18n={i18n}>
        <QueryClientProvider client={queries}>
          <RouterContext value={router}>
            <RouterProvider router={router} />
          </RouterContext>
        </QueryClientProvider>
      </I18nProvider>
    </StrictMode>,
  );
}

if (router.state.initialized) draw(root);
else {
  const stop = router.subscribe(({ initialized }) => {
    if (!initialized) return;
    stop();
    draw(root);
  });
}
