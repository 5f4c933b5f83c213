import { keepPreviousData, queryOptions, useQuery } from "@tanstack/react-query";
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

/** One wall framed; the last one stays in view while the next is on its way. */
export function useBench(job: string, wall: string, revision: number, { hook, burn }: Tape) {
  return useQuery({
    queryKey: ["bench", job, wall, revision, hook, burn],
    queryFn: () =>
      answered<Bench>(
        client.GET("/api/jobs/{job_id}/walls/{wall_id}/bench", {
          params: { path: { job_id: job, wall_id: wall }, query: { ...(hook ? { hook } : {}), burn } },
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
  });
}
