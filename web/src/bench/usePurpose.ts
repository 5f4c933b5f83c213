import { useQuery } from "@tanstack/react-query";
import { useStore } from "zustand";
import { answered, client, type Purpose } from "../api/client";
import { keptStore } from "../device/keptStore";

// Older versions stored a word.
const taught = keptStore("bluff.purpose", (stored) => stored === true || stored === "yes");

/** Whether the person here wants to read what a picked piece is for, until this browser is told otherwise. */
export function useIsTaught(): boolean {
  return useStore(taught, ({ value }) => value);
}

export function teach(isWanted: boolean) {
  taught.setState({ value: isWanted });
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
