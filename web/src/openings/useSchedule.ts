import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useCallback } from "react";
import { AS_IT_IS, answered, client, type EditReading, type Refused, type Schedule } from "../api/client";
import { useNotices } from "../app/notices";
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

/** Ways to write in the schedule: the server says what the cells mean, and that becomes one change. */
export function useWriting(job: string, change: JobChange) {
  const { tell } = useNotices();
  const make = useCallback(
    (reading: Promise<EditReading>) => {
      reading.then(
        ({ edit }) => change.make(edit),
        ({ message }: Refused) => tell({ text: message, tone: "trouble" }),
      );
    },
    [change, tell],
  );
  const path = { job_id: job };
  return {
    write: (changes: Change[]) =>
      make(
        answered(client.POST("/api/jobs/{job_id}/schedule/read", { params: { path }, body: { changes } })),
      ),
    /** A whole table, from a file or the clipboard. */
    take: (table: Blob) =>
      make(
        answered(
          client.POST("/api/jobs/{job_id}/schedule.csv", {
            params: { path },
            body: table as unknown as string,
            ...AS_IT_IS,
          }),
        ),
      ),
  };
}
