import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, type Cutting, type CuttingRun, client, type Refused } from "../api/client";
import { useNotices } from "../app/notices";
import { record, useWaiting } from "../outbox/outbox";
import { withTicks } from "./ticked";

const LOOK_EVERY = 500;

/** What a run is to look for. */
export interface Wanted {
  by: CuttingRun["by"];
  handling: number;
  seconds: number;
  /** Whether plates may break elsewhere than they do. */
  breaks: boolean;
}

/** A cut as it is ticked: its board's number, and the name it is cut under. */
export interface Tick {
  board: number;
  name: string;
}

const cuttingKey = (job: string) => ["cutting", job] as const;

/** The boards of a job at a revision; the last ones stay in view while the next are on their way. */
export function useCutting(job: string, revision: number, walls: readonly string[] = []) {
  const waiting = useWaiting(job);
  return useQuery({
    queryKey: [...cuttingKey(job), revision, ...walls],
    queryFn: () =>
      answered<Cutting>(
        client.GET("/api/jobs/{job_id}/cutting", {
          params: { path: { job_id: job }, query: { wall: [...walls] } },
        }),
      ),
    placeholderData: keepPreviousData,
    select: (cutting) => withTicks(cutting, waiting),
  });
}

/** Whether somebody still looks for better boards. */
export function isLooking(run: CuttingRun | null): boolean {
  return run?.state === "waiting" || run?.state === "running";
}

/** How far the search is; once it has ended the boards are asked for again. */
export function useRun(job: string, known: CuttingRun | null): CuttingRun | null {
  const queries = useQueryClient();
  const query = useQuery({
    queryKey: ["cutting-run", job, known?.asked_at],
    queryFn: async () => {
      const run = await answered<CuttingRun | null>(
        client.GET("/api/jobs/{job_id}/cutting/run", { params: { path: { job_id: job } } }),
      );
      if (!isLooking(run)) await queries.invalidateQueries({ queryKey: cuttingKey(job) });
      return run;
    },
    enabled: isLooking(known),
    refetchInterval: LOOK_EVERY,
  });
  return isLooking(known) ? (query.data ?? known) : known;
}

/** Everything that is done with the boards of some walls, or of all; what is refused is told, and the boards are looked at again. */
export function useCuttingChange(job: string, revision: number, walls: readonly string[]) {
  const queries = useQueryClient();
  const { tell } = useNotices();
  const params = { path: { job_id: job } };
  const { mutate, isPending } = useMutation<Cutting | null, Refused, () => Promise<Cutting | null>>({
    scope: { id: `cutting-${job}` },
    mutationFn: (send) => send(),
    onSuccess: (cutting) => {
      // What comes back is the whole job's.
      if (cutting) queries.setQueryData([...cuttingKey(job), revision], cutting);
      if (!cutting || walls.length > 0) void queries.invalidateQueries({ queryKey: cuttingKey(job) });
    },
    onError: (refused) => {
      tell({ text: refused.message, tone: "trouble" });
      void queries.invalidateQueries({ queryKey: cuttingKey(job) });
    },
  });
  return {
    isBusy: isPending,
    look: (body: Wanted) =>
      mutate(async () => {
        await answered(
          client.POST("/api/jobs/{job_id}/cutting/run", { params, body: { ...body, from_scratch: true } }),
        );
        return null;
      }),
    stop: () =>
      mutate(async () => {
        await answered(client.POST("/api/jobs/{job_id}/cutting/stop", { params }));
        return null;
      }),
    settle: () =>
      mutate(() => answered<Cutting>(client.POST("/api/jobs/{job_id}/cutting/settle", { params }))),
    /** Said like everything else on the site: on this device at once, on the server once that can be reached. */
    tick: (ticks: Tick[], cut: boolean) =>
      void record(job, ...ticks.map((one) => ({ kind: "cut", ...one, is_done: cut }) as const)),
    lock: (board: number, locked: boolean) =>
      mutate(() =>
        answered<Cutting>(
          client.POST("/api/jobs/{job_id}/cutting/locks", { params, body: { boards: [board], locked } }),
        ),
      ),
  };
}

export type CuttingChange = ReturnType<typeof useCuttingChange>;
