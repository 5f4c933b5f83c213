import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, client, type Marked, type Refused } from "../api/client";
import { useNotices } from "../app/notices";

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

/** Saying that a plate is marked as the job is at a revision, or is not; what is refused is told. */
export function useMarking(job: string, revision: number) {
  const queries = useQueryClient();
  const { tell } = useNotices();
  const { mutate, isPending } = useMutation<
    Marked[],
    Refused,
    Pick<Marked, "wall" | "plate"> & { isMarked: boolean }
  >({
    mutationFn: ({ wall, plate, isMarked }) =>
      answered<Marked[]>(
        client.POST("/api/jobs/{job_id}/marked", {
          params: { path: { job_id: job } },
          body: { wall, plate, revision: isMarked ? revision : null },
        }),
      ),
    onSuccess: (marked) => queries.setQueryData(["marked", job, revision], marked),
    onError: (refused) => tell({ text: refused.message, tone: "trouble" }),
  });
  return { mark: mutate, isBusy: isPending };
}
