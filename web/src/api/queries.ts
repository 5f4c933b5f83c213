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
  type Changed,
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

export function jobQuery(job: string) {
  return queryOptions({
    queryKey: jobKey(job),
    queryFn: async ({ client: queries }) => {
      const known = () => queries.getQueryData<Job>(jobKey(job));
      const before = known();
      const answer = await answered<Job>(
        client.GET("/api/jobs/{job_id}", { params: { path: { job_id: job } } }),
      );
      const now = known();
      // Changed from here while it was asked for: what comes may be from before.
      return now && now !== before && now.revision > answer.revision ? now : answer;
    },
  });
}

export function useJob(job: string) {
  return useQuery(jobQuery(job));
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

/** The floor as an edit would leave it, while it is still being dragged. */
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
    queryFn: async ({ client: queries }) =>
      likeBefore(
        queries,
        await answered<Bench>(
          client.GET("/api/jobs/{job_id}/walls/{wall_id}/bench", {
            params: { path: { job_id: job, wall_id: wall }, query: { ...(hook ? { hook } : {}), burn } },
          }),
        ),
        job,
      ),
    retry: false,
  });
}

/** A bench of the values it shares with the one before: most pieces outlive an edit, and those are not redrawn. */
function likeBefore(queries: QueryClient, bench: Bench, job: string): Bench {
  const before = queries.getQueriesData<Bench>({ queryKey: ["bench", job, bench.wall.id] }).at(-1)?.[1];
  return replaceEqualDeep(before, bench);
}

/** One wall framed; the last one stays in view while the next is on its way. */
export function useBench(job: string, wall: string, revision: number, tape: Tape) {
  return useQuery({ ...benchQuery(job, wall, revision, tape), placeholderData: keepPreviousData });
}

/** What is on the screen of a job besides the job itself. */
export interface InView {
  plan: boolean;
  bench: ({ wall: string } & Tape) | null;
}

export function inView(queries: QueryClient, job: string): InView {
  const keys = queries
    .getQueryCache()
    .findAll({ type: "active" })
    .map(({ queryKey }) => queryKey)
    .filter(([, of]) => of === job);
  const bench = keys.find(([kind]) => kind === "bench");
  return {
    plan: keys.some(([kind]) => kind === "plan"),
    bench: bench ? { wall: bench[2] as string, ...(bench[3] as Tape) } : null,
  };
}

/** Know a job as a change left it, and what is in view with it, so that both are drawn once, together. */
export function know(queries: QueryClient, { job, plan, bench }: Changed, { bench: on }: InView): void {
  if (plan) queries.setQueryData(planQuery(job.id, job.revision).queryKey, plan);
  if (bench && on)
    queries.setQueryData(
      benchQuery(job.id, on.wall, job.revision, on).queryKey,
      likeBefore(queries, bench, job.id),
    );
  queries.setQueryData(jobKey(job.id), job);
}
