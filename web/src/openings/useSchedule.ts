import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { AS_IT_IS, answered, client, type EditReading, type Job, type Schedule } from "../api/client";
import { jobKey } from "../api/queries";
import { useDraft } from "../app/drafts";
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

/** Cells the server would not take, with why: they stay written until they are written otherwise, or discarded. */
export interface RefusedCells {
  changes: readonly Change[];
  why: string;
}

/**
 * Ways to write in the schedule: when a change's turn comes the server says what its cells mean.
 *
 * `shown` is the revision whose schedule is in view.
 */
export function useWriting(job: string, change: JobChange, shown: number) {
  const queries = useQueryClient();
  const params = { path: { job_id: job } };
  const entered = (read: () => Promise<EditReading>) => change.enter(async () => (await read()).edit);
  const [written, setWritten] = useState<readonly Written[]>([]);
  const [refused, setRefused] = useDraft<readonly RefusedCells[]>(`cells-${job}`, []);
  return {
    /** What was written and is not in the schedule yet, the newest last. */
    waiting: written.filter(({ until }) => until === null || shown < until).flatMap(({ changes }) => changes),
    /** What was written and refused, the newest last. */
    refused,
    discard: () => setRefused([]),
    async write(changes: Change[]) {
      const writing: Written = { changes, until: null };
      // What is written again in a cell takes the place of what was refused there.
      setRefused((now) =>
        now.filter((one) => !one.changes.some((before) => changes.some(isSameCell(before)))),
      );
      setWritten((before) => [...before.filter(({ until }) => until === null || shown < until), writing]);
      const why = await entered(() =>
        answered(client.POST("/api/jobs/{job_id}/schedule/read", { params, body: { changes } })),
      );
      if (why !== null) setRefused((now) => [...now, { changes, why }]);
      // Made, it is in the schedule of the newest revision, which may still be on its way; refused, nowhere.
      const until = queries.getQueryData<Job>(jobKey(job))?.revision ?? 0;
      setWritten((before) => before.map((one) => (one === writing ? { changes, until } : one)));
    },
    /** A whole table, from a file or the clipboard. */
    take: (table: Blob) =>
      change.make(
        async () =>
          (
            await answered<EditReading>(
              client.POST("/api/jobs/{job_id}/schedule.csv", {
                params,
                body: table as unknown as string,
                ...AS_IT_IS,
              }),
            )
          ).edit,
      ),
  };
}

/** Whether another change writes a cell that this one did. */
function isSameCell(before: Change): (now: Change) => boolean {
  return (now) => now.mark === before.mark && Object.keys(now).some((key) => key !== "mark" && key in before);
}
