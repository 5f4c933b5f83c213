import { type QueryClient, useQueryClient } from "@tanstack/react-query";
import { createContext, useEffect, useState } from "react";
import { askAgain } from "../api/askAgain";
import type { Job } from "../api/client";
import { jobKey } from "../api/queries";

/** Somebody else who looks at the job. */
export interface Other {
  name: string;
  initials: string;
}

export const OthersContext = createContext<readonly Other[]>([]);

const AGAIN = 3_000;
/** An own change is told of like any other, and its answer is on its way. */
const OWN_ANSWER = 250;

/**
 * What others do to a job comes on the screen by itself; who they are, as long as the page is in view.
 *
 * A page out of view is not told: browsers give one address a handful of connections over all of its pages. Back in
 * view it is told at once of all that happened.
 */
export function useLive(job: string): readonly Other[] {
  const queries = useQueryClient();
  const [others, setOthers] = useState<readonly Other[]>([]);
  useEffect(() => {
    let source: EventSource | null = null;
    let again = 0;
    function open() {
      close();
      if (document.hidden) return;
      source = new EventSource(`/api/jobs/${job}/live`);
      source.addEventListener("plan", ({ data }) => void newer(queries, job, Number(data)));
      source.addEventListener("cutting", () => {
        void askAgain(queries, [
          ["cutting", job],
          ["order", job],
        ]);
      });
      source.addEventListener("site", () => {
        void askAgain(queries, [
          ["marked", job],
          ["site", job],
        ]);
      });
      source.addEventListener("people", ({ data }) => setOthers(JSON.parse(data)));
      // Lost on the way it comes back by itself; refused, as by a server that starts, it is asked for again here.
      source.addEventListener("error", () => {
        if (source?.readyState === EventSource.CLOSED) again = window.setTimeout(open, AGAIN);
      });
    }
    function close() {
      window.clearTimeout(again);
      source?.close();
      source = null;
    }
    open();
    document.addEventListener("visibilitychange", open);
    return () => {
      document.removeEventListener("visibilitychange", open);
      close();
    };
  }, [job, queries]);
  return others;
}

async function newer(queries: QueryClient, job: string, revision: number): Promise<void> {
  const isKnown = () => (queries.getQueryData<Job>(jobKey(job))?.revision ?? -1) >= revision;
  if (isKnown()) return;
  await new Promise((resolve) => setTimeout(resolve, OWN_ANSWER));
  if (!isKnown()) await askAgain(queries, [jobKey(job)]);
}
