import { useQuery } from "@tanstack/react-query";
import { useSyncExternalStore } from "react";
import { answered, client, type Purpose } from "../api/client";

const KEPT = "bluff.purpose";
const listeners = new Set<() => void>();
let isAsked = localStorage.getItem(KEPT) === "yes";

/** Whether whoever picks a piece wants to be told what it is for, until this browser is told otherwise. */
export function useIsTaught(): boolean {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => isAsked,
  );
}

export function teach(isWanted: boolean) {
  isAsked = isWanted;
  localStorage.setItem(KEPT, isWanted ? "yes" : "no");
  for (const listener of listeners) listener();
}

/** What the picked piece is for, while that is asked for; null of what is no piece. */
export function usePurpose(job: string, wall: string, revision: number, piece: string | null) {
  const isTaught = useIsTaught();
  const { data } = useQuery({
    queryKey: ["purpose", job, wall, revision, piece],
    queryFn: () =>
      answered<Purpose>(
        client.GET("/api/jobs/{job_id}/walls/{wall_id}/purpose", {
          params: { path: { job_id: job, wall_id: wall }, query: { piece: piece ?? "" } },
        }),
      ),
    enabled: isTaught && piece !== null,
    retry: false,
  });
  return (isTaught && data) || null;
}
