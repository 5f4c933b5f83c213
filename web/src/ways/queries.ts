import { keepPreviousData, type QueryClient, queryOptions, useQuery } from "@tanstack/react-query";
import { answered, client, type Job, type Opening, type OpeningForm, type WaysGroup } from "../api/client";

/** How a job is framed, and what its crew calls the pieces. */
export function useWaysOfJob(job: string, revision: number) {
  return useQuery({
    queryKey: ["ways", job, revision],
    queryFn: () =>
      answered<WaysGroup[]>(client.GET("/api/jobs/{job_id}/ways", { params: { path: { job_id: job } } })),
    placeholderData: keepPreviousData,
  });
}

/** How a wall is framed; nothing is asked while none is named. */
export function useWaysOfWall(job: string, wall: string | null, revision: number) {
  return useQuery({
    queryKey: ["ways", job, revision, wall],
    queryFn: () =>
      answered<WaysGroup[]>(
        client.GET("/api/jobs/{job_id}/walls/{wall_id}/ways", {
          params: { path: { job_id: job, wall_id: wall ?? "" } },
        }),
      ),
    enabled: wall !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });
}

/** An opening that is in a form and not kept yet, and what is typed into one of the rows of its ways. */
interface Draft {
  opening: Opening;
  /** The mark of the opening it is in place of; null for a new one. */
  before: string | null;
  way?: string;
  text?: string | null;
}

/** An opening as its form has it, with every way that makes a difference to it; the last one stays until then. */
export function openingFormQuery({ id, revision }: Job, { opening, before }: Draft) {
  return queryOptions({
    queryKey: ["draft", id, revision, before, opening] as const,
    queryFn: () => openingForm(id, { opening, before }),
    placeholderData: keepPreviousData,
    retry: false,
    gcTime: 10_000,
  });
}

/** The opening with one row changed, which its form shows at once. */
export async function sayInForm(queries: QueryClient, job: Job, draft: Required<Draft>): Promise<Opening> {
  const form = await openingForm(job.id, draft);
  const { opening } = form;
  queries.setQueryData(openingFormQuery(job, { opening, before: draft.before }).queryKey, form);
  return opening;
}

function openingForm(job: string, body: Draft): Promise<OpeningForm> {
  return answered<OpeningForm>(
    client.POST("/api/jobs/{job_id}/draft", { params: { path: { job_id: job } }, body }),
  );
}
