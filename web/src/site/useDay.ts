import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answered, client, type SiteDay } from "../api/client";
import { AS_OF } from "../device/kept";
import { useWaiting, type Waiting } from "../outbox/outbox";
import { addresses } from "./addresses";
import { alongOf, ofOneEdition } from "./along";
import { onThisClock } from "./clock";
import { askHere } from "./core/ask";

/** Milliseconds after which the day is planned again by itself: what is left goes on from now. */
const PLANNED_FOR = 5 * 60_000;

/** A day as the server planned it, and whether that was before it went out of reach. */
interface Planned {
  day: SiteDay;
  isKept: boolean;
}

async function planned(job: string): Promise<Planned> {
  const asked = client.GET("/api/jobs/{job_id}/site/day", {
    params: { path: { job_id: job }, query: { now: onThisClock(new Date()) } },
  });
  const day = await answered<SiteDay>(asked);
  const isKept = (await asked).response.headers.has(AS_OF);
  // What it is planned of is kept as new as the plan.
  if (!isKept && alongOf(job))
    void fetch(addresses.packed(job, null))
      .then(() => ofOneEdition(job))
      .catch(() => undefined);
  return { day, isKept };
}

/** The day planned on this device: what the server last knew, this device's entries since, and the time it is. */
function plannedHere(job: string, waiting: readonly Waiting[]): Promise<SiteDay | null> {
  const said = waiting
    .filter(({ refused }) => refused === null)
    .map(({ said, by }) => ({ ...said, name: by?.name ?? "", initials: by?.initials ?? "" }));
  return askHere(job, null, "day", { now: onThisClock(new Date()), said });
}

/** What is left to be done, from now on by the clock of this device; planned on it where no server answers. */
export function useDay(job: string, revision: number) {
  const waiting = useWaiting(job);
  const asked = useQuery({
    queryKey: ["site", job, "day", revision],
    queryFn: () => planned(job),
    placeholderData: keepPreviousData,
    refetchInterval: PLANNED_FOR,
  });
  const isKept = asked.data?.isKept ?? false;
  const said = waiting.map(({ said: { key } }) => key);
  const here = useQuery({
    queryKey: ["planned here", job, revision, asked.dataUpdatedAt, said],
    queryFn: () => plannedHere(job, waiting).catch(() => null),
    placeholderData: keepPreviousData,
    enabled: isKept,
    retry: false,
  });
  return { data: (isKept && here.data) || asked.data?.day, error: asked.error };
}
