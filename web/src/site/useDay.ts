import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answered, client, type SiteDay } from "../api/client";
import { AS_OF } from "../device/kept";
import { useWaiting, type Waiting } from "../outbox/outbox";
import { addresses } from "./addresses";
import { onThisClock } from "./clock";
import { askHere } from "./core/ask";
import { offlineCopyOf, ofOneEdition } from "./offlineCopy";

/** Milliseconds after which the day is planned again by itself: what is left goes on from now. */
const PLANNED_FOR = 5 * 60_000;

/** A day as the server planned it, and whether that was before it went out of reach. */
interface Planned {
  day: SiteDay;
  isKept: boolean;
}

async function planned(job: string): Promise<Planned> {
  const request = client.GET("/api/jobs/{job_id}/site/day", {
    params: { path: { job_id: job }, query: { now: onThisClock(new Date()) } },
  });
  const day = await answered<SiteDay>(request);
  const isKept = (await request).response.headers.has(AS_OF);
  // What it is planned of is kept as new as the plan.
  if (!isKept && offlineCopyOf(job))
    void fetch(addresses.packed(job, null))
      .then(() => ofOneEdition(job))
      .catch(() => undefined);
  return { day, isKept };
}

/** The day planned on this device: what the server last knew, this device's entries since, and the time it is. */
function plannedHere(job: string, waiting: readonly Waiting[]): Promise<SiteDay | null> {
  const entries = waiting
    .filter(({ refused }) => refused === null)
    .map(({ entry, by }) => ({ ...entry, name: by?.name ?? "", initials: by?.initials ?? "" }));
  return askHere(job, null, "day", { now: onThisClock(new Date()), entries });
}

/** What is left to be done, from now on by the clock of this device; planned on it where no server answers. */
export function useDay(job: string, revision: number) {
  const waiting = useWaiting(job);
  const query = useQuery({
    queryKey: ["site", job, "day", revision],
    queryFn: () => planned(job),
    placeholderData: keepPreviousData,
    refetchInterval: PLANNED_FOR,
  });
  const isKept = query.data?.isKept ?? false;
  const keys = waiting.map(({ entry: { key } }) => key);
  const here = useQuery({
    queryKey: ["planned here", job, revision, query.dataUpdatedAt, keys],
    queryFn: () => plannedHere(job, waiting).catch(() => null),
    placeholderData: keepPreviousData,
    enabled: isKept,
    retry: false,
  });
  return { data: (isKept && here.data) || query.data?.day, error: query.error };
}
