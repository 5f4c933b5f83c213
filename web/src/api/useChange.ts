import { type QueryClient, useMutation, useQueryClient } from "@tanstack/react-query";
import { answered, type Changed, client, type Edit, type Job, type Refused } from "./client";
import { madeHere } from "./mine";
import { type InView, inView, jobKey, know } from "./queries";

/**
 * A change to a job: an edit, a step back or forth, or an edit of the job as it is when its turn comes, so that a
 * change made just before it is not written over. What that edit is may be asked of the server first.
 */
export type Change = Edit | "undo" | "redo" | ((job: Job) => Edit | Promise<Edit>);

/**
 * Make a change on the newest revision this page knows; the answer becomes the newest.
 *
 * Somebody else's change in between comes back as a `Refused` with its `conflict`; nothing is lost, the
 * caller shows both.
 */
export function useChange(job: string) {
  const queries = useQueryClient();
  return useMutation<Changed, Refused, Change>({
    scope: { id: `job-${job}` },
    mutationFn: async (change) => {
      const seen = inView(queries, job);
      const changed = await send(job, newest(queries, job), change, seen);
      if (change !== "undo" && change !== "redo") madeHere(job, changed.job.revision);
      know(queries, changed, seen);
      return changed;
    },
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: ["jobs"] });
    },
  });
}

function newest(queries: QueryClient, job: string): Job {
  const known = queries.getQueryData<Job>(jobKey(job));
  if (!known) throw new Error("a change needs the job to be loaded first");
  return known;
}

async function send(id: string, job: Job, change: Change, in_view: InView): Promise<Changed> {
  const params = { path: { job_id: id } };
  const body = { revision: job.revision, key: newKey(), in_view };
  if (change === "undo") return answered<Changed>(client.POST("/api/jobs/{job_id}/undo", { params, body }));
  if (change === "redo") return answered<Changed>(client.POST("/api/jobs/{job_id}/redo", { params, body }));
  if (typeof change !== "function" && change.edit === "restore-revision") {
    const path = { ...params.path, number: change.revision };
    return answered<Changed>(
      client.POST("/api/jobs/{job_id}/history/{number}/restore", { params: { path }, body }),
    );
  }
  const edit = typeof change === "function" ? await change(job) : change;
  return answered<Changed>(client.POST("/api/jobs/{job_id}/edits", { params, body: { ...body, edit } }));
}

/** A name for one change, as random as a UUID; browsers make those only on addresses they trust. */
function newKey(): string {
  const hex = Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) =>
    byte.toString(16).padStart(2, "0"),
  );
  return hex.join("").replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, "$1-$2-$3-$4-$5");
}
