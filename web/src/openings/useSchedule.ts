import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { AS_IT_IS, answered, client, type EditReading, type Schedule } from "../api/client";
import type { JobChange } from "../app/useJobChange";
import type { Change } from "./grid";

/** The schedule at a revision; the last one stays in view while the next is on its way. */
export function useSchedule(job: string, revision: number, isAlike: boolean) {
  return useQuery({
    queryKey: ["schedule", job, revision, isAlike],
    queryFn: () =>
      answered<Schedule>(
        client.GET("/api/jobs/{job_id}/schedule", {
          params: { path: { job_id: job }, query: { alike: isAlike } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

/** Ways to write in the schedule: when a change's turn comes the server says what its cells mean. */
export function useWriting(job: string, change: JobChange) {
  const params = { path: { job_id: job } };
  const make = (read: () => Promise<EditReading>) => change.make(async () => (await read()).edit);
  return {
    write: (changes: Change[]) =>
      make(() => answered(client.POST("/api/jobs/{job_id}/schedule/read", { params, body: { changes } }))),
    /** A whole table, from a file or the clipboard. */
    take: (table: Blob) =>
      make(() =>
        answered(
          client.POST("/api/jobs/{job_id}/schedule.csv", {
            params,
            body: table as unknown as string,
            ...AS_IT_IS,
          }),
        ),
      ),
  };
}
