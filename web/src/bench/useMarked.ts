import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answered, client, type Marked } from "../api/client";

/** The plates of a job that are marked, with what is struck and added on them for the job at a revision. */
export function useMarked(job: string, revision: number): Marked[] {
  const { data } = useQuery({
    queryKey: ["marked", job, revision],
    queryFn: () =>
      answered<Marked[]>(client.GET("/api/jobs/{job_id}/marked", { params: { path: { job_id: job } } })),
    placeholderData: keepPreviousData,
  });
  return data ?? [];
}
