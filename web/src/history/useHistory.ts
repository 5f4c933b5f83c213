import {
  keepPreviousData,
  useInfiniteQuery,
  useMutation,
  useQuery,
  useQueryClient,
} from "@tanstack/react-query";
import { answered, client, type Made, type Plan, type Refused, type Rework, type Share } from "../api/client";
import { useNotices } from "../app/notices";

const PAGE = 100;

/** The changes of a job, the newest first, a hundred at a time. */
export function useHistory(job: string, revision: number) {
  return useInfiniteQuery({
    queryKey: ["history", job, revision],
    initialPageParam: undefined as number | undefined,
    queryFn: ({ pageParam }) =>
      answered<Made[]>(
        client.GET("/api/jobs/{job_id}/history", {
          params: { path: { job_id: job }, query: pageParam === undefined ? {} : { below: pageParam } },
        }),
      ),
    getNextPageParam: (page) => (page.length < PAGE ? undefined : page.at(-1)?.number),
    placeholderData: keepPreviousData,
  });
}

/** Every wall that is framed otherwise at one revision than at another; revisions never change. */
export function useBetween(job: string, before: number, after: number) {
  return useQuery({
    queryKey: ["between", job, before, after],
    queryFn: () =>
      answered<Rework[]>(
        client.GET("/api/jobs/{job_id}/history/{number}/to/{other}", {
          params: { path: { job_id: job, number: before, other: after } },
        }),
      ),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

/** The plan as it was. */
export function usePlanAt(job: string, number: number) {
  return useQuery({
    queryKey: ["plan-at", job, number],
    queryFn: () =>
      answered<Plan>(
        client.GET("/api/jobs/{job_id}/history/{number}/plan", {
          params: { path: { job_id: job, number } },
        }),
      ),
    staleTime: Number.POSITIVE_INFINITY,
  });
}

/** The links by which somebody outside the crew looks at a job, and making and ending them. */
export function useShares(job: string) {
  const queries = useQueryClient();
  const { tell } = useNotices();
  const key = ["shares", job];
  const params = { path: { job_id: job } };
  const { data } = useQuery({
    queryKey: key,
    queryFn: () => answered<Share[]>(client.GET("/api/jobs/{job_id}/shares", { params })),
  });
  const { mutateAsync, isPending } = useMutation<unknown, Refused, () => Promise<unknown>>({
    mutationFn: (send) => send(),
    onSettled: () => queries.invalidateQueries({ queryKey: key }),
    onError: (refused) => tell({ text: refused.message, tone: "trouble" }),
  });
  return {
    shares: data,
    isBusy: isPending,
    /** Resolves to the path of the new link, null where it was refused. */
    make: (wall: string | null, days: number) =>
      mutateAsync(() =>
        answered(client.POST("/api/jobs/{job_id}/shares", { params, body: { wall, days } })),
      ).then(
        (link) => (link as { path: string }).path,
        () => null,
      ),
    end: (share: string) =>
      mutateAsync(() =>
        answered(
          client.DELETE("/api/jobs/{job_id}/shares/{share_id}", {
            params: { path: { ...params.path, share_id: share } },
          }),
        ),
      ).catch(() => null),
  };
}
