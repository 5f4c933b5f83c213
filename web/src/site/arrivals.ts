import type { QueryClient } from "@tanstack/react-query";
import { askAgain } from "../api/askAgain";
import { keptAnswers } from "../api/away";
import { client } from "../api/client";
import { onArrival } from "../outbox/outbox";
import { renewSoon } from "./offlineCopy";

/** What shows site entries. */
const SHOWS = ["site", "marked", "cutting"];
const LOOK_AGAIN = 50;

/** This device's entries are read again once the server has them, on the screen and in what is saved for offline. */
export function lookOnArrival(queries: QueryClient) {
  onArrival((job, walls) => {
    renewSoon(job, walls);
    return readAgain(queries, job);
  });
}

/** Read everything in view that shows entries of a job; whether the server answered all of it, not this device. */
async function readAgain(queries: QueryClient, job: string): Promise<boolean> {
  const before = keptAnswers();
  const shown = SHOWS.map((key) => [key, job]);
  const inView = shown.flatMap((queryKey) => queries.getQueryCache().findAll({ queryKey, type: "active" }));
  if (inView.length === 0) await client.GET("/api/session");
  await askAgain(queries, shown);
  // News from the server asks once more, in place of what was asked here.
  while (shown.some((queryKey) => queries.isFetching({ queryKey }) > 0))
    await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN));
  return keptAnswers() === before;
}
