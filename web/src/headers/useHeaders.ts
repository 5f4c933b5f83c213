import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { answered, client, type Headers } from "../api/client";

/** How much of each header of a job is used, those used most first. */
export function useHeaders(job: string, revision: number) {
  return useQuery({
    queryKey: ["headers", job, revision],
    queryFn: () =>
      answered<Headers>(client.GET("/api/jobs/{job_id}/headers", { params: { path: { job_id: job } } })),
    placeholderData: keepPreviousData,
  });
}
