import { t } from "@lingui/core/macro";
import { type QueryClient, useQueryClient } from "@tanstack/react-query";
import type { Changed, Job, Refused } from "../api/client";
import { isMadeHere } from "../api/mine";
import { jobKey } from "../api/queries";
import { type Change, useChange } from "../api/useChange";
import { useNotices } from "./notices";
import { useMay } from "./session";

export interface JobChange {
  /** Make a change; trouble is told, and a lost race shows both sides. It ends when the change is made or refused. */
  make: (change: Change, done?: () => void) => Promise<void>;
  /** Make a change that was typed into a field: what is refused is for the field to say. Null when it is made. */
  enter: (change: Change, done?: () => void) => Promise<string | null>;
  isBusy: boolean;
  /** Whether the signed-in account may change the job at all. */
  isAllowed: boolean;
}

/** Changes as the screens make them: whatever goes wrong is shown, and no change is lost. */
export function useJobChange(job: string): JobChange {
  const { mutateAsync, isPending } = useChange(job);
  const queries = useQueryClient();
  const { tell } = useNotices();
  const isAllowed = useMay("change");

  const channel = { job, send: mutateAsync, queries, tell };
  const enter = (change: Change, done?: () => void) => entered(channel, change, done);
  async function make(change: Change, done?: () => void) {
    if (change === "undo" && askFirst(channel, () => void made(change, done))) return;
    await made(change, done);
  }
  async function made(change: Change, done?: () => void) {
    const refusal = await enter(change, done);
    if (refusal !== null) tell({ text: refusal, tone: "trouble" });
  }
  return { make, enter, isBusy: isPending, isAllowed };
}

/** What a change needs: who sends it, what is known of the job, and who is told. */
interface Channel {
  job: string;
  send: (change: Change) => Promise<Changed>;
  queries: QueryClient;
  tell: ReturnType<typeof useNotices>["tell"];
}

/** Ask before a change is taken back that was not made on this page; whether there was anything to ask. */
function askFirst({ job, queries, tell }: Channel, undo: () => void): boolean {
  const known = queries.getQueryData<Job>(jobKey(job));
  if (!known?.made || isMadeHere(job, known.made.revision)) return false;
  const { name, is_yours } = known.made;
  const last = known.undo ?? "";
  tell({
    text: is_yours
      ? t`The last change was made in another window or earlier: ${last}. Undo it?`
      : t`The last change was made by ${name}: ${last}. Undo it?`,
    tone: "plain",
    actions: [
      { label: t`Undo it`, act: undo },
      { label: t`Cancel`, act: () => undefined },
    ],
  });
  return true;
}

function entered(channel: Channel, change: Change, done?: () => void): Promise<string | null> {
  function refused({ message, conflict }: Refused): string | null {
    if (!conflict) return message;
    // Theirs is shown at once; yours waits in the notice until somebody decides.
    channel.queries.setQueryData(jobKey(channel.job), conflict.current);
    channel.tell({
      text: message,
      tone: "trouble",
      actions: [
        { label: t`Apply mine`, act: () => entered(channel, change, done) },
        { label: t`Keep theirs`, act: () => undefined },
      ],
    });
    return null;
  }
  // Not as callbacks of the mutation: those are dropped when a change takes its own form off the screen.
  return channel.send(change).then(({ over }) => {
    if (over.length > 0)
      channel.tell({ text: t`Saved on top of other changes: ${over.join("; ")}.`, tone: "plain" });
    done?.();
    return null;
  }, refused);
}
