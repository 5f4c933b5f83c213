import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, type CrewStandard, client, type Edit, type Effect, type Tally } from "../api/client";

const KEY = ["standards"] as const;

/** The standards the crew keeps. */
export function useStandards() {
  return useQuery({
    queryKey: KEY,
    queryFn: () => answered<CrewStandard[]>(client.GET("/api/standards")),
  });
}

/** Keep a standard by a name, or forget one. */
export function useKeeping(onTrouble: (message: string) => void) {
  const queries = useQueryClient();
  const settle = {
    onSuccess: () => queries.invalidateQueries({ queryKey: KEY }),
    onError: ({ message }: Error) => onTrouble(message),
  };
  const keep = useMutation({
    mutationFn: (body: { name: string; job: string }) =>
      answered<void>(client.PUT("/api/standards", { body })),
    ...settle,
  });
  const forget = useMutation({
    mutationFn: (name: string) =>
      answered<void>(client.DELETE("/api/standards/{name}", { params: { path: { name } } })),
    ...settle,
  });
  return { keep: keep.mutate, forget: forget.mutate };
}

/** What the job is made of at a revision. */
export function useTally(job: string, revision: number) {
  return useQuery({
    queryKey: ["tally", job, revision],
    queryFn: () =>
      answered<Tally>(client.GET("/api/jobs/{job_id}/tally", { params: { path: { job_id: job } } })),
    placeholderData: keepPreviousData,
  });
}

/** What an edit would make of the job; nothing is changed. */
export function useEffectOf(job: string, revision: number, edit: Edit | null) {
  return useQuery({
    queryKey: ["effect", job, revision, edit],
    queryFn: () =>
      answered<Effect>(
        client.POST("/api/jobs/{job_id}/effect", {
          params: { path: { job_id: job } },
          body: { edit: edit as Edit },
        }),
      ),
    enabled: edit !== null,
    retry: false,
    gcTime: 10_000,
  });
}
