import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { AS_IT_IS, answered, client, type EditReading, type Job, type Schedule } from "../api/client";
import { jobKey } from "../api/queries";
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

/** Cells as they were written, and the revision whose schedule has them; null while they wait to go in. */
interface Written {
  changes: readonly Change[];
  until: number | null;
}

/**
 * Ways to write in the schedule: when a change's turn comes the server says what its cells mean.
 *
 * `shown` is the revision whose schedule is in view.
 */
export function useWriting(job: string, change: JobChange, shown: number) {
  const queries = useQueryClient();
  const params = { path: { job_id: job } };
  const make = (read: () => Promise<EditReading>) => change.make(async () => (await read()).edit);
  const [written, setWritten] = useState<readonly Written[]>([]);
  return {
    /** What was written and is not in the schedule yet, the newest last. */
    waiting: written.filter(({ until }) => until === null || shown < until).flatMap(({ changes }) => changes),
    async write(changes: Change[]) {
      const writing: Written = { changes, until: null };
      setWritten((before) => [...before.filter(({ until }) => until === null || shown < until), writing]);
      await make(() =>
        answered(client.POST("/api/jobs/{job_id}/schedule/read", { params, body: { changes } })),
      );
      // Made, it is in the schedule of the newest revision, which may still be on its way; refused, nowhere.
      const until = queries.getQueryData<Job>(jobKey(job))?.revision ?? 0;
      setWritten((before) => before.map((one) => (one === writing ? { changes, until } : one)));
    },
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
