import {
  keepPreviousData,
  type QueryClient,
  queryOptions,
  replaceEqualDeep,
  useQuery,
} from "@tanstack/react-query";
import {
  answered,
  type Bench,
  client,
  type Edit,
  type Job,
  type JobSummary,
  type Plan,
  type PlanPreview,
} from "./client";

export type End = "start" | "end";

/** How the tape is held: the end it hooks on, by itself where the layout starts; whether on its one-inch line. */
export interface Tape {
  hook: End | null;
  burn: boolean;
}

export const jobKey = (job: string) => ["job", job] as const;

export function useJobs() {
  return useQuery({ queryKey: ["jobs"], queryFn: () => answered<JobSummary[]>(client.GET("/api/jobs")) });
}

export function useJob(job: string) {
  return useQuery({
    queryKey: jobKey(job),
    queryFn: () => answered<Job>(client.GET("/api/jobs/{job_id}", { params: { path: { job_id: job } } })),
  });
}

/** The floor of a job at a revision, seen from above. */
export function planQuery(job: string, revision: number) {
  return queryOptions({
    queryKey: ["plan", job, revision] as const,
    queryFn: () =>
      answered<Plan>(client.GET("/api/jobs/{job_id}/plan", { params: { path: { job_id: job } } })),
  });
}

/** The floor seen from above; the last one stays in view while the next is on its way. */
export function usePlan(job: string, revision: number) {
  return useQuery({ ...planQuery(job, revision), placeholderData: keepPreviousData });
}

/** The floor as an edit would leave it, while a hand is still at it. */
export function usePlanPreview(job: string, revision: number, edit: Edit | null) {
  return useQuery({
    queryKey: ["plan-preview", job, revision, edit],
    queryFn: () =>
      answered<PlanPreview>(
        client.POST("/api/jobs/{job_id}/plan/preview", {
          params: { path: { job_id: job } },
          body: { edit: edit as Edit },
        }),
      ),
    enabled: edit !== null,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
}

/** One wall framed, as the job is at a revision. */
export function benchQuery(job: string, wall: string, revision: number, { hook, burn }: Tape) {
  return queryOptions({
    queryKey: ["bench", job, wall, { hook, burn }, revision] as const,
    queryFn: async ({ client: queries }) => {
      const before = queries.getQueriesData<Bench>({ queryKey: ["bench", job, wall] }).at(-1)?.[1];
      const bench = await answered<Bench>(
        client.GET("/api/jobs/{job_id}/walls/{wall_id}/bench", {
          params: { path: { job_id: job, wall_id: wall }, query: { ...(hook ? { hook } : {}), burn } },
        }),
      );
      // Most pieces stay what they are through an edit, and what is the same value is not drawn anew.
      return replaceEqualDeep(before, bench);
    },
    retry: false,
  });
}

/** One wall framed; the last one stays in view while the next is on its way. */
export function useBench(job: string, wall: string, revision: number, tape: Tape) {
  return useQuery({ ...benchQuery(job, wall, revision, tape), placeholderData: keepPreviousData });
}

/**
 * What is in view of a job, as it is at another revision: to be there when the job itself is, so that both are drawn
 * once, together.
 */
export async function fetchInView(queries: QueryClient, job: string, revision: number): Promise<void> {
  const inView = queries.getQueryCache().findAll({ type: "active" });
  const fetches = inView.flatMap(({ queryKey: [kind, of, wall, tape] }) => {
    if (of !== job) return [];
    if (kind === "plan") return [queries.prefetchQuery(planQuery(job, revision))];
    if (kind === "bench")
      return [queries.prefetchQuery(benchQuery(job, wall as string, revision, tape as Tape))];
    return [];
  });
  await Promise.all(fetches);
}
