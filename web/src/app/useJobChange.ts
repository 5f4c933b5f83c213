import { useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import type { Refused } from "../api/client";
import { jobKey } from "../api/queries";
import { type Change, useChange } from "../api/useChange";
import { useNotices } from "./notices";

export interface JobChange {
  /** Make a change; trouble is told, and a lost race shows both sides. It ends when the change is made or refused. */
  make: (change: Change, done?: () => void) => Promise<void>;
  /** Make a change that was typed into a field: what is refused is for the field to say. Null when it is made. */
  enter: (change: Change, done?: () => void) => Promise<string | null>;
  isBusy: boolean;
}

/** Changes as the screens make them: whatever goes wrong is said, and the change is never lost. */
export function useJobChange(job: string): JobChange {
  const { mutateAsync, isPending } = useChange(job);
  const queries = useQueryClient();
  const { tell } = useNotices();

  const enter = useCallback(
    (change: Change, done?: () => void): Promise<string | null> => {
      function refused(error: Refused): string | null {
        const conflict = error.conflict;
        if (!conflict) return error.message;
        // Theirs is shown at once; yours waits in the notice until somebody decides.
        queries.setQueryData(jobKey(job), conflict.current);
        tell({
          text: error.message,
          tone: "trouble",
          actions: [
            { label: "Make mine again", act: () => enter(change, done) },
            { label: "Keep theirs", act: () => undefined },
          ],
        });
        return null;
      }
      // Not as callbacks of the mutation: those are dropped when a change takes its own form off the screen.
      return mutateAsync(change).then(() => {
        done?.();
        return null;
      }, refused);
    },
    [job, mutateAsync, queries, tell],
  );
  const make = useCallback(
    async (change: Change, done?: () => void) => {
      const refusal = await enter(change, done);
      if (refusal !== null) tell({ text: refusal, tone: "trouble" });
    },
    [enter, tell],
  );
  return { make, enter, isBusy: isPending };
}
