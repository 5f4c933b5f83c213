import "@fontsource-variable/sofia-sans/wght.css";
import "@fontsource-variable/sofia-sans-condensed/wght.css";
import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { type ComponentType, StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, RouterProvider } from "react-router";
import { Loading } from "./app/Loading";
import { NotFound } from "./app/NotFound";
import { Shell } from "./app/Shell";
import { system } from "./app/theme";
import { RouterContext } from "./app/useOnward";
import { keepProgram } from "./app/worker";
import { startSending } from "./site/outbox";

/** Before the first screen is there. */
const Opening = () => <Loading what="Opening Bluff" />;

/** Every screen, each in a file of its own. */
const SCREENS = {
  jobs: async () => (await import("./jobs/JobsScreen")).JobsScreen,
  job: async () => (await import("./app/JobScreens")).JobScreens,
  plan: async () => (await import("./plan/PlanScreen")).PlanScreen,
  openings: async () => (await import("./openings/OpeningsScreen")).OpeningsScreen,
  bench: async () => (await import("./bench/BenchScreen")).BenchScreen,
  pole: async () => (await import("./pole/PoleScreen")).PoleScreen,
  cut: async () => (await import("./cut/CutScreen")).CutScreen,
  order: async () => (await import("./order/OrderScreen")).OrderScreen,
  crew: async () => (await import("./crew/CrewScreen")).CrewScreen,
  enter: async () => (await import("./crew/EnterScreen")).EnterScreen,
  site: async () => (await import("./site/SiteFrame")).SiteFrame,
  siteWalls: async () => (await import("./site/SiteScreen")).SiteScreen,
  siteDay: async () => (await import("./site/DayScreen")).DayScreen,
  siteLog: async () => (await import("./site/LogScreen")).LogScreen,
  siteWall: async () => (await import("./site/WallScreen")).WallScreen,
  history: async () => (await import("./history/HistoryScreen")).HistoryScreen,
  standards: async () => (await import("./standards/StandardsScreen")).StandardsScreen,
};

/** A route to a screen; until it is fetched the one before stays in view. */
const screen = (name: keyof typeof SCREENS) => ({
  lazy: async () => ({ Component: (await SCREENS[name]()) as ComponentType }),
});

const router = createBrowserRouter([
  {
    element: <Shell />,
    HydrateFallback: Opening,
    children: [
      { path: "/", ...screen("jobs") },
      {
        path: "/jobs/:job",
        ...screen("job"),
        children: [
          { path: "plan", ...screen("plan") },
          { path: "openings", ...screen("openings") },
          { path: "bench/:wall?", ...screen("bench") },
          { path: "pole", ...screen("pole") },
          { path: "cut", ...screen("cut") },
          { path: "order", ...screen("order") },
          {
            path: "site",
            ...screen("site"),
            children: [
              { index: true, ...screen("siteWalls") },
              { path: "day", ...screen("siteDay") },
              { path: "log", ...screen("siteLog") },
              { path: ":wall/:view?", ...screen("siteWall") },
            ],
          },
          { path: "history", ...screen("history") },
          { path: "standards", ...screen("standards") },
        ],
      },
      { path: "/crew", ...screen("crew") },
      { path: "/enter", ...screen("enter") },
      { path: "*", element: <NotFound /> },
    ],
  },
]);

keepProgram();
void startSending();

const queries = new QueryClient({
  defaultOptions: { queries: { retry: 1, staleTime: 5_000 } },
});

/** The other screens, before anybody asks for them: one by one, once the first has everything it asked for. */
async function fetchOthers() {
  do await new Promise((resolve) => setTimeout(resolve, 1000));
  while (queries.isFetching() > 0);
  for (const load of Object.values(SCREENS)) await load().catch(() => undefined);
}
window.addEventListener("load", () => void fetchOthers());

const root = document.getElementById("root");
if (!root) throw new Error("index.html has no root");
createRoot(root).render(
  <StrictMode>
    <ChakraProvider value={system}>
      <QueryClientProvider client={queries}>
        <RouterContext value={router}>
          <RouterProvider router={router} />
        </RouterContext>
      </QueryClientProvider>
    </ChakraProvider>
  </StrictMode>,
);
