import { keepPreviousData, queryOptions, useQuery } from "@tanstack/react-query";
import { useStore } from "zustand";
import { useAway } from "../api/away";
import {
  answered,
  type Checks,
  client,
  type LogLine,
  type Site,
  type Walk,
  type WallWork,
} from "../api/client";
import { type Held, held, walkAsked } from "./held";
import { useOfflineCopy } from "./offlineCopy";
import { nearest, walkHere } from "./walkHere";

/** How the person with this device holds their tape. */
export function useHeld(): Held {
  return useStore(held, ({ value }) => value);
}

/** The walls of a job in the order they are framed, with how far each is. */
export function siteQuery(job: string, revision: number) {
  return queryOptions({
    queryKey: ["site", job, "walls", revision] as const,
    queryFn: () =>
      answered<Site>(client.GET("/api/jobs/{job_id}/site", { params: { path: { job_id: job } } })),
  });
}

export function useSite(job: string, revision: number) {
  return useQuery({ ...siteQuery(job, revision), placeholderData: keepPreviousData });
}

/** The stops of a wall as the tape is held. */
export function walkQuery(
  job: string,
  wall: string,
  revision: number,
  held: Held,
  over: readonly string[] = [],
) {
  return queryOptions({
    queryKey: ["site", job, "stops", wall, walkAsked(held, over), revision] as const,
    queryFn: () =>
      answered<Walk>(
        client.GET("/api/jobs/{job_id}/site/walls/{wall_id}/stops", {
          params: {
            path: { job_id: job, wall_id: wall },
            query: walkAsked(held, over),
          },
        }),
      ),
    retry: false,
  });
}

/** A walk as the server says it or, where none answers and nothing like it is kept, as the core on this device does. */
export function useWalk(job: string, wall: string, revision: number, held: Held, over: readonly string[]) {
  const query = useQuery({
    ...walkQuery(job, wall, revision, held, over),
    placeholderData: keepPreviousData,
  });
  const along = useOfflineCopy(job);
  // What is written goes into a walk worked out here from the one that is kept, so that is kept up.
  useQuery({
    ...walkQuery(job, wall, revision, along ? nearest(along, held) : held),
    enabled: along !== null,
  });
  const isMissing = query.isPending || query.isPlaceholderData;
  const isAway = useAway().says !== null;
  const here = useQuery({
    queryKey: ["walked here", job, wall, walkAsked(held, over), revision],
    queryFn: () => walkHere(job, wall, held, over).catch(() => null),
    enabled: isMissing && isAway,
    retry: false,
  });
  return isMissing && here.data ? { data: here.data, error: null } : query;
}

/** The checks of a wall with their readings and what those say. */
export function useChecks(job: string, wall: string, revision: number) {
  return useQuery({
    queryKey: ["site", job, "checks", wall, revision],
    queryFn: () =>
      answered<Checks>(
        client.GET("/api/jobs/{job_id}/site/walls/{wall_id}/checks", {
          params: { path: { job_id: job, wall_id: wall } },
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** How a wall is framed and raised, and what of it is done. */
export function useWork(job: string, wall: string, revision: number) {
  return useQuery({
    queryKey: ["site", job, "work", wall, revision],
    queryFn: () =>
      answered<WallWork>(
        client.GET("/api/jobs/{job_id}/site/walls/{wall_id}/work", {
          params: { path: { job_id: job, wall_id: wall } },
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** The log, of one wall or of all, on one day or ever, with some words in it. */
export function useLog(job: string, filter: { wall?: string; day?: string; words?: string }) {
  return useQuery({
    queryKey: ["site", job, "log", filter],
    queryFn: () =>
      answered<LogLine[]>(
        client.GET("/api/jobs/{job_id}/site/log", { params: { path: { job_id: job }, query: filter } }),
      ),
    placeholderData: keepPreviousData,
  });
}
