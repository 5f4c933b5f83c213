import "@fontsource-variable/sofia-sans/wght.css";
import "@fontsource-variable/sofia-sans-condensed/wght.css";
import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { createBrowserRouter, RouterProvider } from "react-router";
import { JobScreens } from "./app/JobScreens";
import { NotFound } from "./app/NotFound";
import { Shell } from "./app/Shell";
import { system } from "./app/theme";
import { BenchScreen } from "./bench/BenchScreen";
import { JobsScreen } from "./jobs/JobsScreen";
import { OpeningsScreen } from "./openings/OpeningsScreen";
import { PlanScreen } from "./plan/PlanScreen";
import { PoleScreen } from "./pole/PoleScreen";
import { StandardsScreen } from "./standards/StandardsScreen";

const router = createBrowserRouter([
  {
    element: <Shell />,
    children: [
      { path: "/", element: <JobsScreen /> },
      {
        path: "/jobs/:job",
        element: <JobScreens />,
        children: [
          { path: "plan", element: <PlanScreen /> },
          { path: "openings", element: <OpeningsScreen /> },
          { path: "bench/:wall?", element: <BenchScreen /> },
          { path: "pole", element: <PoleScreen /> },
          { path: "standards", element: <StandardsScreen /> },
        ],
      },
      { path: "*", element: <NotFound /> },
    ],
  },
]);

const queries = new QueryClient({
  defaultOptions: { queries: { retry: 1, staleTime: 5_000 } },
});

const root = document.getElementById("root");
if (!root) throw new Error("index.html has no root");
createRoot(root).render(
  <StrictMode>
    <ChakraProvider value={system}>
      <QueryClientProvider client={queries}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </ChakraProvider>
  </StrictMode>,
);
